import { measureTrace } from '../src/diagnostics/traces/measureTrace';
import { reduceTrace, tracePyramid } from '../src/diagnostics/traces/overview';
import { traceReader } from '../src/diagnostics/traces/readTrace';
import { traceKinds } from '../src/instruments/traceKinds';
import { oddTrials, traceTrials } from '../test/diagnostics/traces/traceTrials';
import type { Figure } from './figure';
import { secondsOf } from './figure';

const million = 1e6;
const samples = 10 * million;
/** Simulated recordings judged; `GRIM_LANTERN_JOBS` asks for more or fewer. */
const trials = Number(process.env['GRIM_LANTERN_JOBS'] ?? 2000);

/** Recordings: read, measured and drawn; and the kind of fault told from them. */
export default function trace(): readonly Figure[] {
  const { right, confusion } = traceTrials(trials, 3);
  return [
    ...imported(),
    {
      name: `kind of fault right in ${trials} simulated recordings`,
      value: (100 * right) / trials,
      unit: '%',
      bar: { at: 'least', value: 95 },
    },
    ...traceKinds.map((kind): Figure => {
      const row = [...(confusion.get(kind) ?? [])];
      const whole = row.reduce((sum, [, count]) => sum + count, 0);
      const others = row
        .filter(([verdict]) => verdict !== kind)
        .map(([verdict, count]) => `${verdict ?? 'cannot tell'} ${count}`);
      const own = row.find(([verdict]) => verdict === kind)?.[1] ?? 0;
      const told = others.length === 0 ? '' : `, else ${others.join(', ')}`;
      return {
        name: `  of ${whole} “${kind}” named so${told}`,
        value: (100 * own) / whole,
        unit: '%',
        bar: null,
      };
    }),
    {
      name: 'made-up recordings of none of these kinds that are declined',
      value: oddTrials(300, 5) / 3,
      unit: '%',
      bar: { at: 'least', value: 90 },
    },
  ];
}

/** Ten million samples as text, then in typed arrays: all but the disk. */
function imported(): readonly Figure[] {
  const pieces = csvPieces();
  let drawn = 0;
  const seconds = secondsOf(() => {
    const reader = traceReader();
    for (const piece of pieces) reader.push(piece);
    const read = reader.end();
    if ('refused' in read) return;
    measureTrace(read.trace);
    const pyramid = tracePyramid(read.trace.channels[0]!.values);
    drawn = secondsOf(() => reduceTrace(pyramid, read.trace.times, 12_345, samples - 67_890, 1500), 5);
  }, 1);
  return [
    {
      name: '10 million samples read, measured and reduced',
      value: seconds,
      unit: 's of processor',
      bar: { at: 'most', value: 6 },
    },
    {
      name: 'another stretch of them reduced for the screen',
      value: drawn * 1000,
      unit: 'ms of processor',
      bar: { at: 'most', value: 50 },
    },
    {
      name: 'memory at the most',
      value: process.resourceUsage().maxRSS / 1024,
      unit: 'MB',
      bar: { at: 'most', value: 1000 },
    },
  ];
}

/** A fan that is switched on, as a logger exports it, in pieces of about a megabyte. */
function csvPieces(): readonly Uint8Array[] {
  const encoder = new TextEncoder();
  const pieces = [encoder.encode('Time (s),Current (A)\n')];
  let text = '';
  for (let i = 0; i < samples; i++) {
    const amps = (i > samples / 20 ? 11 : 0) + (i % 97) / 200;
    text += `${(i * 1e-4).toFixed(4)},${amps.toFixed(3)}\n`;
    if (text.length > million || i === samples - 1) {
      pieces.push(encoder.encode(text));
      text = '';
    }
  }
  return pieces;
}
