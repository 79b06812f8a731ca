import { jobFileSchema, portableJobSchema } from '@grim-lantern/contract';
import { foldJob } from '@grim-lantern/core';
import type { JobEvent } from '@grim-lantern/core';
import { fileName } from '../../../src/ui/download';
import { ledgerCsv, portableJob } from '../../../src/features/report/exports';
import { library, libraryJob, summary } from '../../demo';

const technicians = [
  { id: libraryJob.events[0]!.author, name: 'M. Oduya' },
  { id: '00000000-0000-4000-8000-000000000001', name: 'Nobody here' },
];
const reading = libraryJob.events.find(({ type }) => type === 'reading-taken') as Extract<
  JobEvent,
  { type: 'reading-taken' }
>;

test('a job is written out with all that another installation needs, and nothing of this one’s numbering', () => {
  const stored = libraryJob.events.map((event, index) => ({ ...event, sequence: index + 1 }));
  const file: unknown = JSON.parse(JSON.stringify(portableJob(library, summary, stored, technicians)));
  const taken = portableJobSchema.parse(file);
  expect(taken.events).toEqual(libraryJob.events);
  expect(taken.origin.technicians.map(({ name }) => name)).toEqual(['M. Oduya']);
  // The command line reads the same document.
  expect(jobFileSchema.parse(file).title).toBe('Fuse 17');
});

test('the ledger as a table has a row for each reading, and no cell that a spreadsheet would run', () => {
  const typed = { ...reading, id: 'x', typed: '=1+1' };
  const csv = ledgerCsv(library, foldJob(library, [...libraryJob.events, typed]), technicians);
  const rows = csv.split('\r\n');
  expect(rows).toHaveLength(3);
  expect(rows[1]).toMatch(/^1,.*M\. Oduya,fresh fuse,F17/);
  expect(rows[2]).toContain("'=1+1");
});

test('a file’s name is made of plain letters', () => {
  expect(fileName('Fuse 17: „keeps“ blowing / again', 'pdf')).toBe('fuse-17-keeps-blowing-again.pdf');
  expect(fileName('…', 'csv')).toBe('job.csv');
});
