import type {
  Circuit,
  FuseStyle,
  Hypothesis,
  OperatingState,
  ReadTrace,
  TraceMeasures,
} from '@grim-lantern/core';
import {
  circuitRecording,
  formatQuantity,
  fuseStyles,
  judgeTrace,
  measureTrace,
  percent,
  recordTrace,
  traceAgainstFuse,
  traceReader,
  traceSeconds,
} from '@grim-lantern/core';
import { closeSync, openSync, readSync } from 'node:fs';
import { CliProblem } from './cliProblem';

interface TraceOptions {
  readonly expected?: string | undefined;
  readonly rating?: string | undefined;
  readonly style: string;
}

/** A recording measured and judged, as a document. */
export function traceDocument(file: string, { expected, rating, style }: TraceOptions) {
  const read = readRecording(file);
  const measures = measureTrace(read.trace);
  const ratingAmps = numberOf('--rating', rating);
  const styleKnown = fuseStyles.find((each) => each === style);
  if (styleKnown === undefined) {
    throw new CliProblem(`--style: Expected one of ${fuseStyles.join(', ')}: got “${style}”.`, 2);
  }
  return {
    samples: read.trace.times.length,
    seconds: traceSeconds(read.trace),
    channels: read.trace.channels.map(({ name, unit }) => ({ name, unit })),
    badLines: read.badLines,
    firstBad: read.firstBad,
    gaps: read.gaps,
    measures,
    fuse: ratingAmps === null ? null : againstFuse(read, measures, styleKnown, ratingAmps),
    ...judgeTrace(measures, numberOf('--expected', expected)),
  };
}

type TraceReport = ReturnType<typeof traceDocument>;

function againstFuse({ trace }: ReadTrace, measures: TraceMeasures, style: FuseStyle, ratingAmps: number) {
  return {
    style,
    ratingAmps,
    ...traceAgainstFuse(trace, measures, style, ratingAmps),
  };
}

function numberOf(option: string, text: string | undefined): number | null {
  if (text === undefined) return null;
  const value = Number(text);
  if (value > 0 && value < 1e4) return value;
  throw new CliProblem(`${option}: Expected amps above 0: got “${text}”.`, 2);
}

/** So many bytes are read at a time. */
const pieceBytes = 1 << 20;
/** Larger files are not taken. */
const mostBytes = 5e8;

/** @throws {CliProblem} where it cannot be read, or is no recording */
function readRecording(file: string): ReadTrace {
  const reader = traceReader();
  const buffer = Buffer.alloc(pieceBytes);
  const handle = opened(file);
  try {
    for (let [size, total] = [-1, 0]; size !== 0;) {
      size = readSync(handle, buffer, 0, pieceBytes, null);
      total += size;
      if (total > mostBytes) throw new CliProblem(`${file}: Expected at most 500 MB.`, 1);
      const refused = reader.push(buffer.subarray(0, size));
      if (refused !== null) throw new CliProblem(`${file}: ${refused.refused}`, 1);
    }
  } finally {
    closeSync(handle);
  }
  const found = reader.end();
  if ('refused' in found) throw new CliProblem(`${file}: ${found.refused}`, 1);
  return found;
}

function opened(file: string): number {
  try {
    return openSync(file, 'r');
  } catch {
    throw new CliProblem(`${file}: Expected a file that can be read.`, 1);
  }
}

/** The same in lines. */
export function traceText(report: TraceReport): string {
  const { measures: m, samples, seconds, badLines, gaps, kinds, verdict, speaks, fuse } = report;
  const amps = (value: number | null) => (value === null ? 'not recorded' : formatQuantity(value, 'A'));
  const bad = badLines === 0 ? '' : `, ${badLines} lines that could not be read`;
  return [
    `${samples} samples over ${seconds.toPrecision(3)} s${bad}${gaps === 0 ? '' : `, ${gaps} gaps`}`,
    `  Zero offset: ${amps(m.zeroOffsetAmps)}`,
    `  Inrush: ${amps(m.inrushAmps)}${m.inrushSeconds === null ? '' : `, falls in ${m.inrushSeconds.toPrecision(2)} s`}`,
    `  Settled: ${amps(m.settledAmps)}, at the end ${amps(m.endAmps)}`,
    ...(m.ohms === null ? [] : [`  Ohms: ${formatQuantity(m.ohms, 'Ω')}`]),
    ...(m.ripple?.hertz == null ? [] : [`  Ripple: ${m.ripple.hertz.toPrecision(3)} Hz`]),
    ...(m.dropouts === 0 ? [] : [`  Lost for moments: ${m.dropouts} times`]),
    ...(m.spikes === 0 ? [] : [`  Spikes: ${m.spikes}, up to ${amps(m.spikeAmps)}`]),
    ...(fuse === null
      ? []
      : [
          `  Of a ${fuse.ratingAmps} A fuse’s life: ${percent(fuse.lifeUsed)}${fuse.opens === null ? '' : `; it may open from ${fuse.opens.least?.toPrecision(2)} s on`}`,
        ]),
    verdict === null ? 'Cannot tell what kind it is:' : `It is: ${verdict}`,
    ...kinds.slice(0, 3).map(({ kind, probability }) => `  ${percent(probability)} ${kind}`),
    ...speaks.slice(0, 4).map(({ words, weight }) => `  ${weight > 0 ? 'for' : 'against'} it: ${words}`),
    '',
  ].join('\n');
}

interface RecordOptions {
  readonly fuse: string;
  readonly seconds: string;
}

/** How the recorder of the command errs. */
const recorder = { samplesPerSecond: 1000, noiseAmps: 0.08, offsetAmps: 0.12, gain: 1.01 } as const;

/** A simulated recording of a circuit as CSV. */
export function recordedCsv(
  circuit: Circuit,
  state: OperatingState,
  wrong: Hypothesis | null,
  { fuse, seconds }: RecordOptions,
): string {
  const length = Number(seconds);
  if (!(length >= 1 && length <= 600)) {
    throw new CliProblem(`--seconds: Expected 1 to 600: got “${seconds}”.`, 2);
  }
  const part = circuit.parts.find(({ id, kind }) => id === fuse && kind === 'fuse');
  if (part === undefined) throw new CliProblem(`--fuse: Expected a fuse of the circuit: got “${fuse}”.`, 2);
  const recording = circuitRecording(circuit, state, wrong, fuse, length);
  const { times, channels } = recordTrace(recording, recorder, Math.random);
  const lines = Array.from(times, (t, i) => `${t.toFixed(3)},${channels[0]!.values[i]!.toFixed(3)}`);
  return `Time (s),Current (A)\n${lines.join('\n')}\n`;
}
