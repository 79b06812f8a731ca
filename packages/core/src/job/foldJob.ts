import type { Circuit } from '../circuit/circuit';
import type { OperatingState } from '../circuit/operatingState';
import { stateKey, withCavity, withRenewed } from '../circuit/operatingState';
import type { ReadingValue } from '../instruments/instrument';
import type { Test } from '../instruments/instruments';
import { restingState } from '../circuit/restingState';
import type { Worksite } from '../planning/work';
import { workFor } from '../planning/work';
import type { TakenReading } from '../inference/takenReading';
import type { PastState } from '../inference/openedBefore';
import type { JobEvent } from './events';
import { fittedEvents } from './fittedEvents';
import type { ReadingTaken, Standing } from './standing';
import { standingEvents } from './standing';

/** A reading in the ledger; a withdrawn one stays, marked. */
export interface LedgerReading extends TakenReading {
  readonly author: string;
  readonly at: string;
  readonly typed: string;
  /** Why it was withdrawn; null while it stands. */
  readonly withdrawn: string | null;
  /** How many repairs of the job had been done by then. */
  readonly afterRepairs: number;
  /** How many of the job's past states came before it. */
  readonly pastStates: number;
}

/** Amps in the ledger of currents; a withdrawn one stays, marked. */
export interface CurrentReading {
  readonly id: string;
  readonly author: string;
  readonly at: string;
  /** The fuse; null for all that the battery gives. */
  readonly fuse: string | null;
  readonly pulled: string | null;
  readonly amps: number;
  readonly volts: number | null;
  readonly by: 'clamp' | 'ammeter';
  readonly asleepMinutes: number | null;
  readonly state: OperatingState;
  /** Why it was withdrawn; null while it stands. */
  readonly withdrawn: string | null;
  /** How many repairs of the job had been done by then. */
  readonly afterRepairs: number;
}

/** What the customer was asked, and the answer; null while the job waits for it. */
export interface CustomerWord {
  readonly text: string;
  readonly amount: number;
  readonly places: readonly string[];
  readonly at: string;
  readonly answer: { readonly agreed: boolean; readonly amount: number; readonly text: string } | null;
}

/** Where a job stands in the order of work. */
export type JobStage =
  | 'searching'
  | 'waiting for the customer'
  | 'cause found'
  | 'repaired'
  | 'proven'
  | 'closed unproven';

/** Where a job stands: what its events add up to. */
export interface JobState {
  readonly complaint: string;
  /** Whether the fault is said to come and go. */
  readonly comesAndGoes: boolean;
  readonly state: OperatingState;
  /** The states that the vehicle has been in, in order, each once while it lasts. */
  readonly past: readonly PastState[];
  readonly readings: readonly LedgerReading[];
  readonly currents: readonly CurrentReading[];
  readonly refused: readonly string[];
  /** Why a point was refused, where that was said. */
  readonly refusedWhy: Readonly<Record<string, string>>;
  /** Modules whose check-list was knowingly skipped, and why. */
  readonly skipped: Readonly<Record<string, string>>;
  readonly customer: readonly CustomerWord[];
  readonly cause: { readonly suspect: string; readonly text: string; readonly root: string } | null;
  readonly repair: { readonly steps: readonly string[]; readonly text: string; readonly at: string } | null;
  /** Suspects mended though the fault stayed, in order: each repair that the search was reopened after. */
  readonly repaired: readonly string[];
  readonly closed: { readonly proven: boolean; readonly why: string; readonly at: string } | null;
  readonly stage: JobStage;
  /** The technicians who made its entries, the last one last. */
  readonly authors: readonly string[];
  /** Hands, strips and state as the readings left them; `state` is always the job's. */
  readonly site: Worksite;
  /** Events at points that the circuit no longer has, since the job went on with another revision: kept, not weighed. */
  readonly misfits: readonly JobEvent[];
  /** Minutes that the readings should have taken, by the same costs as the plan's. */
  readonly minutes: number;
  /** What parts tried on the way cost, in the workshop's money. */
  readonly money: number;
}

/** The readings that were not withdrawn, in the order taken. */
export function activeReadings({ readings }: Pick<JobState, 'readings'>): readonly LedgerReading[] {
  return readings.filter(({ withdrawn }) => withdrawn === null);
}

/** Whether a reading was taken after the repair that stands: proof of it, no evidence of the fault. */
export function isAfterRepair(
  { repaired }: JobState,
  { afterRepairs }: Pick<LedgerReading, 'afterRepairs'>,
): boolean {
  return afterRepairs > repaired.length;
}

/** A job before its first event. */
function emptyJob(circuit: Circuit): JobState {
  const state = restingState(circuit);
  return {
    complaint: '',
    comesAndGoes: false,
    state,
    past: [],
    readings: [],
    currents: [],
    refused: [],
    refusedWhy: {},
    skipped: {},
    customer: [],
    cause: null,
    repair: null,
    repaired: [],
    closed: null,
    stage: 'searching',
    authors: [],
    site: { state, at: null, stripped: [] },
    misfits: [],
    minutes: 0,
    money: 0,
  };
}

/** What a job's events add up to, in the order given. Pure: the same events give the same job everywhere. */
export function foldJob(circuit: Circuit, events: readonly JobEvent[]): JobState {
  const { fitting, misfits } = fittedEvents(circuit, events);
  const start: JobState = { ...emptyJob(circuit), misfits };
  const job = standingEvents(fitting).reduce((before, standing) => {
    const after = applyEvent(circuit, before, standing);
    return { ...after, stage: stageOf(after) };
  }, start);
  const authors = new Set(fitting.map(({ author }) => author).reverse());
  return { ...job, authors: [...authors].reverse() };
}

function stageOf({ closed, repair, cause, customer }: JobState): JobStage {
  if (closed !== null) return closed.proven ? 'proven' : 'closed unproven';
  if (customer.at(-1)?.answer === null) return 'waiting for the customer';
  if (repair !== null) return 'repaired';
  return cause === null ? 'searching' : 'cause found';
}

function applyEvent(circuit: Circuit, job: JobState, { event, replaced }: Standing): JobState {
  switch (event.type) {
    case 'circuit-followed':
      return job;
    case 'complaint-set':
      return { ...job, complaint: event.text, comesAndGoes: event.comesAndGoes ?? job.comesAndGoes };
    case 'state-set':
      return {
        ...job,
        state: event.state,
        past: afterState(job.past, { state: event.state }),
        site: { ...job.site, state: event.state },
      };
    case 'reading-taken':
      return withReading(circuit, job, event, replaced);
    case 'reading-withdrawn':
      return withdrawn(job, event.reading, event.why);
    case 'point-refused':
      return refuse(job, event.point, event.why);
    case 'point-allowed': {
      const others = Object.entries(job.refusedWhy).filter(([point]) => point !== event.point);
      return {
        ...job,
        refusedWhy: Object.fromEntries(others),
        refused: job.refused.filter((each) => each !== event.point),
      };
    }
    case 'checklist-skipped':
      return { ...job, skipped: { ...job.skipped, [event.module]: event.why } };
    case 'strip-refitted': {
      const stripped = job.site.stripped.filter((each) => each !== event.strip);
      return { ...job, site: { ...job.site, stripped } };
    }
    case 'current-read':
      return withCurrent(job, event);
    case 'customer-asked': {
      const { text, amount, places = [], at } = event;
      return { ...job, customer: [...job.customer, { text, amount, places, at, answer: null }] };
    }
    case 'customer-answered':
      return answered(job, event);
    case 'cause-found':
      return { ...job, cause: { suspect: event.suspect, text: event.text, root: event.root ?? '' } };
    case 'repair-done':
      return { ...job, repair: { steps: event.steps, text: event.text, at: event.at } };
    case 'job-closed':
      return { ...job, closed: { proven: event.proven, why: event.why, at: event.at } };
    case 'job-reopened': {
      const repaired =
        job.repair === null || job.cause === null ? job.repaired : [...job.repaired, job.cause.suspect];
      return { ...job, repaired, cause: null, repair: null, closed: null };
    }
  }
}

/** The customer's answer; a no puts the places that it was about out of bounds. */
function answered(
  job: JobState,
  { agreed, amount, text }: Extract<JobEvent, { type: 'customer-answered' }>,
): JobState {
  const asked = job.customer.at(-1);
  if (asked === undefined) return job;
  const customer = [...job.customer.slice(0, -1), { ...asked, answer: { agreed, amount, text } }];
  if (agreed) return { ...job, customer };
  return asked.places.reduce<JobState>((left, place) => refuse(left, place, 'the customer said no'), {
    ...job,
    customer,
  });
}

function refuse(job: JobState, point: string, why: string | undefined): JobState {
  return {
    ...job,
    refused: [...job.refused.filter((each) => each !== point), point],
    refusedWhy: why === undefined ? job.refusedWhy : { ...job.refusedWhy, [point]: why },
  };
}

/** @param replaced - the readings whose place this one takes */
function withReading(
  circuit: Circuit,
  job: JobState,
  event: ReadingTaken,
  replaced: readonly ReadingTaken[],
): JobState {
  const { test, state, value } = event;
  const work = workFor(circuit, job.site, state, test);
  const left = afterReading(test, state, value);
  const corrected = replaced.map((each) => ({ ...ledgerReading(job, each), withdrawn: 'corrected' }));
  return {
    ...job,
    state: left,
    past: afterState(job.past, { state, ...seenWhole(event) }),
    readings: [...job.readings, ...corrected, ledgerReading(job, event)],
    site: { ...work.after, state: left },
    minutes: job.minutes + work.minutes,
    money: job.money + work.money,
  };
}

function ledgerReading(job: JobState, event: ReadingTaken): LedgerReading {
  const { id, author, at, test, state, value, typed, unsure, told } = event;
  return {
    id,
    author,
    at,
    test,
    state,
    value,
    typed,
    ...(unsure === true ? { unsure } : {}),
    ...(told === true ? { told } : {}),
    withdrawn: null,
    afterRepairs: repairsSoFar(job),
    pastStates: job.past.length,
  };
}

/** The states so far with one more; one that goes on is not told again. */
function afterState(past: readonly PastState[], next: PastState): readonly PastState[] {
  const last = past.at(-1);
  const same = last !== undefined && stateKey(last.state) === stateKey(next.state);
  return same && next.whole === undefined ? past : [...past, next];
}

/** How many repairs are done by now, a count. */
export function repairsSoFar({ repaired, repair }: Pick<JobState, 'repaired' | 'repair'>): number {
  return repaired.length + (repair === null ? 0 : 1);
}

type CurrentRead = Extract<JobEvent, { type: 'current-read' }>;

function withCurrent(
  job: JobState,
  { id, author, at, fuse, pulled, amps, volts, by, asleepMinutes, state }: CurrentRead,
): JobState {
  const extra = {
    volts: volts ?? null,
    asleepMinutes: asleepMinutes ?? null,
    withdrawn: null,
    afterRepairs: repairsSoFar(job),
  };
  const current = { id, author, at, fuse, pulled, amps, by, state, ...extra };
  return { ...job, currents: [...job.currents, current] };
}

function withdrawn(job: JobState, reading: string, why: string): JobState {
  const mark = <T extends { readonly id: string }>(each: T): T =>
    each.id === reading ? { ...each, withdrawn: why } : each;
  const past = job.past.map((each) => (each.seenBy === reading ? { state: each.state } : each));
  return { ...job, past, readings: job.readings.map(mark), currents: job.currents.map(mark) };
}

/** How a reading leaves the vehicle: a fuse that has blown is as good as none in its cavity, until a fresh one is fitted. */
function afterReading({ instrument, at }: Test, state: OperatingState, value: ReadingValue): OperatingState {
  if (value.kind !== 'outcome') return state;
  const blown =
    (instrument === 'fresh-fuse' && value.outcome !== 'holds') ||
    (instrument === 'fuse-check' && value.outcome === 'blown');
  return blown ? withRenewed(withCavity(state, at, { kind: 'open' }), at) : state;
}

/** The fuse that a reading shows to be whole, if it does. */
function seenWhole({ id, test, value }: ReadingTaken): Pick<PastState, 'whole' | 'seenBy'> {
  const whole =
    value.kind === 'outcome' &&
    ((test.instrument === 'fresh-fuse' && value.outcome === 'holds') ||
      (test.instrument === 'fuse-check' && value.outcome === 'whole'));
  return whole ? { whole: test.at, seenBy: id } : {};
}
