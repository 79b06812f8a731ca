import {
  allInstruments,
  expectedWords,
  fitsHealthy,
  handOver,
  instrumentById,
  moduleChecklist,
  priceOfBeingWrong,
  proofPairs,
  proofWanted,
  repairEstimate,
  repairSteps,
  simplePrediction,
  stateKey,
  trapIn,
} from '@grim-lantern/core';
import type {
  Assessment,
  ChecklistLine,
  JobState,
  LedgerReading,
  Predictor,
  PriceOfBeingWrong,
  ProofPair,
  ProposedAction,
  Repair,
  Test,
} from '@grim-lantern/core';

/** A code or a live value of a module: what a healthy vehicle would say now, and what was read last. */
export interface ScanItem {
  readonly test: Test;
  readonly healthy: string;
  readonly last: LedgerReading | null;
}

export interface ModuleDossier {
  readonly id: string;
  readonly codes: readonly ScanItem[];
  readonly live: readonly ScanItem[];
  readonly checklist: readonly ChecklistLine[];
}

/** A consumer on the symptom board. */
export interface BoardTile {
  readonly at: string;
  /** What a healthy one does in the present state. */
  readonly healthy: string;
  readonly last: LedgerReading | null;
}

/** Everything that is said of a job beside its suspects and its next reading. */
export interface Dossier {
  /** By reading: what it cannot mean though it seems to. */
  readonly traps: Readonly<Record<string, string>>;
  /** What the reading that fits worst should have shown; null while none does. */
  readonly mistakeExpected: string | null;
  readonly board: readonly BoardTile[];
  readonly modules: readonly ModuleDossier[];
  readonly proof: {
    readonly wanted: readonly LedgerReading[];
    readonly pairs: readonly ProofPair[];
  };
  /** Of the cause, or of the leading suspect: what its repair takes. */
  readonly steps: readonly string[];
  readonly repair: Repair | null;
  readonly handOver: readonly string[];
  /** Readings that are what a healthy circuit shows. */
  readonly healthy: readonly string[];
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
  const standing = job.readings.filter(({ withdrawn }) => withdrawn === null);
  const traps = standing.flatMap((reading) => {
    const words = trapIn(healthy, reading);
    return words === null ? [] : [[reading.id, words] as const];
  });
  const mistake = standing.find(({ id }) => id === suspicion.likelyMistake);
  const leading = suspicion.suspects[0];
  const suspect = job.cause?.suspect ?? leading?.id;
  const kind = suspicion.suspects.find(({ id }) => id === suspect)?.kinds[0]?.name ?? '';
  const named = suspect !== undefined && suspect !== 'nothing-wrong';
  return {
    traps: Object.fromEntries(traps),
    mistakeExpected:
      mistake === undefined || leading === undefined
        ? null
        : expectedWords(predictor, suspicion, mistake, leading.id),
    board: itemsOf(healthy, job, 'load').map(({ test, ...rest }) => ({ at: test.at, ...rest })),
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
    healthy: standing.filter((each) => fitsHealthy(healthy, each)).map(({ id }) => id),
  };
}

/** Every target of an instrument, of one module where one is given, with the last reading in the present state. */
function itemsOf(
  { circuit, predict }: Predictor,
  job: JobState,
  instrument: 'load' | 'codes' | 'live-data',
  module?: string,
): readonly ScanItem[] {
  const found = allInstruments.find(({ id }) => id === instrument);
  const targets = found?.targets(circuit) ?? [];
  return targets
    .filter((at) => module === undefined || at.startsWith(`${module}.`))
    .map((at) => {
      const test = { instrument, at };
      return {
        test,
        healthy: simplePrediction(instrumentById(instrument), predict(job.state, test, null)),
        last: lastIn(job, test),
      };
    });
}

function lastIn({ readings, state }: JobState, { instrument, at }: Test): LedgerReading | null {
  const now = stateKey(state);
  return (
    readings
      .filter(({ test, withdrawn }) => withdrawn === null && test.instrument === instrument && test.at === at)
      .filter((each) => stateKey(each.state) === now)
      .at(-1) ?? null
  );
}

/** Whether to go on before something costly: the chance of being wrong against one more reading. */
export function priceOf(
  { suspicion }: Assessment,
  repair: Repair,
  action: ProposedAction,
): PriceOfBeingWrong | null {
  const leading = suspicion.suspects[0];
  return leading === undefined ? null : priceOfBeingWrong(leading.probability, repair, action);
}
