import {
  assess,
  createPredictor,
  expectedWords,
  foldJob,
  foreseeTest,
  fusesOf,
  limiterOutlook,
  liveChoices,
  planNext,
  prepareNext,
  runningLoads,
} from '@grim-lantern/core';
import type {
  Assessment,
  CavityFill,
  Circuit,
  JobEvent,
  JobState,
  Kit,
  LimiterOutlook,
  OperatingState,
  Predictor,
  ProposedAction,
  RunningLoad,
  Test,
} from '@grim-lantern/core';
import type { Dossier } from './dossier';
import type { RelayWork } from './relayWork';
import { relayWorkOf } from './relayWork';
import type { BoxFacts, FuseWork } from './fuseWork';
import { fuseWorkOf } from './fuseWork';
import { dossierOf } from './dossier';

/** What would be read at a point, if one suspect were the cause. */
export interface ExpectedReading {
  /** A section's id, or null for the healthy circuit. */
  readonly suspect: string | null;
  /** In words: `0.4 Ω`, `dark`, `OL`. */
  readonly reading: string;
}

/** A question about any instrument on any point, in the job's present state. */
export interface PointAnswer {
  readonly expected: readonly ExpectedReading[];
  /** What it would tell; null when it can tell nothing. */
  readonly foreseen: ProposedAction | null;
}

/** What is known of a job without its plan. */
export interface Standing {
  readonly job: JobState;
  readonly assessment: Assessment;
  readonly dossier: Dossier;
}

/**
 * Everything that is computed away from the page's own thread. It keeps the predictor of the circuits that it has
 * seen, since that is what makes the second question quick.
 */
export function createCoreService() {
  const predictorOf = remembered((circuit: Circuit) => createPredictor(circuit));
  const healthyOf = remembered((circuit: Circuit) => createPredictor(circuit, []));
  const think = thinking(predictorOf);
  return {
    /** What the evidence says, without what only an open job needs. */
    assess(circuitId: string, circuit: Circuit, events: readonly JobEvent[]): Omit<Standing, 'dossier'> {
      const { job, assessment } = think(circuitId, circuit, events);
      return { job, assessment };
    },
    plan(
      circuitId: string,
      circuit: Circuit,
      events: readonly JobEvent[],
      kit: Kit,
    ): readonly ProposedAction[] {
      const { predictor, job, assessment } = think(circuitId, circuit, events);
      return job.cause === null ? planNext(predictor, job, assessment, kit) : [];
    },
    /** Solves ahead what `plan` will ask, a few states at a time; where to go on, or null at the end. */
    prepare(
      circuitId: string,
      circuit: Circuit,
      events: readonly JobEvent[],
      kit: Kit,
      from: number,
    ): number | null {
      const { predictor, job, assessment } = think(circuitId, circuit, events);
      return prepareNext(predictor, job, assessment, from, kit);
    },
    /** Where a job stands, with what is said beside the readings, and what the other views of the job show. */
    dossier(circuitId: string, circuit: Circuit, events: readonly JobEvent[]): Standing {
      const { predictor, job, assessment } = think(circuitId, circuit, events);
      const dossier = dossierOf(predictor, healthyOf(circuitId, circuit), job, assessment);
      return { job, assessment, dossier };
    },
    fuses(circuitId: string, circuit: Circuit, events: readonly JobEvent[], box: BoxFacts): FuseWork {
      return fuseWorkOf(healthyOf(circuitId, circuit), foldJob(circuit, events), box);
    },
    /** What is said of one relay's socket. */
    relay(circuitId: string, circuit: Circuit, events: readonly JobEvent[], relay: string): RelayWork {
      const { predictor, job, assessment } = think(circuitId, circuit, events);
      return relayWorkOf(predictor, healthyOf(circuitId, circuit), job, assessment.suspicion, relay);
    },
    /** What a limiter in a fuse's cavity would show; null where there is no such fuse. */
    limiter(
      circuitId: string,
      circuit: Circuit,
      events: readonly JobEvent[],
      fuse: string,
      fill: Exclude<CavityFill, { kind: 'open' }>,
    ): LimiterOutlook | null {
      const part = fusesOf(circuit).find(({ id }) => id === fuse);
      if (part === undefined) return null;
      return limiterOutlook(healthyOf(circuitId, circuit), foldJob(circuit, events).state, part, fill);
    },
    /** What every load of a drawing would do in a state. Rejects where half a drawing has no solution, or it is too large. */
    tryDrawing: (circuit: Circuit, state: OperatingState): readonly RunningLoad[] =>
      runningLoads(createPredictor(circuit, []), state),
    /** What can be wrong for the simulated recorder in a fuse's wire. */
    liveChoices,
    ask(circuitId: string, circuit: Circuit, events: readonly JobEvent[], test: Test): PointAnswer {
      return pointAnswer(predictorOf(circuitId, circuit), foldJob(circuit, events), test);
    },
  };
}

/** What would be read at a point, if nothing and if each leading suspect were wrong, and what that would tell. */
function pointAnswer(predictor: Predictor, job: JobState, test: Test): PointAnswer {
  const { suspicion } = assess(predictor, job);
  const leading = suspicion.suspects.filter(({ probability }) => probability >= 0.02).slice(0, 3);
  return {
    expected: [null, ...leading.map(({ id }) => id)].map((suspect) => ({
      suspect,
      reading: expectedWords(predictor, suspicion, { test, state: job.state }, suspect),
    })),
    foreseen: foreseeTest(predictor, suspicion, job.site, test, job.state),
  };
}

/** What a job's events say, by the predictor of its circuit. */
function thinking(predictorOf: (key: string, circuit: Circuit) => Predictor) {
  return (circuitId: string, circuit: Circuit, events: readonly JobEvent[]) => {
    const predictor = predictorOf(circuitId, circuit);
    const job = foldJob(circuit, events);
    return { predictor, job, assessment: assess(predictor, job) };
  };
}

function remembered(make: (circuit: Circuit) => Predictor): (key: string, circuit: Circuit) => Predictor {
  const known = new Map<string, Predictor>();
  return (key, circuit) => {
    const found = known.get(key) ?? make(circuit);
    known.set(key, found);
    return found;
  };
}

export type CoreService = ReturnType<typeof createCoreService>;
