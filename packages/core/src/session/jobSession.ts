import type { CavityFill } from '../circuit/operatingState';
import type { LimiterOutlook } from '../diagnostics/survey/limiterOutlook';
import { limiterOutlook } from '../diagnostics/survey/limiterOutlook';
import { fusesOf } from '../diagnostics/survey/surveyOrder';
import type { Test } from '../instruments/instruments';
import type { Assessment } from '../job/assess';
import { assess } from '../job/assess';
import type { JobEvent } from '../job/events';
import type { JobState } from '../job/foldJob';
import { foldJob } from '../job/foldJob';
import type { OpenQuestion } from '../job/openQuestion';
import { openQuestion } from '../job/openQuestion';
import type { AmbiguityGroup } from '../job/planNext';
import { ambiguityGroups } from '../job/planNext';
import type { Kit } from '../planning/kit';
import { usualKit } from '../planning/kit';
import type { ProposedAction } from '../planning/nextActions';
import type { CircuitSession } from './circuitSession';
import type { Dossier } from './dossier';
import { dossierOf } from './dossier';
import type { BoxFacts, FuseWork } from './fuseWork';
import { fuseWorkOf } from './fuseWork';
import type { Weighed } from './jobPlans';
import { jobPlans } from './jobPlans';
import type { PointAnswer } from './pointAnswer';
import { pointAnswer } from './pointAnswer';
import type { RelayWork } from './relayWork';
import { relayWorkOf } from './relayWork';

/**
 * One job opened for questions. Its events go in as they come; what they say is worked out when it is first asked for, and
 * kept until they change.
 */
export interface JobSession {
  /** Puts events in the place of all from an index on. */
  readonly replaceFrom: (index: number, events: readonly JobEvent[]) => void;
  readonly job: () => JobState;
  readonly assessment: () => Assessment;
  /** What to do next, best first; nothing once the cause is named. Cost: up to some seconds where it was not prepared. */
  readonly plan: (kit?: Kit) => readonly ProposedAction[];
  /**
   * Works at the plan for one small step; after the last of them `plan` has it at once.
   * @param answer - one that may come next, to think ahead while nobody waits; null for the plan as things are
   * @returns whether there is more to do
   */
  readonly prepare: (answer: JobEvent | null, kit?: Kit) => boolean;
  /** What is to be answered before anything is measured; null where nothing is. */
  readonly question: () => OpenQuestion | null;
  readonly ambiguityGroups: (kit?: Kit) => readonly AmbiguityGroup[];
  readonly dossier: () => Dossier;
  readonly pointAnswer: (test: Test) => PointAnswer;
  readonly fuses: (box: BoxFacts) => FuseWork;
  readonly relay: (id: string) => RelayWork;
  /** What a limiter in a fuse's cavity would show; null where there is no such fuse. */
  readonly limiter: (fuse: string, fill: Exclude<CavityFill, { kind: 'open' }>) => LimiterOutlook | null;
}

/** @param events - all that is known of the job so far */
export function openJob(session: CircuitSession, events: readonly JobEvent[] = []): JobSession {
  const { circuit } = session;
  let log = events;
  let folded: JobState | null = null;
  let weighed: Weighed | null = null;
  /** After one possible answer. */
  let foreseen: (Weighed & { readonly answer: string }) | null = null;
  const plans = jobPlans(session.predictor);
  const weigh = (job: JobState): Weighed => ({ job, assessment: assess(session.predictor, job) });
  const job = () => (folded ??= foldJob(circuit, log));
  const now = () => (weighed ??= weigh(job()));
  const after = (answer: JobEvent) => {
    const key = JSON.stringify(answer);
    if (foreseen?.answer !== key) {
      foreseen = { ...weigh(foldJob(circuit, [...log, answer])), answer: key };
    }
    return foreseen;
  };
  return {
    replaceFrom(index, fresh) {
      if (index === log.length && fresh.length === 0) return;
      log = [...log.slice(0, index), ...fresh];
      folded = weighed = foreseen = null;
    },
    job,
    assessment: () => now().assessment,
    plan(kit = usualKit) {
      if (job().cause !== null) return [];
      return plans.plan(now(), kit);
    },
    prepare(answer, kit = usualKit) {
      if (job().cause !== null) return false;
      return plans.prepare(answer === null ? now() : after(answer), kit);
    },
    question: () => openQuestion(session.predictor, job(), now().assessment),
    ambiguityGroups: (kit = usualKit) => ambiguityGroups(session.predictor, job(), now().assessment, kit),
    dossier: () => dossierOf(session, job(), now().assessment),
    pointAnswer: (test) => pointAnswer(session, job(), now().assessment, test),
    fuses: (box) => fuseWorkOf(session, job(), box),
    relay: (id) => relayWorkOf(session, job(), now().assessment.posterior, id),
    limiter(fuse, fill) {
      const part = fusesOf(circuit).find(({ id }) => id === fuse);
      return part === undefined ? null : limiterOutlook(session.healthy, job().state, part, fill);
    },
  };
}
