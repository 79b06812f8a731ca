import { stateKey } from '../circuit/operatingState';
import { NOTHING_WRONG } from '../faults/hypotheses';
import { sights } from '../faults/sights';
import type { Kit } from '../planning/kit';
import { usualKit } from '../planning/kit';
import type { ProposedAction } from '../planning/nextActions';
import { blewBefore } from '../planning/blewBefore';
import { nextActions } from '../planning/nextActions';
import { foreseeAnyInJob, foreseeInJob } from './foreseeInJob';
import type { PlanLimits } from '../planning/offers';
import type { Stepwise } from '../planning/stepwise';
import { atOnce } from '../planning/stepwise';
import { repairEstimate } from '../planning/repairEstimate';
import { isEndless, lostByGuessing, tookLong } from '../planning/worthItsTrim';
import { instrumentById } from '../instruments/instruments';
import { leaderWithoutReading } from '../inference/pivotalReading';
import type { TakenReading } from '../inference/takenReading';
import { robustOutlierShare } from '../inference/likelihood';
import { questionOf } from '../inference/takenReading';
import { indistinguishableSuspects, narrowedTo } from '../inference/ambiguityGroups';
import type { Predictor } from '../inference/predictor';
import type { Posterior } from '../inference/posterior';
import type { Assessment } from './assess';
import { priorOptionsOf, damageSeen, isolatedFrom, presentReadings, evidenceReadings } from './assess';
import { controlsShown } from './fit';
import type { JobState, LedgerReading } from './foldJob';
import { unreadPins } from './moduleChecklist';
import { wetLook, withLook } from './wetLook';

function limitsOf(predictor: Predictor, job: JobState, kit: Kit): PlanLimits {
  const evidence = evidenceReadings(job);
  const shownIn = controlsShown(predictor, evidence);
  return { refused: job.refused, taken: presentReadings(job), evidence, shownIn, ...kit };
}

/** How many actions to offer. */
const mostActions = 5;
/** Where one suspect stands alone, less than usual is still worth a probe: what is left to tell is little. */
const leastProvingBits = 0.002;

/** The suspect that stands alone unproven, and the posterior under a higher share of outliers; null while there is none. */
function unprovenSuspect({ isolated, robustPosterior }: Assessment) {
  return isolated === null || isolated === NOTHING_WRONG || robustPosterior === null
    ? null
    : { suspect: isolated, robustPosterior };
}

/** A question that was answered so often against the verdict is not asked once more. */
const mostAnswers = 2;

/** Readings that do not fit, to be taken once more: what is seen for nothing first. */
function askedAgain(
  predictor: Predictor,
  posterior: Posterior,
  job: JobState,
  unexplained: readonly LedgerReading[],
): readonly ProposedAction[] {
  const questions = new Map(unexplained.map((each) => [questionOf(each), each]));
  const blows = blewBefore(presentReadings(job));
  return [...questions]
    .filter(([question]) => {
      const answers = unexplained.filter((each) => questionOf(each) === question);
      return answers.length < mostAnswers;
    })
    .flatMap(([, { test, state }]) => {
      if (job.refused.includes(test.at)) return [];
      // No fuse is burnt to be sure: none is fitted where one has just been seen to blow.
      const fits = test.instrument === 'fresh-fuse' || stateKey(state) !== stateKey(job.state);
      if (fits && blows(state) !== null) return [];
      return [{ ...foreseeAnyInJob(predictor, posterior, job, test, state), purpose: 'doubt' as const }];
    })
    .sort((one, other) => one.work.minutes - other.work.minutes)
    .slice(0, mostActions);
}

/** Two faults at once are not believed from this probability on before what speaks for them has been read again. Judgement. */
const twoFaultsFrom = 0.15;

/**
 * What was told or read once and hardly fits, and is read once more before the search goes on: what the customer says, as long as
 * nobody here has seen it; and while two faults at once may be the cause, all that no single one explains, since one slip does, too.
 */
function toBeSeenAgain(job: JobState, { pairs, contradicting }: Posterior): readonly LedgerReading[] {
  const forTwo = pairs.reduce((sum, { probability }) => sum + probability, 0) >= twoFaultsFrom;
  const readings = presentReadings(job);
  return readings.filter(
    (each) =>
      contradicting.includes(each.id) &&
      (forTwo || each.told === true) &&
      readings.filter((other) => questionOf(other) === questionOf(each)).length === 1,
  );
}

/** The supplies and grounds that are still to be read before a module is judged, the cheapest first; no lamp on its pins. */
function atUnreadPins(
  predictor: Predictor,
  posterior: Posterior,
  job: JobState,
  suspect: string,
): readonly ProposedAction[] {
  return unreadPins(predictor, job, suspect)
    .filter(({ terminal }) => !job.refused.includes(terminal))
    .map(({ terminal, readIn }): ProposedAction => {
      const test = { instrument: 'voltmeter', at: terminal } as const;
      return { ...foreseeAnyInJob(predictor, posterior, job, test, readIn), purpose: 'proof' };
    })
    .sort((one, other) => one.work.minutes - other.work.minutes)
    .slice(0, mostActions);
}

/** The readings that are not taken again: all but the pivotal ones, without which the verdict would not stand. */
function nonPivotalReadings(
  predictor: Predictor,
  readings: readonly TakenReading[],
  leader: string,
  job: JobState,
): readonly TakenReading[] {
  const times = new Map<string, number>();
  for (const each of readings) times.set(questionOf(each), (times.get(questionOf(each)) ?? 0) + 1);
  const without = leaderWithoutReading(predictor, readings, leader, {
    ...priorOptionsOf(job),
    outlierShare: robustOutlierShare,
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
 * it from those that an outlier of one reading hides, that reading once more among them. Stops as `nextActions` does.
 */
export function* planNext(
  predictor: Predictor,
  job: JobState,
  assessment: Assessment,
  kit: Kit = usualKit,
): Stepwise<readonly ProposedAction[]> {
  const unproven = unprovenSuspect(assessment);
  const limits = limitsOf(predictor, job, kit);
  const unseen = toBeSeenAgain(job, assessment.posterior);
  const onceMore = askedAgain(predictor, assessment.posterior, job, unseen);
  if (onceMore.length > 0) return onceMore;
  if (unproven === null) {
    const posterior = amongSeen(predictor, job, assessment.posterior);
    const actions = unlessEndless(
      predictor,
      posterior,
      job,
      yield* nextActions(predictor, posterior, job.site, limits),
    );
    return withLook(actions, wetLook(predictor, posterior, job, presentReadings(job)));
  }
  const { suspect, robustPosterior } = unproven;
  const again = askedAgain(predictor, robustPosterior, job, assessment.unexplained);
  if (again.length > 0) return again;
  const pins = atUnreadPins(predictor, robustPosterior, job, suspect);
  if (pins.length > 0) return pins;
  const asked = new Set(limits.taken.map(questionOf));
  const looks = looksAt(predictor, robustPosterior, job, suspect);
  const keys = new Set(looks.map(({ test }) => `${test.instrument} ${test.at}`));
  const taken = nonPivotalReadings(predictor, limits.taken, suspect, job);
  const proving = { ...limits, taken, leastBits: leastProvingBits, about: suspect };
  const others = (yield* nextActions(predictor, robustPosterior, job.site, proving)).filter(
    ({ test }) => !keys.has(`${test.instrument} ${test.at}`),
  );
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

/** The same, not worth it any more where the job has taken long and what is left of it would for longer than it saves. */
function unlessEndless(
  { circuit }: Predictor,
  posterior: Posterior,
  { minutes, site }: JobState,
  actions: readonly ProposedAction[],
): readonly ProposedAction[] {
  const endless = tookLong(minutes) && isEndless(actions, () => lostByGuessing(circuit, posterior, site));
  return endless ? actions.map((each) => ({ ...each, worthIt: false })) : actions;
}

/** Equal for two jobs that a plan, with the same kit, is the same for. */
export function planKey(job: JobState, kit: Kit): string {
  const { site, refused, repaired, comesAndGoes } = job;
  return JSON.stringify([
    evidenceReadings(job).map(({ test: { instrument, at }, state, value, unsure, told, afterRepairs }) => [
      instrument,
      at,
      stateKey(state),
      value.kind === 'outcome' ? value.outcome : value.kind === 'number' ? value.value : null,
      unsure === true,
      told === true,
      afterRepairs,
    ]),
    [stateKey(site.state), site.at, site.stripped],
    [refused, repaired, comesAndGoes, tookLong(job.minutes)],
    kit,
  ]);
}

/** Damage is taken for the cause's when the suspects that would show it there are likelier together than all others. */
const seenFrom = 0.5;

/** Once damage was seen at a place, the suspects there are all that is left to tell apart. */
function amongSeen(predictor: Predictor, job: JobState, posterior: Posterior): Posterior {
  const seen = damageSeen(predictor.circuit, job);
  const there = posterior.suspects.filter(({ id }) => seen(id));
  const together = there.reduce((sum, { probability }) => sum + probability, 0);
  if (together < seenFrom) return posterior;
  return narrowedTo(
    predictor,
    posterior,
    there.map(({ id }) => id),
  );
}

/** Looks at the suspect where it can be seen, the likeliest sight per minute first. */
function looksAt(
  predictor: Predictor,
  posterior: Posterior,
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
      return foreseeInJob(predictor, posterior, job, test, job.state) ?? [];
    })
    .filter(({ work }) => work.strips.every((strip) => comingOff.includes(strip)))
    .sort((one, other) => seen(other) / other.work.minutes - seen(one) / one.work.minutes);
}

/** What the readings cannot tell apart, and the action that would part it best; null where none does. */
export interface AmbiguityGroup {
  readonly suspects: readonly string[];
  readonly parting: ProposedAction | null;
}

/** What stands equal among the suspects, and what would part each group. */
export function ambiguityGroups(
  predictor: Predictor,
  job: JobState,
  { posterior }: Assessment,
  kit: Kit = usualKit,
): readonly AmbiguityGroup[] {
  const limits = limitsOf(predictor, job, kit);
  return indistinguishableSuspects(predictor, posterior, evidenceReadings(job), job.repaired).map(
    (suspects) => {
      const narrowed = narrowedTo(predictor, posterior, suspects);
      const [parting] = atOnce(nextActions(predictor, narrowed, job.site, limits, 1));
      return { suspects, parting: parting ?? null };
    },
  );
}
