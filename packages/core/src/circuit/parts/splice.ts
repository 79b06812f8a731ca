import type { PartCommon, PartKind } from './partKind';

/** Terminal `x`: a crimp or weld where several sections meet. It holds no element of its own. */
export interface SplicePart extends PartCommon {
  readonly kind: 'splice';
}

export const spliceKind: PartKind<SplicePart> = {
  removal: null,
  removalMinutes: 0,
  terminals: () => ['x'],
  terminalLabel: () => 'splice',
  failuresShow: false,
  failures: () => [],
  stamp: () => undefined,
};
