import { withApart } from '../../src/circuit/operatingState';
import { checkEvent } from '../../src/job/checkEvent';
import type { JobEvent, JobFact } from '../../src/job/events';
import { foldJob } from '../../src/job/foldJob';
import { library, states } from '../library';

const event = (id: string, fact: JobFact): JobEvent => ({
  ...fact,
  id,
  author: 'someone',
  at: '2026-11-24T08:00:00Z',
});
const taken = (id: string, at: string): JobEvent =>
  event(id, {
    type: 'reading-taken',
    test: { instrument: 'voltmeter', at },
    state: withApart(states.rest, 'C7', true),
    value: { kind: 'number', value: 12.4 },
    typed: '12,4 V',
  });

describe('a job as its events', () => {
  test('carries the state of the last reading, and the reading as typed', () => {
    const job = foldJob(library, [event('c', { type: 'complaint-set', text: 'dead' }), taken('r', 'C7.1a')]);
    expect(job.complaint).toBe('dead');
    expect(job.state.apart).toEqual(['C7']);
    expect(job.readings[0]).toMatchObject({ id: 'r', typed: '12,4 V', withdrawn: null });
  });

  test('keeps a withdrawn reading, marked, and forgets nothing else of it', () => {
    const job = foldJob(library, [
      taken('r', 'C7.1a'),
      event('w', { type: 'reading-withdrawn', reading: 'r', why: 'wrong pin' }),
    ]);
    expect(job.readings).toHaveLength(1);
    expect(job.readings[0]?.withdrawn).toBe('wrong pin');
  });

  test('pays a strip once: the second reading behind it costs no more than its own minutes', () => {
    const one = foldJob(library, [taken('r', 'C7.1a')]);
    const two = foldJob(library, [taken('r', 'C7.1a'), taken('s', 'C7.2a')]);
    expect(one.site.stripped).toEqual(['d-pillar-trim']);
    expect(one.minutes).toBeGreaterThan(4);
    expect(two.minutes - one.minutes).toBeCloseTo(0.5, 9);
  });

  test('refuses and allows points, records a cause and takes it back', () => {
    const refused = foldJob(library, [event('1', { type: 'point-refused', point: 'hinge' })]);
    expect(refused.refused).toEqual(['hinge']);
    const allowed = foldJob(library, [
      event('1', { type: 'point-refused', point: 'hinge' }),
      event('2', { type: 'point-allowed', point: 'hinge' }),
    ]);
    expect(allowed.refused).toEqual([]);
    const cause = event('3', { type: 'cause-found', suspect: 'W17', text: 'rubbed through' });
    expect(foldJob(library, [cause]).cause).toEqual({ suspect: 'W17', text: 'rubbed through', root: '' });
    expect(foldJob(library, [cause, event('4', { type: 'job-reopened' })]).cause).toBeNull();
  });
});

describe('an event against its job’s circuit', () => {
  const paths = (fact: JobFact) => checkEvent(library, event('e', fact)).map(({ path }) => path);
  const reading = (over: Partial<Extract<JobFact, { type: 'reading-taken' }>>): JobFact => ({
    type: 'reading-taken',
    test: { instrument: 'voltmeter', at: 'C7.1a' },
    state: states.rest,
    value: { kind: 'number', value: 12 },
    typed: '12',
    ...over,
  });

  test('fits when every name is known', () => {
    expect(paths(reading({}))).toEqual([]);
    expect(paths({ type: 'point-refused', point: 'W17@to' })).toEqual([]);
  });

  test.each<[string, JobFact, string]>([
    ['an unknown terminal', reading({ test: { instrument: 'voltmeter', at: 'C7.9a' } }), 'test.at'],
    ['a part where a terminal is asked', reading({ test: { instrument: 'voltmeter', at: 'C7' } }), 'test.at'],
    ['an outcome on a meter', reading({ value: { kind: 'outcome', outcome: 'dark' } }), 'value'],
    ['volts beyond the meter', reading({ value: { kind: 'number', value: 400 } }), 'value'],
    [
      'an unknown position',
      reading({ state: { ...states.rest, controls: { key: 'sideways' } } }),
      'state.controls.key',
    ],
    ['a splice taken apart', reading({ state: { ...states.rest, apart: ['S1'] } }), 'state.apart.0'],
    [
      'a lamp in a relay’s place',
      { type: 'state-set', state: { ...states.rest, cavities: { K4: { kind: 'open' } } } },
      'state.cavities.K4',
    ],
    ['a point of nothing', { type: 'point-refused', point: 'W99@to' }, 'point'],
    ['an unknown suspect', { type: 'cause-found', suspect: 'W99', text: 'x' }, 'suspect'],
  ])('names the field of %s', (_what, fact, path) => {
    expect(paths(fact)).toEqual([path]);
  });
});
