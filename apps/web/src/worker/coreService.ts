import {
  assess,
  createPredictor,
  foldJob,
  foreseeTest,
  instrumentById,
  planNext,
  simplePrediction,
} from '@grim-lantern/core';
import type {
  Assessment,
  Circuit,
  JobEvent,
  JobState,
  Predictor,
  ProposedAction,
  Test,
} from '@grim-lantern/core';

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

/**
 * Everything that is computed away from the page's own thread. It keeps the predictor of the circuits that it has
 * seen, since that is what makes the second question quick.
 */
export function createCoreService() {
  const predictors = new Map<string, Predictor>();
  const predictorOf = (key: string, circuit: Circuit): Predictor => {
    const known = predictors.get(key) ?? createPredictor(circuit);
    predictors.set(key, known);
    return known;
  };
  return {
    assess(
      circuitId: string,
      circuit: Circuit,
      events: readonly JobEvent[],
    ): { job: JobState; assessment: Assessment } {
      const job = foldJob(circuit, events);
      return { job, assessment: assess(predictorOf(circuitId, circuit), job) };
    },
    plan(circuitId: string, circuit: Circuit, events: readonly JobEvent[]): readonly ProposedAction[] {
      const predictor = predictorOf(circuitId, circuit);
      const job = foldJob(circuit, events);
      return planNext(predictor, job, assess(predictor, job));
    },
    ask(circuitId: string, circuit: Circuit, events: readonly JobEvent[], test: Test): PointAnswer {
      const predictor = predictorOf(circuitId, circuit);
      const job = foldJob(circuit, events);
      const { suspicion } = assess(predictor, job);
      const leading = suspicion.suspects.filter(({ probability }) => probability >= 0.02).slice(0, 3);
      const likeliest = (suspect: string) => {
        let best = -1;
        predictor.hypotheses.forEach((each, h) => {
          if (each.suspect !== suspect) return;
          if (best < 0 || suspicion.hypotheses[h]! > suspicion.hypotheses[best]!) best = h;
        });
        return best;
      };
      const read = (hypothesis: number | null) =>
        simplePrediction(instrumentById(test.instrument), predictor.predict(job.state, test, hypothesis));
      return {
        expected: [
          { suspect: null, reading: read(null) },
          ...leading.map(({ id }) => ({ suspect: id, reading: read(likeliest(id)) })),
        ],
        foreseen: foreseeTest(predictor, suspicion, job.site, test, job.state),
      };
    },
  };
}

export type CoreService = ReturnType<typeof createCoreService>;
