import type { Circuit, JobEvent } from '@grim-lantern/core';
import { createPredictor, mostSections } from '@grim-lantern/core';
import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import {
  circuitSchema,
  firstProblem,
  jobEventSchema,
  jobFileSchema,
  newJobSchema,
  openApi,
  publishedSchemas,
  routes,
} from '../src/index';

const library = JSON.parse(
  readFileSync(join(__dirname, '../../../demo/circuits/travelling-library.json'), 'utf8'),
) as Circuit;

/** The first flaw that the circuit schema finds after a change deep in the demo circuit. */
function flawAfter(change: (circuit: Record<string, unknown>) => void) {
  const copy = structuredClone(library) as unknown as Record<string, unknown>;
  change(copy);
  const result = circuitSchema.safeParse(copy);
  return result.success ? null : firstProblem(result.error);
}

describe('the circuit document', () => {
  test('passes as the demo has it, unchanged', () => {
    expect(circuitSchema.parse(library)).toEqual(library);
  });

  test.each<[string, (circuit: Record<string, unknown>) => void, string]>([
    ['another format', (c) => (c['format'] = 'something/else'), 'format'],
    ['a version to come', (c) => (c['version'] = 2), 'version'],
    ['a field too many', (c) => (c['colour'] = 'red'), ''],
    ['48 V', (c) => (c['nominalVolts'] = 48), 'nominalVolts'],
    [
      'a wire of no cross-section',
      (c) => ((c['sections'] as { areaMm2: number }[])[3]!.areaMm2 = 0),
      'sections.3.areaMm2',
    ],
    [
      'a terminal that is no PART.TERMINAL',
      (c) => ((c['sections'] as { from: string }[])[0]!.from = 'K4'),
      'sections.0.from',
    ],
    [
      'a terminal that the circuit lacks',
      (c) => ((c['sections'] as { to: string }[])[2]!.to = 'K9.coilFeed'),
      'sections.2.to',
    ],
    [
      'a part of no known kind',
      (c) => ((c['parts'] as { kind: string }[])[1]!.kind = 'wand'),
      'parts.1.kind',
    ],
  ])('refuses %s by the name of the field', (_what, change, field) => {
    const flaw = flawAfter(change);
    expect(flaw?.field).toBe(field);
    expect(flaw?.message).toMatch(/^[^\n]{8,300}\.$/);
  });
});

describe('events', () => {
  const stamp = {
    id: '5b0c1de8-7e5b-4c8e-9f57-0f2ad12b8a01',
    author: '2cb85f3f-4a24-439a-9d99-8017f5e2fc57',
    at: '2026-11-24T08:00:00.000Z',
  };
  const state = { controls: { key: 'off' }, batteryConnected: true, apart: ['C7'], cavities: {} };
  const reading = (value: unknown, typed = '12,4 V') => ({
    ...stamp,
    type: 'reading-taken',
    test: { instrument: 'voltmeter', at: 'F17.load' },
    state,
    value,
    typed,
  });

  test('come back from the database as they went in', () => {
    const value = fc.oneof(
      fc.double({ min: -1000, max: 5e7, noNaN: true }).map((number) => ({ kind: 'number', value: number })),
      fc.constant({ kind: 'overload' }),
      fc.constantFrom('dark', 'dim', 'bright').map((outcome) => ({ kind: 'outcome', outcome })),
    );
    fc.assert(
      fc.property(value, (made) => {
        const once = jobEventSchema.parse(reading(made));
        expect(jobEventSchema.parse(JSON.parse(JSON.stringify(once)))).toEqual(once);
      }),
    );
  });

  test('know no minus zero', () => {
    const parsed = jobEventSchema.parse(reading({ kind: 'number', value: -0 })) as Extract<
      JobEvent,
      { type: 'reading-taken' }
    >;
    expect(parsed.value).toEqual({ kind: 'number', value: 0 });
  });

  test.each([
    ['a number out of all range', reading({ kind: 'number', value: 1e9 }), 'value.value'],
    ['a number that is none', reading({ kind: 'number', value: Number.NaN }), 'value.value'],
    ['infinity', reading({ kind: 'number', value: Infinity }), 'value.value'],
    ['nothing typed', reading({ kind: 'overload' }, '  '), 'typed'],
    ['10,000 characters', reading({ kind: 'overload' }, '9'.repeat(10_000)), 'typed'],
    [
      'an instrument that nobody has',
      { ...reading({ kind: 'overload' }), test: { instrument: 'nose', at: 'F17.load' } },
      'test.instrument',
    ],
    ['a point with white space', { ...stamp, type: 'point-refused', point: 'the hinge' }, 'point'],
    ['a day without a time', { ...stamp, at: '2026-11-24', type: 'job-reopened' }, 'at'],
  ])('refuse %s by the name of the field', (_what, event, field) => {
    const result = jobEventSchema.safeParse(event);
    expect(result.success ? '' : firstProblem(result.error).field).toBe(field);
  });

  test('keep words as words: HTML is neither refused nor changed', () => {
    const text = '<img src=x onerror=alert(1)> & "quotes"';
    expect(jobEventSchema.parse({ ...stamp, type: 'complaint-set', text })).toMatchObject({ text });
  });
});

test('a circuit larger than a search takes is refused by the same number, in one sentence', () => {
  const [section] = library.sections;
  const many = (count: number) => ({
    ...library,
    sections: Array.from({ length: count }, (_each, i) => ({ ...section!, id: `X${i}` })),
  });
  const refused = circuitSchema.safeParse(many(mostSections + 1)).error?.issues ?? [];
  expect(refused.map(({ path, message }) => [path.join('.'), message])).toContainEqual([
    'sections',
    expect.stringContaining(`at most ${mostSections} sections`),
  ]);
  expect(() => createPredictor(many(mostSections + 1))).toThrow(`at most ${mostSections} sections`);
  const sizes = circuitSchema.safeParse(many(mostSections)).error?.issues ?? [];
  expect(sizes.some(({ path }) => path.join('.') === 'sections')).toBe(false);
});

test('every refusal reads as one sentence that names its field', () => {
  const result = newJobSchema.safeParse({ id: 'x' });
  if (result.success) throw new Error('A job without anything must be refused.');
  for (const issue of result.error.issues) {
    const { field, message } = firstProblem({ ...result.error, issues: [issue] });
    expect(message.startsWith(`${field}: Expected`)).toBe(true);
    expect(message.endsWith('.')).toBe(true);
  }
});

test('the description holds every route, and the body of each that has one', () => {
  const { paths } = openApi() as { paths: Record<string, Record<string, { requestBody?: object }>> };
  const described = Object.values(paths).flatMap((methods) => Object.values(methods));
  expect(described).toHaveLength(Object.keys(routes).length);
  expect(described.filter(({ requestBody }) => requestBody !== undefined)).toHaveLength(
    Object.values(routes).filter((route) => 'body' in route || ('bytes' in route && route.bytes === 'body'))
      .length,
  );
});

test.each([...publishedSchemas()])('docs/schema/%s is what the application checks with', (name, schema) => {
  const published = readFileSync(join(__dirname, '../../../docs/schema', name), 'utf8');
  // `npm run schemas` writes them anew.
  expect(JSON.parse(published)).toEqual(JSON.parse(JSON.stringify(schema)));
});

test('a job document is checked against its own circuit, event by event', () => {
  const job = { format: 'grim-lantern/job', version: 1, title: 'Dead', circuit: library };
  const stamp = { author: '2cb85f3f-4a24-439a-9d99-8017f5e2fc57', at: '2026-11-24T08:00:00.000Z' };
  const id = (n: number) => `5b0c1de8-7e5b-4c8e-9f57-0f2ad12b8a0${n}`;
  const refuse = (point: string, n: number) => ({ ...stamp, id: id(n), type: 'point-refused', point });
  const flaw = (events: unknown[]) => {
    const result = jobFileSchema.safeParse({ ...job, events });
    return result.success ? null : firstProblem(result.error).field;
  };
  expect(flaw([refuse('hinge', 1)])).toBeNull();
  expect(flaw([refuse('hinge', 1), refuse('moon', 2)])).toBe('events.1.point');
  const withdrawn = { ...stamp, id: id(3), type: 'reading-withdrawn', reading: id(9), why: 'x' };
  expect(flaw([withdrawn])).toBe('events.0.reading');
});
