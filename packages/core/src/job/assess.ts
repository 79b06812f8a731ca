import { NOTHING_WRONG } from '../faults/hypotheses';
import { comesAndGoesShare } from '../faults/rates';
import { sights } from '../faults/sights';
import type { ProposedAction } from '../plan/nextActions';
import { foreseeTest, nextActions, solveAhead } from '../plan/nextActions';
import type { Kit } from '../plan/kit';
import { usualKit } from '../plan/kit';
import { foundFrom } from '../plan/lookAhead';
import type { PlanLimits } from '../plan/offers';
import { alikeSuspects, narrowedTo } from '../suspicion/alike';
import type { Predictor } from '../suspicion/predictor';
import { doubtingSlipShare } from '../suspicion/likelihood';
import type { Suspicion } from '../suspicion/suspicion';
import { suspicionOf } from '../suspicion/suspicion';
import type { JobState, LedgerReading } from './foldJob';
import { isAfterRepair } from './foldJob';

/** From this probability on, a suspect counts as found and the plan asks for direct proof. */
export const isolatedFrom = foundFrom;
/** From this probability on, what has been read is proof enough by itself. */
export const provenFrom = 0.98;

/** What a job's readings say. */
export interface Assessment {
  readonly suspicion: Suspicion;
  /** The suspect that stands alone, or null while the search goes on. */
  readonly isolated: string | null;
  /** Whether that one has been shown directly: its damage seen, or so much read that no single slip could undo it. */
  readonly proven: boolean;
  /** While one stands alone unproven: what would be thought by one who doubts every reading more. */
  readonly doubting: Suspicion | null;
}

/** The readings that count: those not withdrawn, of the vehicle with its fault. */
function standingReadings(job: JobState): readonly LedgerReading[] {
  return job.readings.filter((each) => each.withdrawn === null && !isAfterRepair(job, each));
}

/** Those of the vehicle as it is now: a repair that did not help may have changed what earlier ones showed. */
function presentReadings(job: JobState): readonly LedgerReading[] {
  return standingReadings(job).filter(({ afterRepairs }) => afterRepairs === job.mended.length);
}

/** The suspicion that a job's readings add up to. Quick: readings are few. */
export function assess(predictor: Predictor, job: JobState): Assessment {
  const comingShare = job.comesAndGoes ? comesAndGoesShare.told : comesAndGoesShare.usually;
  const before = { comingShare, mended: job.mended };
  const standing = standingReadings(job);
  const suspicion = suspicionOf(predictor, standing, before);
  const top = suspicion.suspects[0];
  if (top === undefined || top.probability < isolatedFrom) {
    return { suspicion, isolated: null, proven: false, doubting: null };
  }
  const isolated = top.id;
  if (damageSeen(predictor, job, isolated)) return { suspicion, isolated, proven: true, doubting: null };
  const doubting = suspicionOf(predictor, standing, { ...before, slips: doubtingSlipShare });
  const left = doubting.suspects.find(({ id }) => id === isolated)?.probability ?? 0;
  return left >= provenFrom
    ? { suspicion, isolated, proven: true, doubting: null }
    : { suspicion, isolated, proven: false, doubting };
}

/** Whether damage was seen where a suspect can be seen. */
function damageSeen({ circuit }: Predictor, job: JobState, suspect: string): boolean {
  const places = sights(circuit, suspect);
  return placesOfDamage(presentReadings(job)).some((place) => places.includes(place));
}

/** The places where some readings saw damage, in the order taken. */
export function placesOfDamage(
  readings: readonly Pick<LedgerReading, 'test' | 'value'>[],
): readonly string[] {
  return readings.flatMap(({ test, value }) =>
    test.instrument === 'look' && value.kind === 'outcome' && value.outcome === 'damage' ? [test.at] : [],
  );
}

function limitsOf(job: JobState, kit: Kit): PlanLimits {
  const [first] = standingReadings(job);
  return { refused: job.refused, taken: presentReadings(job), shownIn: first?.state.controls, ...kit };
}

/** The suspect that stands alone unproven, with what one thinks who doubts it; null while there is none. */
function doubted({ isolated, doubting }: Assessment) {
  return isolated === null || isolated === NOTHING_WRONG || doubting === null
    ? null
    : { suspect: isolated, doubting };
}

/**
 * What to do next, best first. While a suspect stands alone unproven: what shows it to the eye, and what would tell
 * it from those that a slip of one reading hides.
 */
export function planNext(
  predictor: Predictor,
  job: JobState,
  assessment: Assessment,
  kit: Kit = usualKit,
): readonly ProposedAction[] {
  const unproven = doubted(assessment);
  if (unproven === null) return nextActions(predictor, assessment.suspicion, job.site, limitsOf(job, kit));
  const { suspect, doubting } = unproven;
  const looks = looksAt(predictor, doubting, job, suspect);
  const keys = new Set(looks.map(({ test }) => `${test.instrument} ${test.at}`));
  const others = nextActions(predictor, doubting, job.site, limitsOf(job, kit)).filter(
    ({ test }) => !keys.has(`${test.instrument} ${test.at}`),
  );
  const rate = ({ bits, work }: ProposedAction) => bits / work.minutes;
  const [first] = others;
  const better = first === undefined ? looks : looks.filter((look) => rate(look) >= rate(first));
  const worse = looks.filter((look) => !better.includes(look));
  return [...better, ...others.slice(0, 1), ...worse, ...others.slice(1)]
    .slice(0, 5)
    .map((each, index) => (index === 0 || looks.includes(each) ? { ...each, purpose: 'proof' } : each));
}

/**
 * Solves ahead what `planNext` will ask, a few states at a time: for while nobody waits.
 * @param from - how many states have been seen to
 * @returns how many have been now; null when there are no more
 */
export function prepareNext(
  predictor: Predictor,
  job: JobState,
  assessment: Assessment,
  from: number,
  kit: Kit = usualKit,
): number | null {
  const thought = doubted(assessment)?.doubting ?? assessment.suspicion;
  return solveAhead(predictor, thought, job.site, limitsOf(job, kit), from);
}

/** Looks at the suspect where it can be seen, the likeliest sight per minute first. */
function looksAt(
  predictor: Predictor,
  suspicion: Suspicion,
  job: JobState,
  suspect: string,
): readonly ProposedAction[] {
  const seen = (action: ProposedAction) => action.outcomes[1]?.probability ?? 0;
  return sights(predictor.circuit, suspect)
    .filter((place) => !job.refused.includes(place))
    .filter(
      (place) => !presentReadings(job).some(({ test }) => test.instrument === 'look' && test.at === place),
    )
    .flatMap((place) => {
      const test = { instrument: 'look', at: place } as const;
      return foreseeTest(predictor, suspicion, job.site, test, job.state) ?? [];
    })
    .sort((one, other) => seen(other) / other.work.minutes - seen(one) / one.work.minutes);
}

/** What the readings cannot tell apart, and the action that would part it best; null where none does. */
export interface Undivided {
  readonly suspects: readonly string[];
  readonly parting: ProposedAction | null;
}

export function undivided(
  predictor: Predictor,
  job: JobState,
  { suspicion }: Assessment,
  kit: Kit = usualKit,
): readonly Undivided[] {
  const limits = limitsOf(job, kit);
  return alikeSuspects(predictor, suspicion, standingReadings(job), job.mended).map((suspects) => {
    const narrowed = narrowedTo(predictor, suspicion, suspects);
    const [parting] = nextActions(predictor, narrowed, job.site, limits, 1);
    return { suspects, parting: parting ?? null };
  });
}
