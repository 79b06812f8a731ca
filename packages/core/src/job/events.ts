import type { OperatingState } from '../circuit/operatingState';
import type { ReadingValue, Target } from '../instruments/instrument';
import type { Test } from '../instruments/instruments';

/** What happened, told apart by `type`. A job is nothing but these, in order; none is ever changed or removed. */
export type JobFact =
  /** What the customer says, and whether it comes and goes. */
  | { readonly type: 'complaint-set'; readonly text: string; readonly comesAndGoes?: boolean | undefined }
  | { readonly type: 'state-set'; readonly state: OperatingState }
  | {
      readonly type: 'reading-taken';
      readonly test: Test;
      /** The state it was taken in, whole: a reading without it is worthless. */
      readonly state: OperatingState;
      readonly value: ReadingValue;
      /** As the technician typed or tapped it. */
      readonly typed: string;
      /** The reading that this one stands in for, which then counts as withdrawn. */
      readonly corrects?: string | undefined;
      /** Whoever took it doubts it: it counts for little. */
      readonly unsure?: true | undefined;
      /** The customer told it, with the complaint. */
      readonly told?: true | undefined;
    }
  /** A reading or a current. */
  | { readonly type: 'reading-withdrawn'; readonly reading: string; readonly why: string }
  /** The job goes on with a later revision of its circuit, by its id. */
  | { readonly type: 'circuit-followed'; readonly circuit: string }
  /** A target or a place that cannot be reached; and the opposite. */
  | { readonly type: 'point-refused'; readonly point: Target; readonly why?: string | undefined }
  | { readonly type: 'point-allowed'; readonly point: Target }
  /** A module's supplies and grounds are knowingly left unread. */
  | { readonly type: 'checklist-skipped'; readonly module: string; readonly why: string }
  /** Trim that came off for a reading is on again. */
  | { readonly type: 'strip-refitted'; readonly strip: string }
  /** Amps as a clamp or a series ammeter shows them: at the battery, or in the wire of a fuse. */
  | {
      readonly type: 'current-read';
      /** The fuse; null for all that the battery gives. */
      readonly fuse: string | null;
      /** The fuse that was pulled for it; null where all were in. */
      readonly pulled: string | null;
      readonly amps: number;
      /** Volts at the load, where they were read as well. */
      readonly volts?: number | undefined;
      readonly by: 'clamp' | 'ammeter';
      /** Minutes since the vehicle was left alone, for a drain. */
      readonly asleepMinutes?: number | undefined;
      readonly state: OperatingState;
    }
  /** What the customer is asked to allow, and for how much; and the answer. */
  | {
      readonly type: 'customer-asked';
      readonly text: string;
      readonly amount: number;
      /** The places that it is about: out of bounds when the answer is no. */
      readonly places?: readonly string[] | undefined;
    }
  | {
      readonly type: 'customer-answered';
      readonly agreed: boolean;
      /** The most that may be spent, in the workshop's money. */
      readonly amount: number;
      readonly text: string;
    }
  /** What is broken, and why it broke. */
  | {
      readonly type: 'cause-found';
      readonly suspect: string;
      readonly text: string;
      readonly root?: string | undefined;
    }
  | { readonly type: 'repair-done'; readonly steps: readonly string[]; readonly text: string }
  /** Proven by the same measurement again, or closed without that, for a reason. */
  | { readonly type: 'job-closed'; readonly proven: boolean; readonly why: string }
  | { readonly type: 'job-reopened' };

/** One entry of a job's log, as its author made it. */
export type JobEvent = JobFact & {
  /** Made where the event was made, so that sending it twice stores it once. */
  readonly id: string;
  /** The technician's id. */
  readonly author: string;
  /** ISO 8601, the author's clock. */
  readonly at: string;
};

/** The same in the log: its place in the job, given by the server from 1 on, without gaps. */
export type LoggedEvent = JobEvent & { readonly sequence: number };
