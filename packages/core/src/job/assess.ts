import type { Circuit } from '../circuit/circuit';
import { comesAndGoesShare } from '../faults/rates';
import { sights } from '../faults/sights';
import { foundFrom } from '../plan/lookAhead';
import type { Predictor } from '../suspicion/predictor';
import { mostDecisive } from '../suspicion/leaderWithout';
import type { TakenReading } from '../suspicion/takenReading';
import { doubtingSlipShare } from '../suspicion/likelihood';
import { questionOf } from '../suspicion/takenReading';
import type { Beforehand, Suspicion } from '../suspicion/suspicion';
import { suspicionOf } from '../suspicion/suspicion';
import type { JobState, LedgerReading } from './foldJob';
import { isAfterRepair } from './foldJob';
import { unreadPins } from './moduleChecklist';

/** From this probability on, a suspect counts as found and the plan asks for direct proof. */
export const isolatedFrom = foundFrom;
/** From this probability on, what has been read is proof enough by itself. */
export const provenFrom = 0.99;

/** Without any one of the readings, what is proven is still this likely: no single one decides. */
const standsFrom = 0.7;

/** What a job's readings say. */
export interface Assessment {
  readonly suspicion: Suspicion;
  /** The suspect that stands alone, or null while the search goes on. */
  readonly isolated: string | null;
  /**
   * Whether that one has been shown directly: its damage seen, or so much read that a slip hardly hides another; and
   * nothing that was read speaks against it.
   */
  readonly proven: boolean;
  /** Readings that the one standing alone does not explain and that were not put right by the same question asked again. */
  readonly unexplained: readonly LedgerReading[];
  /** While one stands alone unproven: what would be thought by one who doubts every reading more, or one of them wholly. */
  readonly doubting: Suspicion | null;
}

/** The readings that count: those not withdrawn, of the vehicle with its fault. */
export function standingReadings(job: JobState): readonly LedgerReading[] {
  return job.readings
    .filter((each) => each.withdrawn === null && !isAfterRepair(job, each))
    .map((each) => ({ ...each, before: job.past.slice(0, each.pastStates) }));
}

/** Those of the vehicle as it is now: a repair that did not help may have changed what earlier ones showed. */
export function presentReadings(job: JobState): readonly LedgerReading[] {
  return standingReadings(job).filter(({ afterRepairs }) => afterRepairs === job.mended.length);
}

/** What is held of a job's fault before any reading is weighed. */
export function beforehandOf({ comesAndGoes, mended }: JobState): Beforehand {
  return { comingShare: comesAndGoes ? comesAndGoesShare.told : comesAndGoesShare.usually, mended };
}

/** The suspicion that a job's readings add up to. Quick: readings are few. */
export function assess(predictor: Predictor, job: JobState): Assessment {
  const before = beforehandOf(job);
  const readings = standingReadings(job);
  const standing = [...readings, ...currentsAsReadings(predictor, job)];
  const suspicion = suspicionOf(predictor, standing, before);
  const top = suspicion.suspects[0];
  if (top === undefined || top.probability < isolatedFrom) {
    return { suspicion, isolated: null, proven: false, unexplained: [], doubting: null };
  }
  const isolated = top.id;
  const unexplained = unexplainedReadings(readings, suspicion.doubtful);
  const explained = unexplained.length === 0;
  const seen = explained && damageSeen(predictor.circuit, job)(isolated);
  // A module is judged last: not before all that feeds it has been read.
  const open = !explained || unreadPins(predictor, job, isolated).length > 0;
  const doubting = seen ? null : doubtLeft(predictor, standing, isolated, before, open);
  return { suspicion, isolated, proven: doubting === null, unexplained, doubting };
}

/**
 * What is thought of a suspect that stands alone by one who doubts every reading more; or, where that is no doubt any more,
 * without the one reading that it hangs on most. Null where it then stands as well.
 * @param open - whether something must be read in any case before it is sworn to
 */
function doubtLeft(
  predictor: Predictor,
  standing: readonly TakenReading[],
  isolated: string,
  before: Beforehand,
  open: boolean,
): Suspicion | null {
  const doubting = { ...before, slips: doubtingSlipShare };
  const thought = suspicionOf(predictor, standing, doubting);
  const left = thought.suspects.find(({ id }) => id === isolated)?.probability ?? 0;
  if (open || left < provenFrom) return thought;
  const decisive = mostDecisive(predictor, standing, isolated, before);
  if (decisive === null || decisive.left >= standsFrom) return null;
  const others = standing.filter(({ id }) => id !== decisive.reading.id);
  return suspicionOf(predictor, others, doubting);
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
