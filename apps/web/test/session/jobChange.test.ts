import type { JobEvent } from '@grim-lantern/core';
import fc from 'fast-check';
import { changeTeller } from '../../src/session/jobChange';
import { library } from '../demo';

const event = (id: string): JobEvent => ({ id, author: '', at: '', type: 'job-reopened' });

test('a worker that is told only what changed has what the page has, for any course of jobs (seed 12)', () => {
  const pool = ['a', 'b', 'c', 'd', 'e'].map(event);
  const step = fc.record({
    circuitId: fc.constantFrom('one', 'two'),
    events: fc.array(fc.constantFrom(...pool), { maxLength: 6 }),
  });
  fc.assert(
    fc.property(fc.array(step, { maxLength: 12 }), (course) => {
      const changeOf = changeTeller();
      const worker = new Map<string, readonly JobEvent[]>();
      for (const { circuitId, events } of course) {
        const change = changeOf({ circuitId, circuit: library, events });
        const known = worker.get(circuitId);
        // A circuit comes with the first question about it, and never again.
        expect(change.circuit !== undefined).toBe(known === undefined);
        expect(change.from).toBeLessThanOrEqual(known?.length ?? 0);
        worker.set(circuitId, [...(known ?? []).slice(0, change.from), ...change.events]);
        expect(worker.get(circuitId)).toEqual(events);
      }
    }),
    { seed: 12 },
  );
});

test('one more entry is all that is sent of a job of thousands', () => {
  const changeOf = changeTeller();
  const long = Array.from({ length: 5000 }, (_each, index) => event(`${index}`));
  const job = { circuitId: 'one', circuit: library };
  changeOf({ ...job, events: long });
  expect(changeOf({ ...job, events: [...long, event('new')] }).events).toEqual([event('new')]);
  // A stored entry takes the place of the one that waited.
  const stored = [...long, { ...event('new'), at: 'stored' }];
  expect(changeOf({ ...job, events: stored })).toMatchObject({ from: 5000, events: [{ at: 'stored' }] });
});
