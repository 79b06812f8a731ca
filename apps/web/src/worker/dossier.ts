import {
  NOTHING_WRONG,
  activeReadings,
  alongWire,
  expectedWords,
  openQuestion,
  placesOfDamage,
  handOver,
  instrumentById,
  lastReadings,
  locateShort,
  moduleChecklist,
  narrowing,
  proofPairs,
  proofWanted,
  repairEstimate,
  repairSteps,
  simplePrediction,
  standingReadings,
  trapIn,
} from '@grim-lantern/core';
import type {
  Assessment,
  ChecklistLine,
  Circuit,
  JobState,
  LedgerReading,
  Located,
  Narrowing,
  OpenQuestion,
  Predictor,
  ProofPair,
  Repair,
  Test,
} from '@grim-lantern/core';

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
export interface Along {
  readonly located: Located;
  readonly next: Narrowing | null;
}

/** Everything that is said of a job beside its suspects and its next reading. */
export interface Dossier {
  /** By reading: what it cannot mean though it seems to. */
  readonly traps: Readonly<Record<string, string>>;
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
  };
  /** Of the cause, or of the leading suspect: what its repair takes. */
  readonly steps: readonly string[];
  readonly repair: Repair | null;
  readonly handOver: readonly string[];
  /** Where along the wire that stands alone its short lies; null where none does. */
  readonly along: Along | null;
}

/** @param healthy - the same circuit with nothing wrong in it: its own states, so that the plan's stay at hand */
export function dossierOf(
  predictor: Predictor,
  healthy: Predictor,
  job: JobState,
  assessment: Assessment,
): Dossier {
  const { circuit } = predictor;
  const { suspicion } = assessment;
  const standing = activeReadings(job);
  const traps = standing.flatMap((reading) => {
    const words = trapIn(healthy, reading);
    return words === null ? [] : [[reading.id, words] as const];
  });
  const mistake = standing.find(({ id }) => id === suspicion.likelyMistake);
  const leading = suspicion.suspects[0];
  const suspect = job.cause?.suspect ?? leading?.id;
  const kind = suspicion.suspects.find(({ id }) => id === suspect)?.kinds[0]?.name ?? '';
  const named = suspect !== undefined && suspect !== NOTHING_WRONG;
  return {
    traps: Object.fromEntries(traps),
    question: openQuestion(predictor, job, assessment),
    mistakeExpected:
      mistake === undefined || leading === undefined
        ? null
        : expectedWords(predictor, suspicion, mistake, leading.id),
    board: itemsOf(healthy, job, 'load'),
    modules: circuit.parts
      .filter((part) => part.kind === 'module')
      .map(({ id }) => ({
        id,
        codes: itemsOf(healthy, job, 'codes', id),
        live: itemsOf(healthy, job, 'live-data', id),
        checklist: moduleChecklist(healthy, job, id),
      })),
    proof: { wanted: proofWanted(healthy, job), pairs: proofPairs(healthy, job) },
    steps: named ? repairSteps(circuit, suspect, kind) : [],
    repair: named ? repairEstimate(circuit, job.site, suspect) : null,
    handOver: handOver(circuit, job, assessment),
    along: alongOf(circuit, job, assessment),
  };
}

let searched: { readonly circuit: Circuit; readonly section: string; readonly along: Predictor } | null =
  null;

/** Where along the wire that stands alone, shorted to ground, and what would narrow it. */
function alongOf(circuit: Circuit, job: JobState, { isolated, suspicion }: Assessment): Along | null {
  const kind = suspicion.suspects[0]?.kinds[0]?.name ?? '';
  const section = circuit.sections.find(({ id }) => id === isolated);
  const shorted = section !== undefined && kind.startsWith('short to ground');
  if (!shorted || isolated === null || job.cause !== null) return null;
  const readings = standingReadings(job);
  // What was seen needs no measuring.
  if (placesOfDamage(readings).some((place) => section.places.includes(place))) return null;
  if (searched?.circuit !== circuit || searched.section !== isolated) {
    searched = { circuit, section: isolated, along: alongWire(circuit, isolated) };
  }
  const { along } = searched;
  return {
    located: locateShort(circuit, isolated, readings, along),
    next: narrowing(along, isolated, readings, job.site),
  };
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
