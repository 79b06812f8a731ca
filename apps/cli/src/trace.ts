import { checkedTraceHeader } from '@grim-lantern/contract';
import type {
  Circuit,
  EitherReader,
  FoundTrace,
  FuseStyle,
  Hypothesis,
  Opening,
  OperatingState,
  Trace,
  TraceMeasures,
} from '@grim-lantern/core';
import {
  circuitRecording,
  eitherReader,
  formatQuantity,
  fuseStyles,
  judgeTrace,
  measureTrace,
  percent,
  recordTrace,
  seededRandom,
  traceAgainstFuse,
  traceCsv,
  traceSeconds,
  writeTraceFile,
} from '@grim-lantern/core';
import { appendFileSync, closeSync, openSync, readSync, writeFileSync } from 'node:fs';
import { basename } from 'node:path';
import { CliProblem } from './cliProblem';

interface TraceOptions {
  readonly expected?: string | undefined;
  readonly rating?: string | undefined;
  readonly style: string;
  readonly save?: string | undefined;
}

/**
 * A recording measured and judged, as a document; saved elsewhere as well where that is asked for.
 * @throws {CliProblem} where an option or the file is none
 */
export function traceDocument(file: string, { expected, rating, style, save }: TraceOptions) {
  const read = readRecording(file);
  if (save !== undefined) saveAs(save, basename(file), read.trace);
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

function againstFuse({ trace }: FoundTrace, measures: TraceMeasures, style: FuseStyle, ratingAmps: number) {
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
function readRecording(file: string): FoundTrace {
  const buffer = Buffer.alloc(pieceBytes);
  const handle = opened(file);
  let reader: EitherReader | null = null;
  try {
    for (let [size, total] = [-1, 0]; size !== 0;) {
      size = readSync(handle, buffer, 0, pieceBytes, null);
      total += size;
      if (total > mostBytes) throw new CliProblem(`${file}: Expected at most 500 MB.`, 1);
      const piece = buffer.subarray(0, size);
      reader ??= eitherReader(piece, checkedTraceHeader);
      const refused = reader.push(piece);
      if (refused !== null) throw new CliProblem(`${file}: ${refused.refused}`, 1);
    }
  } finally {
    closeSync(handle);
  }
  const found = reader?.end() ?? { refused: 'Nothing was read.' };
  if ('refused' in found) throw new CliProblem(`${file}: ${found.refused}`, 1);
  return found;
}

/** Writes a recording as what the file's ending says. @throws {CliProblem} where it says neither, or cannot be written */
function saveAs(file: string, name: string, trace: Trace): void {
  const about = {
    name: name.slice(0, 120),
    fuse: null,
    side: 'before',
    at: new Date().toISOString(),
  } as const;
  const pieces = /\.csv$/i.test(file)
    ? [...traceCsv(trace)]
    : /\.trace$/i.test(file)
      ? writeTraceFile(trace, about)
      : null;
  if (pieces === null)
    throw new CliProblem(`--save: Expected a name that ends in .csv or .trace: got “${file}”.`, 2);
  try {
    writeFileSync(file, '');
    for (const piece of pieces) appendFileSync(file, piece);
  } catch {
    throw new CliProblem(`--save: ${file} cannot be written.`, 1);
  }
}

function opened(file: string): number {
  try {
    return openSync(file, 'r');
  } catch {
    throw new CliProblem(`${file}: Expected a file that can be read.`, 1);
  }
}

function openingText(words: string, opening: Opening | null): string {
  if (opening === null) return '';
  const seconds = (value: number) => `${Number(value.toPrecision(2))} s`;
  const until = opening.greatest === null ? 'never' : seconds(opening.greatest);
  return `${words} after ${seconds(opening.least)} at the earliest, ${until} at the latest`;
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
          `  Of a ${fuse.ratingAmps} A fuse’s life: ${percent(fuse.lifeUsed)}${openingText('; it opens', fuse.opens)}${openingText('; if it goes on so, it opens', fuse.goingOn)}`,
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
  readonly seed: string;
}

/** How the recorder of the command errs. */
const recorder = {
  samplesPerSecond: 1000,
  noiseAmps: 0.08,
  offsetAmps: 0.12,
  gain: 1.01,
  decimals: 3,
} as const;

/**
 * A simulated recording of a circuit as CSV; the same for the same seed.
 * @throws {CliProblem} where the seconds, the seed or the fuse are none
 */
export function recordedCsv(
  circuit: Circuit,
  state: OperatingState,
  wrong: Hypothesis | null,
  { fuse, seconds, seed }: RecordOptions,
): string {
  const length = Number(seconds);
  if (!(length >= 1 && length <= 600)) {
    throw new CliProblem(`--seconds: Expected 1 to 600: got “${seconds}”.`, 2);
  }
  if (!/^\d{1,9}$/.test(seed)) {
    throw new CliProblem(`--seed: Expected a whole number: got “${seed}”.`, 2);
  }
  const part = circuit.parts.find(({ id, kind }) => id === fuse && kind === 'fuse');
  if (part === undefined) throw new CliProblem(`--fuse: Expected a fuse of the circuit: got “${fuse}”.`, 2);
  const recording = circuitRecording(circuit, state, wrong, fuse, length);
  return [...traceCsv(recordTrace(recording, recorder, seededRandom(Number(seed))))].join('');
}
