import type { Circuit } from '../circuit/circuit';
import { fedSections } from '../circuit/fedSections';
import { partIdOf } from '../circuit/terminalRef';
import { thingsOf } from '../faults/fault';
import type { Predictor } from '../inference/predictor';
import type { TruncatedPosterior } from './truncatedPosterior';
import type { InQuestion } from './candidateStates';
import { candidateStates } from './candidateStates';
import type { PlanLimits, StateOffers } from './offers';
import { offersByState } from './offers';
import type { Worksite } from './work';

/** Everything that a plan weighs: each state worth measuring in, and what can be asked there. */
export function scopeOf(
  predictor: Predictor,
  truncated: TruncatedPosterior,
  site: Worksite,
  limits: PlanLimits,
): readonly StateOffers[] {
  const { circuit } = predictor;
  const question = inQuestion(circuit, truncated);
  const near = nearParts(circuit, truncated, question.fuses);
  const states = candidateStates(predictor, site.state, question, near, limits);
  return offersByState(predictor, states, site, limits, near);
}

/** A fuse is in question when this much of the posterior lies behind it, a part when as much lies in it. */
const questionFrom = 0.15;
/** A wire is worth taking everything off from this probability on, and so many of them. */
const isolateFrom = 0.06;
const mostIsolated = 4;

function inQuestion(circuit: Circuit, { suspects, suspectChances }: TruncatedPosterior): InQuestion {
  const fuses = [...fedSections(circuit)].flatMap(([fuse, fed]) => {
    const behind = suspects.reduce(
      (sum, id, s) => sum + (thingsOf(id).some((each) => fed.has(each)) ? suspectChances[s]! : 0),
      0,
    );
    return behind >= questionFrom ? [fuse] : [];
  });
  const likelier = (least: number) =>
    suspects
      .map((id, s) => ({ id, chance: suspectChances[s]! }))
      .filter(({ chance }) => chance >= least)
      .sort((one, other) => other.chance - one.chance)
      .map(({ id }) => id);
  const wires = likelier(isolateFrom)
    .flatMap(thingsOf)
    .filter((id) => circuit.sections.some((section) => section.id === id));
  return { fuses, parts: likelier(questionFrom), wires: [...new Set(wires)].slice(0, mostIsolated) };
}

/** From so many sections on, nobody probes far away from all that is suspect. */
const largeFrom = 48;
/** A suspect this likely is one that a probe may go near to. */
const nearFrom = 0.002;

/** The parts at the ends of what is suspect or behind a fuse in question; null (any) in a small circuit. */
function nearParts(
  circuit: Circuit,
  { suspects, suspectChances }: TruncatedPosterior,
  fuses: readonly string[],
): ReadonlySet<string> | null {
  if (circuit.sections.length < largeFrom) return null;
  const fed = fedSections(circuit);
  const things = new Set([
    ...fuses,
    ...fuses.flatMap((fuse) => [...(fed.get(fuse) ?? [])]),
    ...suspects.filter((_id, s) => suspectChances[s]! >= nearFrom).flatMap(thingsOf),
  ]);
  const near = new Set(circuit.parts.flatMap(({ id }) => (things.has(id) ? [id] : [])));
  for (const { id, from, to } of circuit.sections) {
    const ends = [partIdOf(from), partIdOf(to)];
    if (things.has(id) || ends.some((end) => things.has(end))) for (const end of ends) near.add(end);
  }
  return near;
}
