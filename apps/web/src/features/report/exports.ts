import type { Circuit, JobEvent, JobState } from '@grim-lantern/core';
import { currentWhat, instruction, instrumentById, stateWords } from '@grim-lantern/core';
import { jobEventSchema } from '@grim-lantern/contract';
import type { JobSummary, PortableJob, Technician } from '@grim-lantern/contract';
import Papa from 'papaparse';

/** The ledger as a table for spreadsheets: one row a reading, withdrawn ones marked. */
export function ledgerCsv(circuit: Circuit, job: JobState, technicians: readonly Technician[]): string {
  const nameOf = (author: string) => technicians.find(({ id }) => id === author)?.name ?? author;
  const readings = job.readings.map(({ at, author, test, state, value, typed, withdrawn, afterRepairs }) => {
    const { display, name } = instrumentById(test.instrument);
    return {
      time: at,
      technician: nameOf(author),
      instrument: name,
      point: test.at,
      reading: instruction(circuit, test),
      state: stateWords(circuit, state),
      value: value.kind === 'number' ? value.value : value.kind === 'overload' ? 'OL' : value.outcome,
      unit: value.kind === 'number' && display.kind === 'number' ? display.scale.unit : '',
      typed,
      'after repair': afterRepairs === 0 ? '' : afterRepairs,
      withdrawn: withdrawn ?? '',
    };
  });
  const currents = job.currents.map((current) => ({
    time: current.at,
    technician: nameOf(current.author),
    instrument: current.by,
    point: current.fuse ?? 'battery',
    reading: currentWhat(circuit, current),
    state: stateWords(circuit, current.state),
    value: current.amps,
    unit: 'A',
    typed: '',
    'after repair': '',
    withdrawn: current.withdrawn ?? '',
  }));
  const rows = [...readings, ...currents]
    .sort((one, other) => one.time.localeCompare(other.time))
    .map((row, index) => ({ number: index + 1, ...row }));
  return Papa.unparse(rows, { escapeFormulae: true, newline: '\r\n' });
}

/** The job with all that it rests on, for another installation. */
export function portableJob(
  circuit: Circuit,
  { id, title, openedAt, circuitId, vehicle }: JobSummary,
  events: readonly JobEvent[],
  technicians: readonly Technician[],
): PortableJob {
  const authors = new Set(events.map(({ author }) => author));
  return {
    format: 'grim-lantern/job',
    version: 1,
    title,
    circuit,
    // Its place in the log is given anew by whoever takes it in.
    events: events.map((event) =>
      jobEventSchema.parse(
        Object.fromEntries(Object.entries(event).filter(([field]) => field !== 'sequence')),
      ),
    ),
    origin: {
      jobId: id,
      openedAt,
      circuitId,
      vehicle,
      technicians: technicians
        .filter((each) => authors.has(each.id))
        .map(({ id: who, name }) => ({ id: who, name })),
    },
  };
}
