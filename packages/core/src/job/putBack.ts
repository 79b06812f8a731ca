import type { Circuit } from '../circuit/circuit';
import type { OperatingState } from '../circuit/operatingState';
import { putTogether, withApart, withCavity, withLead } from '../circuit/operatingState';
import type { Move } from '../planning/moves';
import { movesBetween, moveWords } from '../planning/moves';
import type { JobFact } from './events';
import type { JobState } from './foldJob';

/** Something that is still apart, off, or not what belongs there, and the entry that says it has been put back. */
export interface StillApart {
  readonly words: string;
  readonly putBack: JobFact;
}

/** What must be put back before a job is over, in a safe order: hands first, power last, then the trim. */
export function stillApart(circuit: Circuit, { state, site }: JobState): readonly StillApart[] {
  const moves = movesBetween(circuit, state, putTogether(state)).map((move): StillApart => {
    return { words: moveWords(circuit, move), putBack: { type: 'state-set', state: afterMove(state, move) } };
  });
  const trim = circuit.strips
    .filter(({ id }) => site.stripped.includes(id))
    .map(({ id, name }): StillApart => ({
      words: `Refit: ${name}.`,
      putBack: { type: 'strip-refitted', strip: id },
    }));
  return [...moves, ...trim];
}

/** The state after a move that puts something back. */
function afterMove(state: OperatingState, move: Move): OperatingState {
  switch (move.kind) {
    case 'apart':
    case 'together':
      return withApart(state, move.part, move.kind === 'apart');
    case 'cavity':
      return withCavity(state, move.fuse, move.fill);
    case 'lead':
      return withLead(state, move.lead, move.connection);
    case 'battery':
      return { ...state, batteryConnected: move.connected };
    case 'control':
    case 'renewal':
      return state;
  }
}
