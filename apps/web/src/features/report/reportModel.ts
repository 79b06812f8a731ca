import {
  currentShown,
  currentWhat,
  instruction,
  minutes,
  readingWords,
  rootCauseWords,
  stateWords,
  suspectName,
} from '@grim-lantern/core';
import type {
  Circuit,
  CurrentReading,
  Dossier,
  JobState,
  LedgerReading,
  LengthUnit,
} from '@grim-lantern/core';
import type { JobSummary, Technician } from '@grim-lantern/contract';
import { format } from 'date-fns';
import { costOf, money } from '../../data/money';

export interface ReportReading {
  readonly id: string;
  readonly number: number;
  readonly time: string;
  readonly what: string;
  readonly state: string;
  readonly value: string;
  /** Who took it, and what became of it. */
  readonly note: string;
  readonly gone: boolean;
}

/** One or two pages: what is printed, written as a PDF and shown, all from here. */
export interface ReportModel {
  readonly title: string;
  readonly vehicle: string;
  readonly workshop: string;
  /** What it is printed on: where wires are measured in feet, paper is Letter. */
  readonly paper: 'A4' | 'LETTER';
  readonly opened: string;
  readonly standing: string;
  readonly complaint: string;
  readonly readings: readonly ReportReading[];
  readonly cause: { readonly what: string; readonly text: string; readonly root: string } | null;
  readonly steps: readonly string[];
  readonly proofs: readonly {
    readonly what: string;
    readonly before: string;
    readonly after: string;
    readonly proves: boolean;
  }[];
  readonly customer: readonly string[];
  readonly spent: string;
  readonly handOver: readonly string[];
}

/** What a report says of a job, in words and figures, for the page, the PDF and the files. */
export function reportModel(
  circuit: Circuit,
  summary: JobSummary,
  job: JobState,
  dossier: Dossier,
  workshop: {
    readonly name: string;
    readonly currency: string;
    readonly hourlyRate: number;
    readonly lengths: LengthUnit;
    readonly technicians: readonly Technician[];
  },
): ReportModel {
  const nameOf = (id: string) => workshop.technicians.find((each) => each.id === id)?.name ?? '';
  const readings = [
    ...job.readings.map((reading) => reportReading(circuit, reading, nameOf)),
    ...job.currents.map((current) => reportCurrent(circuit, current, nameOf)),
  ]
    .sort((one, other) => one.at.localeCompare(other.at))
    .map(({ at, ...reading }, index) => ({
      ...reading,
      number: index + 1,
      time: format(new Date(at), 'd MMM HH:mm'),
    }));
  const open = job.closed === null;
  return {
    title: summary.title,
    vehicle: `${summary.vehicle.name}, ${summary.vehicle.service}`,
    workshop: workshop.name,
    paper: workshop.lengths === 'ft' ? 'LETTER' : 'A4',
    opened: format(new Date(summary.openedAt), 'd MMM yyyy'),
    standing: `${stageWords[job.stage]}${job.closed === null ? '' : `, ${format(new Date(job.closed.at), 'd MMM yyyy')}`}${job.closed?.why ? `: ${job.closed.why}` : ''}`,
    complaint: job.complaint,
    readings,
    cause:
      job.cause === null
        ? null
        : {
            what: suspectName(circuit, job.cause.suspect),
            text: job.cause.text,
            root: rootCauseWords(job.cause.root),
          },
    steps:
      job.repair === null ? [] : [...job.repair.steps, ...(job.repair.text === '' ? [] : [job.repair.text])],
    proofs: dossier.proof.pairs.map(({ before, after, proves }) => ({
      what: `${instruction(circuit, after.test)}; ${stateWords(circuit, after.state)}`,
      before: readingWords(before),
      after: readingWords(after),
      proves,
    })),
    customer: job.customer.map(
      ({ text, amount, answer }) =>
        `${text} (${money(amount, workshop.currency)}): ${answer === null ? 'no answer yet' : answer.agreed ? `yes, up to ${money(answer.amount, workshop.currency)}` : 'no'}${answer?.text ? `. ${answer.text}` : ''}`,
    ),
    spent: `${minutes(job.minutes)} of measuring as priced, ${money(costOf(job, workshop.hourlyRate), workshop.currency)} in all at ${money(workshop.hourlyRate, workshop.currency)} an hour`,
    handOver: open ? dossier.handOver : [],
  };
}

const stageWords: Readonly<Record<JobState['stage'], string>> = {
  searching: 'The search goes on',
  'waiting for the customer': 'Waiting for the customer',
  'cause found': 'Cause found, not yet repaired',
  repaired: 'Repaired, not yet proven',
  proven: 'Proven',
  'closed unproven': 'Closed unproven',
};

/** A line of the report before it has its place among the others. */
type Line = Omit<ReportReading, 'number' | 'time'> & { readonly at: string };

function reportReading(circuit: Circuit, reading: LedgerReading, nameOf: (id: string) => string): Line {
  const { id, test, state, at, author, withdrawn, afterRepairs } = reading;
  const notes = [
    nameOf(author),
    ...(afterRepairs > 0 ? ['after the repair'] : []),
    ...(withdrawn === null ? [] : [`withdrawn: ${withdrawn}`]),
  ];
  return {
    id,
    at,
    what: instruction(circuit, test),
    state: stateWords(circuit, state),
    value: readingWords(reading),
    note: notes.join(', '),
    gone: withdrawn !== null,
  };
}

function reportCurrent(circuit: Circuit, current: CurrentReading, nameOf: (id: string) => string): Line {
  const { id, at, author, state, withdrawn } = current;
  return {
    id,
    at,
    what: currentWhat(circuit, current),
    state: stateWords(circuit, state),
    value: currentShown(current),
    note: [nameOf(author), ...(withdrawn === null ? [] : [`withdrawn: ${withdrawn}`])].join(', '),
    gone: withdrawn !== null,
  };
}
