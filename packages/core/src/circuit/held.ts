import type { Circuit } from './circuit';
import type { OperatingState } from './operatingState';

/** Controls that spring back and are held in a state by somebody. */
export function heldControls({ controls }: Circuit, state: OperatingState): readonly string[] {
  return controls
    .filter(({ id, momentary, positions }) => momentary === true && state.controls[id] !== positions[0]?.id)
    .map(({ id }) => id);
}

/** Whether a state holds positions that are never set together. */
export function isRuledOut({ ruledOut = [] }: Circuit, state: OperatingState): boolean {
  return ruledOut.some(({ controls }) =>
    Object.entries(controls).every(([id, position]) => state.controls[id] === position),
  );
}
