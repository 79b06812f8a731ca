import { usualKit } from '@grim-lantern/core';
import { createCoreService } from '../../src/session/coreService';
import { library, libraryJob } from '../demo';

const core = createCoreService();
const { circuitId, events } = libraryJob;
/** All that a fresh worker is told. */
const job = { circuitId, circuit: library, from: 0, events };

test('assesses the demo job: the sections that a blown fuse points at, none ruled in yet', () => {
  const { job: folded, assessment } = core.findings(job);
  expect(folded.readings).toHaveLength(1);
  expect(folded.complaint).toMatch(/Fuse 17/);
  expect(assessment.isolated).toBeNull();
  const { suspects } = assessment.posterior;
  expect(suspects.reduce((sum, { probability }) => sum + probability, 0)).toBeCloseTo(1, 6);
  expect(suspects[0]?.id).toBe('W17');
});

test('answers what would be read at a point, healthy and for each leading suspect', () => {
  const answer = core.pointAnswer(job, { instrument: 'voltmeter', at: 'F17.feed' });
  expect(answer.expected[0]).toEqual({ suspect: null, reading: '12.6 V' });
  expect(answer.expected.slice(1).map(({ suspect }) => suspect)).toContain('W17');
});

test('says why a reading would mean nothing in this state', () => {
  const answer = core.pointAnswer(job, { instrument: 'ohmmeter', at: 'F17.feed' });
  expect(answer.expected[0]?.reading).toMatch(/live/);
  expect(answer.foreseen).toBeNull();
});

test('what goes in and comes out survives the way between page and worker', () => {
  // As the browser does it: what cannot be cloned throws there, and what is cloned is no longer the same object.
  const asked = structuredClone(job);
  const told = structuredClone(createCoreService().findings(asked));
  expect(told.assessment.posterior.suspects).toEqual(core.findings(job).assessment.posterior.suspects);
  expect(told.job).toEqual(core.findings(job).job);
  expect(structuredClone(core.plan(asked, usualKit))).toEqual(core.plan(job, usualKit));
});

test('a circuit and an event are sent once: what follows names only what changed', () => {
  const fresh = createCoreService();
  expect(() => fresh.findings({ circuitId, from: 0, events: [] })).toThrow(/must be sent/);
  fresh.findings({ ...job, events: [] });
  expect(fresh.findings({ circuitId, from: 0, events }).job.readings).toHaveLength(1);
  expect(fresh.findings({ circuitId, from: events.length, events: [] }).job.readings).toHaveLength(1);
  expect(fresh.findings({ circuitId, from: 0, events: [] }).job.readings).toHaveLength(0);
});

test('rehearses a plan in moments, to its end', () => {
  const service = createCoreService();
  let moments = 0;
  while (service.rehearse()) moments++;
  expect(moments).toBeGreaterThan(1);
  expect(service.rehearse()).toBe(false);
});
