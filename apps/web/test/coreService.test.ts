import { createCoreService } from '../src/worker/coreService';
import { library, libraryJob } from './demo';

const core = createCoreService();
const { circuitId, events } = libraryJob;

test('assesses the demo job: the sections that a blown fuse points at, none ruled in yet', () => {
  const { job, assessment } = core.assess(circuitId, library, events);
  expect(job.readings).toHaveLength(1);
  expect(job.complaint).toMatch(/Fuse 17/);
  expect(assessment.isolated).toBeNull();
  const { suspects } = assessment.suspicion;
  expect(suspects.reduce((sum, { probability }) => sum + probability, 0)).toBeCloseTo(1, 6);
  expect(suspects[0]?.id).toBe('W17');
});

test('answers what would be read at a point, healthy and for each leading suspect', () => {
  const answer = core.ask(circuitId, library, events, { instrument: 'voltmeter', at: 'F17.feed' });
  expect(answer.expected[0]).toEqual({ suspect: null, reading: '12.6 V' });
  expect(answer.expected.slice(1).map(({ suspect }) => suspect)).toContain('W17');
});

test('says why a reading would mean nothing in this state', () => {
  const answer = core.ask(circuitId, library, events, { instrument: 'ohmmeter', at: 'F17.feed' });
  expect(answer.expected[0]?.reading).toMatch(/live/);
  expect(answer.foreseen).toBeNull();
});

test('what comes out survives the way between worker and page', () => {
  const { assessment, job } = core.assess(circuitId, library, events);
  expect(structuredClone({ assessment, job })).toEqual({ assessment, job });
});
