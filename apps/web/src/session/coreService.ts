import {
  liveChoices,
  openCircuit,
  openJob,
  readNotation,
  drawingDoubts,
  runningLoads,
  starters,
  usualKit,
} from '@grim-lantern/core';
import type {
  Assessment,
  BoxFacts,
  CavityFill,
  Circuit,
  Dossier,
  FuseWork,
  JobEvent,
  JobSession,
  JobState,
  Kit,
  LimiterOutlook,
  OperatingState,
  PointAnswer,
  ProposedAction,
  RelayWork,
  RunningLoad,
  Test,
} from '@grim-lantern/core';

/** What is known of a job without its plan. */
export interface JobFindings {
  readonly job: JobState;
  readonly assessment: Assessment;
  readonly dossier: Dossier;
}

/** What changed in a job since the worker was told last: a circuit is sent once, an event once. */
export interface JobChange {
  /** Which circuit the job is on; jobs on one circuit share what has been solved of it. */
  readonly circuitId: string;
  /** The circuit, when it is first asked about. */
  readonly circuit?: Circuit;
  /** The events from an index on, in place of all that were there. */
  readonly from: number;
  readonly events: readonly JobEvent[];
}

/** So long what is asked may wait for a plan that is being made, ms, and for the step of it that has begun. */
const moment = 25;

/** Everything that is computed away from the page's own thread, on the job that each change names. */
export function createCoreService() {
  const opened = new Map<string, JobSession>();
  let rehearsal: JobSession | null = null;
  const sessionOf = ({ circuitId, circuit, from, events }: JobChange): JobSession => {
    if (circuit !== undefined) opened.set(circuitId, openJob(openCircuit(circuit)));
    const known = opened.get(circuitId);
    if (known === undefined)
      throw new Error(`The circuit ${circuitId} must be sent before it is asked about.`);
    known.replaceFrom(from, events);
    return known;
  };
  return {
    plan: (change: JobChange, kit: Kit): readonly ProposedAction[] => sessionOf(change).plan(kit),
    /** Works at a plan for a moment, so that whatever else is asked is answered soon. Tells whether there is more to do. */
    prepare(change: JobChange, answer: JobEvent | null, kit: Kit): boolean {
      const session = sessionOf(change);
      for (const until = performance.now() + moment; session.prepare(answer, kit);) {
        if (performance.now() > until) return true;
      }
      return false;
    },
    /**
     * Plans a job that nobody has, for a moment: code that has run is several times as quick when the first real job is
     * opened. Tells whether there is more to do.
     */
    rehearse(): boolean {
      rehearsal ??= openJob(openCircuit(starterCircuit()));
      for (const until = performance.now() + moment; rehearsal.prepare(null, usualKit);) {
        if (performance.now() > until) return true;
      }
      return false;
    },
    /** Where a job stands, with what is said beside the readings, and what the other views of the job show. */
    findings(change: JobChange): JobFindings {
      const session = sessionOf(change);
      return { job: session.job(), assessment: session.assessment(), dossier: session.dossier() };
    },
    assessment: (change: JobChange): Assessment => sessionOf(change).assessment(),
    fuses: (change: JobChange, box: BoxFacts): FuseWork => sessionOf(change).fuses(box),
    relay: (change: JobChange, relay: string): RelayWork => sessionOf(change).relay(relay),
    limiter: (
      change: JobChange,
      fuse: string,
      fill: Exclude<CavityFill, { kind: 'open' }>,
    ): LimiterOutlook | null => sessionOf(change).limiter(fuse, fill),
    pointAnswer: (change: JobChange, test: Test): PointAnswer => sessionOf(change).pointAnswer(test),
    /** What every load of a drawing would do in a state. Rejects where half a drawing has no solution, or it is too large. */
    tryDrawing: (circuit: Circuit, state: OperatingState): readonly RunningLoad[] =>
      runningLoads(openCircuit(circuit).healthy, state),
    /** What may be drawn wrong, where the real one does otherwise. */
    doubtDrawing: drawingDoubts,
    /** What can be wrong for the simulated recorder in a fuse's wire. */
    liveChoices,
  };
}

/** A circuit with a bit of everything that is soon planned. */
function starterCircuit(): Circuit {
  const { text, fields } = starters.find(({ id }) => id === 'starter')!;
  return readNotation(text(Object.fromEntries(fields.map(({ id, usual }) => [id, usual])))).circuit;
}

export type CoreService = ReturnType<typeof createCoreService>;
