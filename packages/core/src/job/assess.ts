import { NOTHING_WRONG } from '../faults/hypotheses';
import { comesAndGoesShare } from '../faults/rates';
import { sights } from '../faults/sights';
import type { InstrumentId } from '../instruments/instrument';
import type { ProposedAction } from '../plan/nextActions';
import { foreseeTest, nextActions } from '../plan/nextActions';
import { foundFrom } from '../plan/lookAhead';
import { alikeSuspects, narrowedTo } from '../suspicion/alike';
import type { Predictor } from '../suspicion/predictor';
import type { Suspicion } from '../suspicion/suspicion';
import { suspicionOf } from '../suspicion/suspicion';
import type { JobState } from './foldJob';

/** From this probability on, a suspect counts as found and the plan asks for direct proof. */
export const isolatedFrom = foundFrom;
/** From this probability on, what has been read is proof enough by itself. */
export const provenFrom = 0.98;
/** What not every technician has to hand, or has no use for beside the rest: the plan asks for it only when told to. */
export const notInEveryKit: readonly InstrumentId[] = [
  'beeper',
  'logic-tester',
  'fuse-millivolts',
  'ammeter',
  'live-data',
];

/** What a job's readings say. */
export interface Assessment {
  readonly suspicion: Suspicion;
  /** The suspect that stands alone, or null while the search goes on. */
  readonly isolated: string | null;
  /** Whether that one has been shown directly: its damage seen, or so much read that next to nothing else is left. */
  readonly proven: boolean;
}

/** The readings that count: those not withdrawn. */
function standingReadings(job: JobState) {
  return job.readings.filter((each) => each.withdrawn === null);
}

/** The suspicion that a job's readings add up to. Quick: readings are few. */
export function assess(predictor: Predictor, job: JobState): Assessment {
  const share = job.comesAndGoes ? comesAndGoesShare.told : comesAndGoesShare.usually;
  const suspicion = suspicionOf(predictor, standingReadings(job), share);
  const top = suspicion.suspects[0];
  const isolated = top !== undefined && top.probability >= isolatedFrom ? top.id : null;
  const proven =
    isolated !== null && (top!.probability >= provenFrom || damageSeen(predictor, job, isolated));
  return { suspicion, isolated, proven };
}

/** Whether damage was seen where a suspect can be seen. */
function damageSeen({ circuit }: Predictor, job: JobState, suspect: string): boolean {
  const places = sights(circuit, suspect);
  return standingReadings(job).some(
    ({ test, value }) =>
      test.instrument === 'look' &&
      places.includes(test.at) &&
      value.kind === 'outcome' &&
      value.outcome === 'damage',
  );
}

/**
 * What to do next, best first. While a suspect stands alone, the looks that would prove it come first.
 * @param without - instruments that are not to hand
 */
export function planNext(
  predictor: Predictor,
  job: JobState,
  { suspicion, isolated, proven }: Assessment,
  without: readonly InstrumentId[] = notInEveryKit,
): readonly ProposedAction[] {
  const taken = standingReadings(job);
  const searched = nextActions(predictor, suspicion, job.site, { refused: job.refused, without, taken });
  if (isolated === null || isolated === NOTHING_WRONG) return searched;
  const proofs = proofOf(predictor, suspicion, job, isolated);
  const keys = new Set(proofs.map(({ test }) => `${test.instrument} ${test.at}`));
  const others = searched.filter(({ test }) => !keys.has(`${test.instrument} ${test.at}`));
  // Where it cannot be seen, or has been looked at in vain, what would show it wrong stands for the proof.
  const contradiction = proofs.length === 0 && !proven ? others.slice(0, 1) : [];
  const search = others.slice(contradiction.length);
  return [
    ...proofs,
    ...contradiction.map((each) => ({ ...each, purpose: 'proof' as const })),
    ...search,
  ].slice(0, 5);
}

/** Looks at the suspect where it can be seen, the likeliest sight per minute first. */
function proofOf(
  predictor: Predictor,
  suspicion: Suspicion,
  job: JobState,
  suspect: string,
): readonly ProposedAction[] {
  const seen = (action: ProposedAction) => action.outcomes[1]?.probability ?? 0;
  return sights(predictor.circuit, suspect)
    .filter((place) => !job.refused.includes(place))
    .filter(
      (place) => !standingReadings(job).some(({ test }) => test.instrument === 'look' && test.at === place),
    )
    .flatMap((place) => {
      const test = { instrument: 'look', at: place } as const;
      const action = foreseeTest(predictor, suspicion, job.site, test, job.state);
      return action === null ? [] : { ...action, purpose: 'proof' as const };
    })
    .sort((one, other) => seen(other) / other.work.minutes - seen(one) / one.work.minutes);
}

/** What the readings cannot tell apart, and the action that would part it best; null where none does. */
export interface Undivided {
  readonly suspects: readonly string[];
  readonly parting: ProposedAction | null;
}

/** @param without - instruments that are not to hand */
export function undivided(
  predictor: Predictor,
  job: JobState,
  { suspicion }: Assessment,
  without: readonly InstrumentId[] = notInEveryKit,
): readonly Undivided[] {
  const taken = standingReadings(job);
  const limits = { refused: job.refused, without, taken };
  return alikeSuspects(predictor, suspicion, taken).map((suspects) => {
    const narrowed = narrowedTo(predictor, suspicion, suspects);
    const [parting] = nextActions(predictor, narrowed, job.site, limits, 1);
    return { suspects, parting: parting ?? null };
  });
}
