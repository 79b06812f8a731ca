import { stateKey } from '../circuit/operatingState';
import { NOTHING_WRONG } from '../faults/hypotheses';
import { sights } from '../faults/sights';
import type { Kit } from '../plan/kit';
import { usualKit } from '../plan/kit';
import type { ProposedAction } from '../plan/nextActions';
import { foreseeAny, foreseeTest, nextActions, solveAhead } from '../plan/nextActions';
import type { PlanLimits } from '../plan/offers';
import { repairEstimate } from '../plan/repairEstimate';
import { instrumentById } from '../instruments/instruments';
import { leaderWithout } from '../suspicion/leaderWithout';
import type { TakenReading } from '../suspicion/takenReading';
import { doubtingSlipShare } from '../suspicion/likelihood';
import { questionOf } from '../suspicion/takenReading';
import { alikeSuspects, narrowedTo } from '../suspicion/alike';
import type { Predictor } from '../suspicion/predictor';
import type { Suspicion } from '../suspicion/suspicion';
import type { Assessment } from './assess';
import { beforehandOf, damageSeen, isolatedFrom, presentReadings, standingReadings } from './assess';
import type { JobState, LedgerReading } from './foldJob';
import { unreadPins } from './moduleChecklist';

function limitsOf(job: JobState, kit: Kit): PlanLimits {
  const [first] = standingReadings(job);
  return { refused: job.refused, taken: presentReadings(job), shownIn: first?.state.controls, ...kit };
}

/** How many actions to offer. */
const mostActions = 5;
/** Where one suspect stands alone, less than usual is still worth a probe: what is left to tell is little. */
const leastProvingBits = 0.002;

/** The suspect that stands alone unproven, with what one thinks who doubts it; null while there is none. */
function doubted({ isolated, doubting }: Assessment) {
  return isolated === null || isolated === NOTHING_WRONG || doubting === null
    ? null
    : { suspect: isolated, doubting };
}

/** A question that was answered so often against the verdict is not asked once more. */
const mostAnswers = 2;

/** Readings that the verdict does not explain, to be taken once more: what is seen for nothing first. */
function askedAgain(
  predictor: Predictor,
  suspicion: Suspicion,
  job: JobState,
  unexplained: readonly LedgerReading[],
): readonly ProposedAction[] {
  const questions = new Map(unexplained.map((each) => [questionOf(each), each]));
  return [...questions]
    .filter(([question]) => {
      const answers = unexplained.filter((each) => questionOf(each) === question);
      return answers.length < mostAnswers;
    })
    .flatMap(([, { test, state }]) => {
      if (job.refused.includes(test.at)) return [];
      return [{ ...foreseeAny(predictor, suspicion, job.site, test, state), purpose: 'doubt' as const }];
    })
    .sort((one, other) => one.work.minutes - other.work.minutes)
    .slice(0, mostActions);
}

/** The supplies and grounds that are still to be read before a module is judged, the cheapest first; no lamp on its pins. */
function atUnreadPins(
  predictor: Predictor,
  suspicion: Suspicion,
  job: JobState,
  suspect: string,
): readonly ProposedAction[] {
  return unreadPins(predictor, job, suspect)
    .filter(({ terminal }) => !job.refused.includes(terminal))
    .map(({ terminal, readIn }): ProposedAction => {
      const test = { instrument: 'voltmeter', at: terminal } as const;
      return { ...foreseeAny(predictor, suspicion, job.site, test, readIn), purpose: 'proof' };
    })
    .sort((one, other) => one.work.minutes - other.work.minutes)
    .slice(0, mostActions);
}

/** The readings that are not taken again: all but those that the verdict hangs on, which are taken once more. */
function notHungOn(
  predictor: Predictor,
  readings: readonly TakenReading[],
  leader: string,
  job: JobState,
): readonly TakenReading[] {
  const times = new Map<string, number>();
  for (const each of readings) times.set(questionOf(each), (times.get(questionOf(each)) ?? 0) + 1);
  const without = leaderWithout(predictor, readings, leader, {
    ...beforehandOf(job),
    slips: doubtingSlipShare,
  });
  return readings.filter(
    (each) =>
      times.get(questionOf(each))! > 1 ||
      !instrumentById(each.test.instrument).electrical ||
      without(each) >= isolatedFrom,
  );
}

/**
 * What to do next, best first. While a suspect stands alone unproven: what shows it to the eye, and what would tell
 * it from those that a slip of one reading hides, that reading once more among them.
 */
export function planNext(
  predictor: Predictor,
  job: JobState,
  assessment: Assessment,
  kit: Kit = usualKit,
): readonly ProposedAction[] {
  return made.get(predictor)?.get(planKey(job, kit)) ?? plan(predictor, job, assessment, kit);
}

function plan(
  predictor: Predictor,
  job: JobState,
  assessment: Assessment,
  kit: Kit,
): readonly ProposedAction[] {
  const unproven = doubted(assessment);
  const limits = limitsOf(job, kit);
  if (unproven === null) {
    return nextActions(predictor, amongSeen(predictor, job, assessment.suspicion), job.site, limits);
  }
  const { suspect, doubting } = unproven;
  const again = askedAgain(predictor, doubting, job, assessment.unexplained);
  if (again.length > 0) return again;
  const pins = atUnreadPins(predictor, doubting, job, suspect);
  if (pins.length > 0) return pins;
  const asked = new Set(limits.taken.map(questionOf));
  const looks = looksAt(predictor, doubting, job, suspect);
  const keys = new Set(looks.map(({ test }) => `${test.instrument} ${test.at}`));
  const taken = notHungOn(predictor, limits.taken, suspect, job);
  const others = nextActions(predictor, doubting, job.site, {
    ...limits,
    taken,
    leastBits: leastProvingBits,
  }).filter(({ test }) => !keys.has(`${test.instrument} ${test.at}`));
  const rate = ({ bits, work }: ProposedAction) => bits / work.minutes;
  const [first] = others;
  const better = first === undefined ? looks : looks.filter((look) => rate(look) >= rate(first));
  const worse = looks.filter((look) => !better.includes(look));
  return [...better, ...others.slice(0, 1), ...worse, ...others.slice(1)]
    .slice(0, mostActions)
    .map((each, index) => {
      if (asked.has(questionOf(each))) return { ...each, purpose: 'check' };
      return index === 0 || looks.includes(each) ? { ...each, purpose: 'proof' } : each;
    });
}

/** Plans made before they were asked for, the last few of each predictor. */
const made = new WeakMap<Predictor, Map<string, readonly ProposedAction[]>>();
const keptPlans = 8;

/** Equal for two jobs that a plan, with the same kit, is the same for. */
function planKey(job: JobState, kit: Kit): string {
  const { site, refused, mended, comesAndGoes } = job;
  return JSON.stringify([
    standingReadings(job).map(({ test: { instrument, at }, state, value, afterRepairs }) => [
      instrument,
      at,
      stateKey(state),
      value.kind === 'outcome' ? value.outcome : value.kind === 'number' ? value.value : null,
      afterRepairs,
    ]),
    [stateKey(site.state), site.at, site.stripped],
    [refused, mended, comesAndGoes],
    kit,
  ]);
}

/**
 * Thinks ahead what `planNext` will be asked, a little at a time, for while nobody waits: solves a few states, or at
 * the end makes the plan itself, which stands if the reading turns out just so.
 * @param from - how far it has come
 * @returns how far it is now; null when all is done
 */
export function prepareNext(
  predictor: Predictor,
  job: JobState,
  assessment: Assessment,
  from: number,
  kit: Kit = usualKit,
): number | null {
  const thought = doubted(assessment)?.doubting ?? assessment.suspicion;
  const solved = solveAhead(predictor, thought, job.site, limitsOf(job, kit), from);
  if (solved !== null) return solved;
  const plans = made.get(predictor) ?? new Map<string, readonly ProposedAction[]>();
  made.set(predictor, plans);
  plans.set(planKey(job, kit), plan(predictor, job, assessment, kit));
  if (plans.size > keptPlans) plans.delete(plans.keys().next().value ?? '');
  return null;
}

/** Damage is taken for the cause's when the suspects that would show it there are likelier together than all others. */
const seenFrom = 0.5;

/** Once damage was seen at a place, the suspects there are all that is left to tell apart. */
function amongSeen(predictor: Predictor, job: JobState, suspicion: Suspicion): Suspicion {
  const seen = damageSeen(predictor.circuit, job);
  const there = suspicion.suspects.filter(({ id }) => seen(id));
  const together = there.reduce((sum, { probability }) => sum + probability, 0);
  if (together < seenFrom) return suspicion;
  return narrowedTo(
    predictor,
    suspicion,
    there.map(({ id }) => id),
  );
}

/** Looks at the suspect where it can be seen, the likeliest sight per minute first. */
function looksAt(
  predictor: Predictor,
  suspicion: Suspicion,
  job: JobState,
  suspect: string,
): readonly ProposedAction[] {
  const seen = (action: ProposedAction) => action.outcomes[1]?.probability ?? 0;
  // Trim comes off for a look only where the repair takes it off as well.
  const { strips: comingOff } = repairEstimate(predictor.circuit, job.site, suspect);
  return sights(predictor.circuit, suspect)
    .filter((place) => !job.refused.includes(place))
    .filter(
      (place) => !presentReadings(job).some(({ test }) => test.instrument === 'look' && test.at === place),
    )
    .flatMap((place) => {
      const test = { instrument: 'look', at: place } as const;
      return foreseeTest(predictor, suspicion, job.site, test, job.state) ?? [];
    })
    .filter(({ work }) => work.strips.every((strip) => comingOff.includes(strip)))
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
