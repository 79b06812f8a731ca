import type { BenchOutcome } from '../../instruments/relayBench';
import type { CoilBand, RelayPart } from '../../circuit/parts/relay';

/** Ohms as a meter shows them; `OL` where there is no path. */
export type ShownOhms = number | 'OL';

/** What was read of a relay by itself. All of it optional: nobody measures everything. */
export interface BenchReadings {
  readonly coilOhms?: ShownOhms | undefined;
  /** Of the relay when its coil was read, °C. */
  readonly celsius?: number | undefined;
  /** The same with the probes exchanged. */
  readonly coilReversedOhms?: ShownOhms | undefined;
  /** What the maker gives at 20 °C; the relay's own or the typical band when absent. */
  readonly band?: CoilBand | undefined;
  readonly openAtRest?: ShownOhms | undefined;
  readonly closedAtRest?: ShownOhms | undefined;
  readonly openPulled?: ShownOhms | undefined;
  readonly closedPulled?: ShownOhms | undefined;
  /** Volts over the closed contact while so many amps pass. */
  readonly dropVolts?: number | undefined;
  readonly dropAmps?: number | undefined;
  readonly pullInVolts?: number | undefined;
  readonly dropOutVolts?: number | undefined;
  /** Whether it pulls with its coil fed either way round, or only as marked. */
  readonly pullsReversed?: boolean | undefined;
  /** Between coil and contacts. */
  readonly acrossFrameOhms?: ShownOhms | undefined;
}

export type BenchGrade = 'good' | 'doubtful' | 'bad';

/** What one measurement says. */
export interface BenchLine {
  readonly what: string;
  readonly words: string;
  /** Null where it settles nothing. */
  readonly grade: BenchGrade | null;
  /** What it speaks against, where it is bad. */
  readonly against: Exclude<BenchOutcome, 'good'> | null;
}

export interface BenchVerdict {
  readonly lines: readonly BenchLine[];
  /** The worst of them; null before anything was measured. */
  readonly grade: BenchGrade | null;
  /** As evidence for the job; null while it says nothing for sure. */
  readonly outcome: BenchOutcome | null;
  /** Why, in one sentence. */
  readonly why: string;
}

/** What is known of the relay before it is measured. */
export interface BenchSubject {
  readonly relay: RelayPart;
  readonly nominalVolts: number;
  /** What its contact carries in the vehicle; null where that is not known. */
  readonly loadAmps: number | null;
}

/** The least amps through a contact that tell of it: a milliamp passes a burnt one. */
export const tellingAmps = 1;

/** One line of a bench test. */
export function line(
  what: string,
  words: string,
  grade: BenchGrade | null,
  against: BenchLine['against'] = null,
): BenchLine {
  return { what, words, grade, against };
}
