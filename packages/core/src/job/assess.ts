import { isUndrawn } from '../circuit/undrawn';
import type { Circuit } from '../circuit/circuit';
import { comesAndGoesShare } from '../faults/rates';
import { sights } from '../faults/sights';
import { foundFrom } from '../planning/lookAhead';
import type { Predictor } from '../inference/predictor';
import { pivotalReading } from '../inference/pivotalReading';
import type { TakenReading } from '../inference/takenReading';
import { robustOutlierShare } from '../inference/likelihood';
import { questionOf } from '../inference/takenReading';
import type { PriorOptions, Posterior } from '../inference/posterior';
import { inferPosterior } from '../inference/posterior';
import type { JobState, LedgerReading } from './foldJob';
import { isAfterRepair } from './foldJob';
import { unreadPins } from './moduleChecklist';

/** From this probability on, a suspect counts as found and the plan asks for direct proof. */
export const isolatedFrom = foundFrom;
/** From this probability on, what has been read is proof enough by itself. */
const provenFrom = 0.99;

/**
 * Where its damage was seen, this much is proof enough: old damage of no account is seen as well, and what else would lie there
 * must be nearly excluded by what was measured.
 */
const seenProvenFrom = 0.98;

/** Without any one of the readings, what is proven is still this likely: no single one decides. */
const standsFrom = 0.9;

/** What a job's readings say. */
export interface Assessment {
  readonly posterior: Posterior;
  /** The suspect that stands alone, or null while the search goes on. */
  readonly isolated: string | null;
  /**
   * Whether that one has been shown directly: its damage seen, or so much read that an outlier hardly hides another; and
   * nothing that was read speaks against it.
   */
  readonly proven: boolean;
  /** Readings that the one standing alone does not explain and that were not put right by the same question asked again. */
  readonly unexplained: readonly LedgerReading[];
  /** While one stands alone unproven: the posterior under a higher share of outliers, or without the pivotal reading. */
  readonly robustPosterior: Posterior | null;
}

/** The readings that count: those not withdrawn, of the vehicle with its fault. */
export function evidenceReadings(job: JobState): readonly LedgerReading[] {
  return job.readings
    .filter((each) => each.withdrawn === null && !isAfterRepair(job, each))
    .map((each) => ({ ...each, before: job.past.slice(0, each.pastStates) }));
}

/** Those of the vehicle as it is now: a repair that did not help may have changed what earlier ones showed. */
export function presentReadings(job: JobState): readonly LedgerReading[] {
  return evidenceReadings(job).filter(({ afterRepairs }) => afterRepairs === job.repaired.length);
}

/** What is held of a job's fault before any reading is weighed. */
export function priorOptionsOf({ comesAndGoes, repaired }: JobState): PriorOptions {
  return { comingShare: comesAndGoes ? comesAndGoesShare.told : comesAndGoesShare.usually, repaired };
}

/** The posterior that a job's readings add up to. Quick: readings are few. */
export function assess(predictor: Predictor, job: JobState): Assessment {
  const before = priorOptionsOf(job);
  const readings = evidenceReadings(job);
  const evidence = [...readings, ...currentsAsReadings(predictor, job)];
  const inferred = inferPosterior(predictor, evidence, before);
  // Of what is not drawn nothing can be suspected.
  const posterior = isUndrawn(predictor.circuit) ? { ...inferred, suspects: [] } : inferred;
  const top = posterior.suspects[0];
  if (top === undefined || top.probability < isolatedFrom) {
    return { posterior, isolated: null, proven: false, unexplained: [], robustPosterior: null };
  }
  const isolated = top.id;
  const unexplained = unexplainedReadings(readings, posterior.doubtful);
  const explained = unexplained.length === 0;
  const seen = explained && top.probability >= seenProvenFrom && damageSeen(predictor.circuit, job)(isolated);
  // A module is judged last: not before all that feeds it has been read.
  const open = !explained || unreadPins(predictor, job, isolated).length > 0;
  const robustPosterior = seen ? null : robustPosteriorOf(predictor, evidence, isolated, before, open);
  return { posterior, isolated, proven: robustPosterior === null, unexplained, robustPosterior };
}

/**
 * The posterior under a higher share of outliers; where the suspect that stands alone is proven by that as well, the posterior
 * without its pivotal reading. Null where it stands then too: it is proven.
 * @param open - whether something must be read in any case before the verdict
 */
function robustPosteriorOf(
  predictor: Predictor,
  evidence: readonly TakenReading[],
  isolated: string,
  before: PriorOptions,
  open: boolean,
): Posterior | null {
  const options = { ...before, outlierShare: robustOutlierShare };
  const robust = inferPosterior(predictor, evidence, options);
  const left = robust.suspects.find(({ id }) => id === isolated)?.probability ?? 0;
  if (open || left < provenFrom) return robust;
  const pivotal = pivotalReading(predictor, evidence, isolated, before);
  if (pivotal === null || pivotal.left >= standsFrom) return null;
  const others = evidence.filter(({ id }) => id !== pivotal.reading.id);
  return inferPosterior(predictor, others, options);
}

/** Doubtful readings whose question was not answered otherwise, and without doubt, another time. */
function unexplainedReadings(
  readings: readonly LedgerReading[],
  doubtful: readonly string[],
): readonly LedgerReading[] {
  const explained = new Set(readings.filter(({ id }) => !doubtful.includes(id)).map(questionOf));
  return readings.filter((each) => doubtful.includes(each.id) && !explained.has(questionOf(each)));
}

/** Amps at the battery or in a fuse's wire, as evidence beside the readings; what was read with a fuse pulled is not. */
function currentsAsReadings({ circuit }: Predictor, job: JobState): readonly TakenReading[] {
  const battery = circuit.parts.find(({ kind }) => kind === 'battery')?.id;
  return job.currents.flatMap(({ id, fuse, pulled, amps, state, withdrawn, afterRepairs }) => {
    const at = fuse ?? battery;
    if (at === undefined || pulled !== null || withdrawn !== null || isAfterRepair(job, { afterRepairs }))
      return [];
    const test = { instrument: 'clamp-amps', at } as const;
    return [{ id, test, state, value: { kind: 'number', value: amps }, afterRepairs }];
  });
}

/** Tells of a suspect whether damage was seen where it can be seen. */
export function damageSeen(circuit: Circuit, job: JobState): (suspect: string) => boolean {
  const places = placesOfDamage(presentReadings(job));
  return (suspect) => sights(circuit, suspect).some((place) => places.includes(place));
}

/** The places where some readings saw damage, in the order taken. */
export function placesOfDamage(
  readings: readonly Pick<LedgerReading, 'test' | 'value'>[],
): readonly string[] {
  return readings.flatMap(({ test, value }) =>
    test.instrument === 'look' && value.kind === 'outcome' && value.outcome === 'damage' ? [test.at] : [],
  );
}
