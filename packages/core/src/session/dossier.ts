import type { CircuitSession } from './circuitSession';
import { NOTHING_WRONG } from '../faults/hypotheses';
import { activeReadings } from '../job/foldJob';
import { locateShort } from '../diagnostics/locate/locateShort';
import { expectedWords } from '../job/fit';
import { openQuestion } from '../job/openQuestion';
import { placesOfDamage, evidenceReadings } from '../job/assess';
import { handOver } from '../job/handOver';
import { instrumentById } from '../instruments/instruments';
import { lastReadings } from '../job/lastReadings';
import { moduleChecklist } from '../job/moduleChecklist';
import type { WireFigure } from '../circuit/wireFigures';
import { assumedFigures } from '../circuit/wireFigures';
import { narrowing } from '../diagnostics/locate/narrowing';
import { numberBeside, proofPairs, proofWanted } from '../job/proof';
import { repairEstimate } from '../planning/repairEstimate';
import { repairSteps } from '../job/repairSteps';
import { simplePrediction } from '../instruments/simplePrediction';
import { misleadingReading } from '../job/misleadingReadings';
import type { Assessment } from '../job/assess';
import type { ChecklistLine } from '../job/moduleChecklist';
import type { JobState, LedgerReading } from '../job/foldJob';
import type { Located } from '../diagnostics/locate/locateShort';
import type { Narrowing } from '../diagnostics/locate/narrowing';
import type { OpenQuestion } from '../job/openQuestion';
import type { Predictor } from '../inference/predictor';
import type { ProofPair } from '../job/proof';
import type { Repair } from '../planning/repairEstimate';
import type { Test } from '../instruments/instruments';

/** Something that is read with one tap: what a healthy vehicle would show now, and what was read last in this state. */
export interface TapItem {
  readonly test: Test;
  readonly healthy: string;
  readonly last: LedgerReading | null;
}

export interface ModuleDossier {
  readonly id: string;
  readonly codes: readonly TapItem[];
  readonly live: readonly TapItem[];
  readonly checklist: readonly ChecklistLine[];
}

/** Where along a wire its short lies, and the reading that would narrow it. */
export interface WireShort {
  readonly located: Located;
  readonly next: Narrowing | null;
  /** What of the wire is only assumed, where more could be told once it is known. */
  readonly asks: readonly WireFigure[];
}

/** Everything that is said of a job beside its suspects and its next reading. */
export interface Dossier {
  /** By reading: what it cannot mean though it seems to. */
  readonly misleading: Readonly<Record<string, string>>;
  /** What the reading that fits worst should have shown; null while none does. */
  readonly mistakeExpected: string | null;
  /** What is to be answered before anything is measured; null where nothing is. */
  readonly question: OpenQuestion | null;
  /** Every consumer of the circuit. */
  readonly board: readonly TapItem[];
  readonly modules: readonly ModuleDossier[];
  readonly proof: {
    readonly wanted: readonly LedgerReading[];
    readonly pairs: readonly ProofPair[];
    /** A number that showed the fault and could be taken again beside it; null where there is none. */
    readonly beside: LedgerReading | null;
  };
  /** Of the cause, or of the leading suspect: what its repair takes. */
  readonly steps: readonly string[];
  readonly repair: Repair | null;
  readonly handOver: readonly string[];
  /** Where along the wire that stands alone its short lies; null where none does. */
  readonly along: WireShort | null;
}

/** Everything that is said of a job beside its suspects and its next reading. */
export function dossierOf(session: CircuitSession, job: JobState, assessment: Assessment): Dossier {
  const { circuit, predictor, healthy } = session;
  const { posterior } = assessment;
  const standing = activeReadings(job);
  const misleading = standing.flatMap((reading) => {
    const words = misleadingReading(healthy, reading);
    return words === null ? [] : [[reading.id, words] as const];
  });
  const mistake = standing.find(({ id }) => id === posterior.likelyMistake);
  const leading = posterior.suspects[0];
  const suspect = job.cause?.suspect ?? leading?.id;
  const kind = posterior.suspects.find(({ id }) => id === suspect)?.kinds[0]?.name ?? '';
  const named = suspect !== undefined && suspect !== NOTHING_WRONG;
  const pairs = proofPairs(healthy, job);
  return {
    misleading: Object.fromEntries(misleading),
    question: openQuestion(predictor, job, assessment),
    mistakeExpected:
      mistake === undefined || leading === undefined
        ? null
        : expectedWords(predictor, posterior, mistake, leading.id),
    board: itemsOf(healthy, job, 'load'),
    modules: circuit.parts
      .filter((part) => part.kind === 'module')
      .map(({ id }) => ({
        id,
        codes: itemsOf(healthy, job, 'codes', id),
        live: itemsOf(healthy, job, 'live-data', id),
        checklist: moduleChecklist(healthy, job, id),
      })),
    proof: { wanted: proofWanted(healthy, job), pairs, beside: numberBeside(healthy, job, pairs) },
    steps: named ? repairSteps(circuit, suspect, kind) : [],
    repair: named ? repairEstimate(circuit, job.site, suspect) : null,
    handOver: handOver(circuit, job, assessment),
    along: alongOf(session, job, assessment),
  };
}

/** Where along the wire that stands alone, shorted to ground, and what would narrow it. */
function alongOf(
  { circuit, along, alongIfKnown }: CircuitSession,
  job: JobState,
  { isolated, posterior }: Assessment,
): WireShort | null {
  const kind = posterior.suspects[0]?.kinds[0]?.name ?? '';
  const section = circuit.sections.find(({ id }) => id === isolated);
  const shorted = section !== undefined && kind.startsWith('short to ground');
  if (!shorted || isolated === null || job.cause !== null) return null;
  const readings = evidenceReadings(job);
  // What was seen needs no measuring.
  if (placesOfDamage(readings).some((place) => section.places.includes(place))) return null;
  const wire = along(isolated);
  const located = locateShort(circuit, isolated, readings, wire);
  const next = narrowing(wire, isolated, readings, job.site);
  const figures = assumedFigures(section);
  const tells =
    figures.length > 0 &&
    (located.told || narrowing(alongIfKnown(isolated), isolated, readings, job.site) !== null);
  return { located, next, asks: tells ? figures : [] };
}

/** Every target of an instrument, of one module where one is given, with the last reading in the present state. */
function itemsOf(
  { circuit, predict }: Predictor,
  job: JobState,
  id: 'load' | 'codes' | 'live-data',
  module?: string,
): readonly TapItem[] {
  const instrument = instrumentById(id);
  const last = lastReadings(job);
  return instrument
    .targets(circuit)
    .filter((at) => module === undefined || at.startsWith(`${module}.`))
    .map((at) => {
      const test = { instrument: id, at };
      return {
        test,
        healthy: simplePrediction(instrument, predict(job.state, test, null)),
        last: last(test),
      };
    });
}
