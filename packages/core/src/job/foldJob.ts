import type { Circuit } from '../circuit/circuit';
import type { OperatingState } from '../circuit/operatingState';
import { withCavity } from '../circuit/operatingState';
import type { ReadingValue, Test } from '../instruments/instrument';
import { restingState } from '../circuit/restingState';
import type { Worksite } from '../plan/work';
import { workFor } from '../plan/work';
import type { TakenReading } from '../suspicion/likelihood';
import type { JobEvent } from './events';

/** A reading in the ledger; a withdrawn one stays, marked. */
export interface LedgerReading extends TakenReading {
  readonly author: string;
  readonly at: string;
  readonly typed: string;
  /** Why it was withdrawn; null while it stands. */
  readonly withdrawn: string | null;
}

/** Where a job stands: what its events add up to. */
export interface JobState {
  readonly complaint: string;
  /** Whether the fault is said to come and go. */
  readonly comesAndGoes: boolean;
  readonly state: OperatingState;
  readonly readings: readonly LedgerReading[];
  readonly refused: readonly string[];
  readonly cause: { readonly suspect: string; readonly text: string } | null;
  /** Hands, strips and state as the readings left them; `state` is always the job's. */
  readonly site: Worksite;
  /** Minutes that the readings should have taken, by the same costs as the plan's. */
  readonly minutes: number;
}

/** A job before its first event. */
export function emptyJob(circuit: Circuit): JobState {
  const state = restingState(circuit);
  return {
    complaint: '',
    comesAndGoes: false,
    state,
    readings: [],
    refused: [],
    cause: null,
    site: { state, at: null, stripped: [] },
    minutes: 0,
  };
}

/** What a job's events add up to, in the order given. Pure: the same events give the same job everywhere. */
export function foldJob(circuit: Circuit, events: readonly JobEvent[]): JobState {
  return events.reduce((job, event) => applyEvent(circuit, job, event), emptyJob(circuit));
}

function applyEvent(circuit: Circuit, job: JobState, event: JobEvent): JobState {
  switch (event.type) {
    case 'complaint-set':
      return { ...job, complaint: event.text, comesAndGoes: event.comesAndGoes ?? job.comesAndGoes };
    case 'state-set':
      return { ...job, state: event.state, site: { ...job.site, state: event.state } };
    case 'reading-taken': {
      const work = workFor(circuit, job.site, event.state, event.test);
      const { id, author, at, test, state, value, typed } = event;
      const left = afterReading(event.test, state, value);
      return {
        ...job,
        state: left,
        readings: [...job.readings, { id, author, at, test, state, value, typed, withdrawn: null }],
        site: { ...work.after, state: left },
        minutes: job.minutes + work.minutes,
      };
    }
    case 'reading-withdrawn':
      return {
        ...job,
        readings: job.readings.map((each) =>
          each.id === event.reading ? { ...each, withdrawn: event.why } : each,
        ),
      };
    case 'point-refused':
      return { ...job, refused: [...job.refused.filter((each) => each !== event.point), event.point] };
    case 'point-allowed':
      return { ...job, refused: job.refused.filter((each) => each !== event.point) };
    case 'cause-found':
      return { ...job, cause: { suspect: event.suspect, text: event.text } };
    case 'job-reopened':
      return { ...job, cause: null };
  }
}

/** How a reading leaves the vehicle: a fuse that has blown is as good as none in its cavity, until one is fitted. */
function afterReading({ instrument, at }: Test, state: OperatingState, value: ReadingValue): OperatingState {
  const blown = instrument === 'fresh-fuse' && value.kind === 'outcome' && value.outcome !== 'holds';
  return blown ? withCavity(state, at, { kind: 'open' }) : state;
}
