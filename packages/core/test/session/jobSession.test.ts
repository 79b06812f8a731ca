import fc from 'fast-check';
import type { JobEvent } from '../../src/job/events';
import { likelyAnswers } from '../../src/job/likelyAnswers';
import { usualKit } from '../../src/planning/kit';
import type { Kit } from '../../src/planning/kit';
import { openCircuit } from '../../src/session/circuitSession';
import { openJob } from '../../src/session/jobSession';
import { fuseBlows, library, states } from '../library';

const circuit = openCircuit(library);
/** On which nothing was thought ahead. */
const plain = openCircuit(library);
const [action] = openJob(circuit, [fuseBlows]).plan();
const [likely, other] = likelyAnswers(action!);

describe('a plan made ahead', () => {
  const session = openJob(circuit, [fuseBlows]);
  while (session.prepare(likely!));
  const planAfter = (events: readonly JobEvent[], kit: Kit = usualKit) => {
    session.replaceFrom(0, [fuseBlows, ...events]);
    return session.plan(kit);
  };
  const made = planAfter([likely!]);

  test('stands when the reading turns out just so, whoever took it and when', () => {
    expect(planAfter([{ ...likely!, id: 'r1', author: 'someone', at: '2026-01-01T00:00:00Z' }])).toBe(made);
  });

  const by = { author: '', at: '2026-01-01T00:00:00Z' } as const;
  test.each<[string, readonly JobEvent[], Kit]>([
    ['another reading', [other!], usualKit],
    [
      'a place that cannot be reached',
      [likely!, { ...by, id: 'no', type: 'point-refused', point: 'floor' }],
      usualKit,
    ],
    [
      'a fault that comes and goes',
      [likely!, { ...by, id: 'told', type: 'complaint-set', text: '', comesAndGoes: true }],
      usualKit,
    ],
    [
      'another state of the vehicle',
      [likely!, { ...by, id: 'set', type: 'state-set', state: states.fuseOut }],
      usualKit,
    ],
    ['another kit', [likely!], { ...usualKit, without: [...usualKit.without, 'clamp'] }],
  ])('does not stand for %s', (_what, events, kit) => {
    const plan = planAfter(events, kit);
    expect(plan).not.toBe(made);
    expect(plan).toEqual(openJob(plain, [fuseBlows, ...events]).plan(kit));
  });
});

test('a plan that is worked at step by step, and left for another meanwhile, is the plan', () => {
  const session = openJob(openCircuit(library), [fuseBlows]);
  const expected = openJob(plain, [fuseBlows]).plan();
  for (let turn = 0; turn < 20; turn++) {
    expect(session.prepare(null)).toBe(true);
    if (turn % 8 === 0) expect(session.prepare(likely!)).toBe(true);
  }
  // Begun and asked for: the rest is done at once.
  expect(session.plan()).toEqual(expected);
  let steps = 0;
  while (session.prepare(likely!)) steps++;
  expect(steps).toBeGreaterThan(20);
  session.replaceFrom(1, [likely!]);
  expect(session.prepare(null)).toBe(false);
  expect(session.plan()).toEqual(openJob(plain, [fuseBlows, likely!]).plan());
});

test('a session says what a fresh one says, however its events came in (seed 8)', () => {
  const answers = [fuseBlows, ...likelyAnswers(action!).slice(0, 2)].map((each, index) => ({
    ...each,
    id: `e${index}`,
  }));
  const logs = fc.array(fc.constantFrom(...answers), { maxLength: 3 });
  fc.assert(
    fc.property(fc.array(logs, { minLength: 1, maxLength: 4 }), (course) => {
      const session = openJob(circuit);
      let before: readonly JobEvent[] = [];
      for (const events of course) {
        const differs = events.findIndex((each, index) => each !== before[index]);
        const from = differs < 0 ? events.length : differs;
        session.replaceFrom(from, events.slice(from));
        before = events;
        const fresh = openJob(circuit, events);
        expect(session.job()).toEqual(fresh.job());
        expect(session.assessment()).toEqual(fresh.assessment());
      }
    }),
    { seed: 8, numRuns: 10 },
  );
});

test('what was asked before an entry is not what is told after it', () => {
  const session = openJob(circuit, [fuseBlows]);
  const before = session.plan();
  expect(session.plan()).toBe(before);
  expect(session.dossier().proof.wanted).toEqual(openJob(circuit, [fuseBlows]).dossier().proof.wanted);
  session.replaceFrom(1, [{ ...likely!, id: 'r1' }]);
  expect(session.job().readings).toHaveLength(2);
  expect(session.plan()).not.toEqual(before);
});
