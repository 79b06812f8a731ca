import type { Circuit, Control } from './circuit';
import type { OperatingState } from './operatingState';
import { standsAs } from './operatingState';

/** Whether a control rests in a position: the first. */
export function restsAt({ positions }: Control, position: string | undefined): boolean {
  return position === positions[0]?.id;
}

/** Whether somebody holds a control in a position, since it springs back. */
export function isHeld(control: Control, position: string | undefined): boolean {
  return control.momentary === true && !restsAt(control, position);
}

/** Whether a state holds positions that are never set together. */
export function isRuledOut({ ruledOut = [] }: Circuit, state: OperatingState): boolean {
  return ruledOut.some(({ controls }) => standsAs(state, controls));
}
