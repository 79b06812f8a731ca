import fc from 'fast-check';
import { reduceTrace, tracePyramid } from '../../../src/diagnostics/traces/overview';
import { traceReader } from '../../../src/diagnostics/traces/readTrace';
import { overviewLevel, writeOverview } from '../../../src/diagnostics/traces/storedOverview';
import type { Trace } from '../../../src/diagnostics/traces/trace';
import { traceCsv } from '../../../src/diagnostics/traces/traceCsv';
import type { TraceHeader } from '../../../src/diagnostics/traces/traceFile';
import { traceFileReader, writeTraceFile } from '../../../src/diagnostics/traces/traceFile';
import { seededRandom } from '../../../src/statistics/seededRandom';

const about = { name: 'Fan – first', fuse: 'F30', side: 'before', at: '2026-11-24T13:30:00Z' } as const;
const trusting = (document: unknown) => document as TraceHeader;

const joined = (pieces: readonly Uint8Array[]) => Uint8Array.from(pieces.flatMap((piece) => [...piece]));

/** Reads bytes back, cut into pieces of some length. */
function read(bytes: Uint8Array, piece = 4096) {
  const reader = traceFileReader(trusting);
  for (let at = 0; at < bytes.length; at += piece) {
    const refused = reader.push(bytes.subarray(at, at + piece));
    if (refused !== null) return refused;
  }
  return reader.end();
}

/** Recordings of every sort: meters' decimals, bare doubles, even and uneven clocks with gaps. */
const traces = fc
  .record({
    count: fc.integer({ min: 2, max: 300 }),
    seed: fc.integer({ min: 1, max: 1e6 }),
    decimals: fc.constantFrom(0, 2, 3, 6, null),
    clock: fc.constantFrom('even', 'decimal', 'free'),
    size: fc.constantFrom(1e-6, 1, 40, 1e9),
    channels: fc.integer({ min: 1, max: 3 }),
  })
  .map(({ count, seed, decimals, clock, size, channels }): Trace => {
    const random = seededRandom(seed);
    const value = () => {
      const raw = (random() - 0.4) * size;
      return decimals === null ? raw : Math.round(raw * 10 ** decimals) / 10 ** decimals + 0;
    };
    let now = 0;
    const times = Float64Array.from({ length: count }, (_each, i) => {
      if (i === 0) return 0;
      now += clock === 'free' ? random() : random() < 0.02 ? 4 : 0.001;
      return clock === 'even' ? i / 2000 : clock === 'decimal' ? Math.round(now * 1000) / 1000 : now;
    });
    return {
      times,
      channels: Array.from({ length: channels }, (_each, c) => ({
        name: `Channel ${c}`,
        unit: c === 1 ? 'V' : 'A',
        values: Float64Array.from({ length: count }, value),
      })),
    };
  });

test('what is written is read again, sample for sample, however it is cut into pieces', () => {
  fc.assert(
    fc.property(traces, fc.integer({ min: 1, max: 5000 }), (trace, piece) => {
      expect(read(joined(writeTraceFile(trace, about)), piece)).toMatchObject({ trace, header: { about } });
    }),
    { numRuns: 80 },
  );
});

test('as CSV and back: the same doubles', () => {
  fc.assert(
    fc.property(traces, (trace) => {
      const reader = traceReader();
      for (const piece of traceCsv(trace)) reader.push(Buffer.from(piece));
      expect(reader.end()).toMatchObject({ trace, badLines: 0 });
    }),
    { numRuns: 80 },
  );
});

test('a meter’s three decimals at an even rate take two bytes a sample or less; its clock takes none', () => {
  const random = seededRandom(2);
  const count = 20_000;
  const times = Float64Array.from({ length: count }, (_each, i) => i / 1000);
  const values = Float64Array.from(
    { length: count },
    () => Math.round(11_000 + 160 * (random() - 0.5)) / 1000,
  );
  const pieces = writeTraceFile({ times, channels: [{ name: 'Clamp', unit: 'A', values }] }, about);
  expect(pieces[1]).toHaveLength(0);
  expect(pieces[2]!.length).toBeLessThan(2 * count);
});

test('clocks of exports: epoch milliseconds, epoch seconds and milliamps come out as the decimals that they are', () => {
  const rows = (line: (i: number) => string) => Array.from({ length: 50 }, (_each, i) => line(i)).join('\n');
  const readCsv = (text: string) => {
    const reader = traceReader();
    reader.push(Buffer.from(text));
    const found = reader.end();
    if ('refused' in found) throw new Error(found.refused);
    return found.trace;
  };
  const expected = Float64Array.from({ length: 50 }, (_each, i) => (7 * i) / 1000);
  const seconds = readCsv(`time,A\n${rows((i) => `${(1764057600 + 0.007 * i).toFixed(3)},1`)}`);
  expect(seconds.times).toEqual(expected);
  const milliseconds = readCsv(`timestamp,Current (mA)\n${rows((i) => `${1764057600000 + 7 * i},${i}.5`)}`);
  expect(milliseconds.times).toEqual(expected);
  expect(milliseconds.channels[0]!.values[3]).toBe(0.0035);
});

describe('files that are not whole', () => {
  const trace: Trace = {
    times: Float64Array.from([0, 0.25, 0.5, 3]),
    channels: [{ name: 'Clamp', unit: 'A', values: Float64Array.from([0, 1.5, 1.25, 70.125]) }],
  };
  const whole = joined(writeTraceFile(trace, about));
  test('cut anywhere, or with more behind: refused in one sentence', () => {
    for (let length = 0; length < whole.length; length++) {
      expect(read(whole.slice(0, length))).toHaveProperty('refused');
    }
    expect(read(Uint8Array.from([...whole, 0]))).toHaveProperty(
      'refused',
      expect.stringMatching(/More follows/),
    );
  });

  test('a byte that is wrong never gives a sample that is no number', () => {
    for (let at = whole.indexOf(10) + 1; at < whole.length; at++) {
      const bent = whole.slice();
      bent[at] = bent[at]! ^ 0x80;
      const found = read(bent);
      if ('refused' in found) continue;
      for (const { values } of found.trace.channels) expect(values.every(Number.isFinite)).toBe(true);
      expect(found.trace.times).toHaveLength(4);
    }
  });

  test('a first line that never ends', () => {
    expect(read(new Uint8Array(100_000).fill(32))).toHaveProperty(
      'refused',
      expect.stringMatching(/too long/),
    );
  });
});

test('a stored overview loses no spike, at any coarseness', () => {
  const count = 50_000;
  const times = Float64Array.from({ length: count }, (_each, i) => i / 1000);
  const values = Float64Array.from({ length: count }, (_each, i) => (i === 31_234 ? 80 : 11));
  const pyramid = tracePyramid(values);
  const bytes = writeOverview(pyramid, times);
  for (const pieces of [2, 10, 100, 400, 5000]) {
    const { seconds, least, greatest } = overviewLevel(bytes, count, pieces);
    expect(seconds.length).toBeGreaterThanOrEqual(Math.min(pieces, Math.ceil(count / 64)));
    expect(Math.max(...greatest)).toBe(80);
    expect(Math.min(...least)).toBe(11);
    const at = greatest.indexOf(80);
    expect(seconds[at]).toBeLessThanOrEqual(31.234);
    expect(seconds[at + 1] ?? 50).toBeGreaterThan(31.234);
  }
  expect(Math.max(...reduceTrace(pyramid, times, 0, count, 300).values)).toBe(80);
});
