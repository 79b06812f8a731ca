import type { Circuit } from '../circuit/circuit';
import { placeById } from '../circuit/terminals';
import type { ProposedAction } from '../planning/nextActions';

/** Where a lead is laid by hand. */
export const leadCaution =
  'Only a lead with its own fuse, no larger than the circuit’s; never onto a module’s pin that it drives.';

/** The cautions of the places where an action puts the hand, and of what it fits. */
export function cautionsOf(circuit: Circuit, { work, test }: ProposedAction): readonly string[] {
  const moved = work.moves.flatMap((move) =>
    move.kind === 'control' ? controlCaution(circuit, move.control, move.position) : [],
  );
  const atPlaces = [...new Set(work.places)].flatMap((id) => placeById(circuit, id)?.caution ?? []);
  const connection = work.moves.some((move) => move.kind === 'lead' && move.connection);
  const lampFitted = work.moves.some((move) => move.kind === 'cavity' && move.fill.kind === 'lamp');
  return [
    ...(lampFitted
      ? ['The lamp gets hot: keep it off trim. Never a larger fuse or a plain wire in its place.']
      : []),
    ...(test.instrument === 'ohmmeter' ? ['Ohms only with the power off at this point.'] : []),
    ...(connection ? [leadCaution] : []),
    ...moved,
    ...atPlaces,
  ];
}

/** The caution of a control's position, in a list of one or none. */
export function controlCaution(circuit: Circuit, control: string, position: string): readonly string[] {
  const positions = circuit.controls.find(({ id }) => id === control)?.positions ?? [];
  return positions.flatMap(({ id, caution }) => (id === position ? (caution ?? []) : []));
}
