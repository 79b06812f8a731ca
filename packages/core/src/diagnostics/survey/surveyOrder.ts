import type { Circuit } from '../../circuit/circuit';
import type { FusePart } from '../../circuit/parts/fuse';

/** How one goes along the fuses: with the fewest changes of the meter's table, or with the least walking. */
export type SurveyOrder = 'by style and rating' | 'by place';

/** Every fuse of a circuit. */
export function fusesOf({ parts }: Circuit): readonly FusePart[] {
  return parts.filter((part): part is FusePart => part.kind === 'fuse');
}

/** The fuses in the order of a survey; fuses alike in it stand in the order of their cavities. */
export function surveyOrder(circuit: Circuit, order: SurveyOrder): readonly FusePart[] {
  const byCavity = (one: FusePart, other: FusePart) =>
    one.centre.localeCompare(other.centre) ||
    one.cavity.localeCompare(other.cavity, undefined, { numeric: true });
  const byKind = (one: FusePart, other: FusePart) =>
    one.style.localeCompare(other.style) || one.ratingAmps - other.ratingAmps;
  return [...fusesOf(circuit)].sort((one, other) =>
    order === 'by place' ? byCavity(one, other) : byKind(one, other) || byCavity(one, other),
  );
}
