import type { PartCommon, PartKind } from './partKind';

/** Terminals `1` and `2`: a load that is near enough a fixed resistance (a light strip, a socket's appliance). */
export interface ResistorPart extends PartCommon {
  readonly kind: 'resistor';
  readonly ohms: number;
}

export const resistorKind: PartKind<ResistorPart> = {
  removal: 'unplug',
  removalMinutes: 0.5,
  terminals: () => ['1', '2'],
  terminalLabel: (_part, terminal) => `pin ${terminal}`,
  failuresShow: false,
  failures: () => [
    {
      name: 'open inside',
      rate: 0.6,
      hazard: 'open',
      effects: [{ kind: 'cut', role: 'element', atRest: [] }],
    },
    {
      name: 'shorted to its case',
      rate: 0.3,
      hazard: 'short to ground',
      effects: [{ kind: 'short', terminal: '1', ohms: 0.1 }],
    },
  ],
  stamp(part, { builder, node }) {
    builder.resistor('element', node('1'), node('2'), part.ohms);
  },
};
