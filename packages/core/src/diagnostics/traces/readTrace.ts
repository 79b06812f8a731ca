import type { TraceDialect, TraceRefusal } from './sniffTrace';
import { sniffTrace } from './sniffTrace';
import type { Trace } from './trace';

/** A line that could not be read: dropped, counted, and the first few shown. */
export interface BadLine {
  /** From 1. */
  readonly line: number;
  readonly text: string;
}

export interface ReadTrace {
  readonly trace: Trace;
  readonly dialect: TraceDialect;
  /** How many lines could not be read. */
  readonly badLines: number;
  readonly firstBad: readonly BadLine[];
  /** Places where the clock stood still for more than five times its usual step. */
  readonly gaps: number;
}

/** Reads an export piece by piece, so that no file has to fit into one text. */
export interface TraceReader {
  /** Takes the next piece. A refusal ends it: nothing that follows is read. */
  readonly push: (bytes: Uint8Array) => TraceRefusal | null;
  readonly end: () => ReadTrace | TraceRefusal;
  /** Samples so far. */
  readonly samples: () => number;
}

/** So many bytes are looked at to find out how the file is laid out. */
const headBytes = 32_768;
/** So many bad lines are shown. */
const shownBad = 5;
/** Samples in one block of the growing columns. */
const blockSamples = 1 << 20;
/** More samples than this are not taken. */
const mostSamples = 2e7;
/** A step of the clock that is longer than so many usual ones is a gap. */
const gapSteps = 5;

const newline = 10;
const carriageReturn = 13;

/** A reader for one file. */
export function traceReader(): TraceReader {
  let head: Uint8Array[] = [];
  let headSize = 0;
  let parser: LineParser | null = null;
  let refusal: TraceRefusal | null = null;
  const begin = (): TraceRefusal | null => {
    const whole = joined(head, headSize);
    head = [];
    const text = asText(whole);
    // The last line may be cut off in the middle; the header never is.
    const dialect = sniffTrace(text);
    if ('refused' in dialect) return dialect;
    parser = lineParser(dialect);
    return parser.push(whole);
  };
  return {
    samples: () => parser?.samples() ?? 0,
    push(bytes) {
      if (refusal !== null) return refusal;
      if (parser !== null) return (refusal = parser.push(bytes));
      head.push(bytes.slice());
      headSize += bytes.length;
      return headSize < headBytes ? null : (refusal = begin());
    },
    end() {
      if (refusal === null && parser === null) refusal = begin();
      return refusal ?? parser?.end() ?? { refused: 'Nothing was read.' };
    },
  };
}

function joined(pieces: readonly Uint8Array[], size: number): Uint8Array {
  const whole = new Uint8Array(size);
  let at = 0;
  for (const piece of pieces) {
    whole.set(piece, at);
    at += piece.length;
  }
  return whole;
}

/** UTF-8 into a text; a byte that belongs to no letter stands for itself, as in the older tables. */
function asText(bytes: Uint8Array): string {
  const letters: string[] = [];
  for (let at = 0; at < bytes.length; at++) {
    const byte = bytes[at]!;
    const more = byte >= 0xe0 && byte < 0xf0 ? 2 : byte >= 0xc2 && byte < 0xe0 ? 1 : 0;
    const tail = bytes.subarray(at + 1, at + 1 + more);
    if (more === 0 || tail.length < more || tail.some((each) => (each & 0xc0) !== 0x80)) {
      letters.push(String.fromCharCode(byte));
      continue;
    }
    const lead = byte & (more === 1 ? 0x1f : 0x0f);
    letters.push(String.fromCharCode(tail.reduce((code, each) => (code << 6) | (each & 0x3f), lead)));
    at += more;
  }
  return letters.join('');
}

interface LineParser {
  readonly push: (bytes: Uint8Array) => TraceRefusal | null;
  readonly end: () => ReadTrace | TraceRefusal;
  readonly samples: () => number;
}

/** A column that grows block by block: no copy of all of it until the end. */
function growing() {
  const blocks: Float64Array[] = [];
  let [block, used] = [new Float64Array(blockSamples), 0];
  return {
    add(value: number) {
      if (used === blockSamples) {
        blocks.push(block);
        [block, used] = [new Float64Array(blockSamples), 0];
      }
      block[used++] = value;
    },
    whole(): Float64Array {
      const all = new Float64Array(blocks.length * blockSamples + used);
      blocks.forEach((each, index) => all.set(each, index * blockSamples));
      all.set(block.subarray(0, used), blocks.length * blockSamples);
      blocks.length = 0;
      return all;
    },
  };
}

/** Sample k of an interval, without the error that adding up would gather: k over a whole rate where there is one. */
function evenly(seconds: number): (count: number) => number {
  const rate = Math.round(1 / seconds);
  return rate > 0 && Math.abs(rate * seconds - 1) < 1e-12
    ? (count) => count / rate
    : (count) => count * seconds;
}

/** What has passed since the first reading of a clock; digits that the difference of two doubles does not have go. */
function fromFirst(first: number): (read: number) => number {
  if (first === 0) return (read) => read;
  const digits = Math.min(22, -Math.ceil(Math.log10(Math.abs(first) * 2 ** -51)));
  const scale = 10 ** Math.max(0, digits);
  return (read) => {
    const passed = read - first;
    const whole = passed * scale;
    return Math.abs(whole) < Number.MAX_SAFE_INTEGER ? Math.round(whole) / scale : passed;
  };
}

/** Samples as they come, their clock watched. */
function sampleKeeper({ channels, time, intervalSeconds }: TraceDialect) {
  const clockTimes = growing();
  const values = channels.map(growing);
  const timeAt = time?.column ?? -1;
  const unitsPerSecond = time === null || time.clock ? 1 : Math.round(1 / time.seconds);
  const spaced = evenly(intervalSeconds ?? 1);
  const columns = Int32Array.from(channels, ({ column }) => column);
  let [count, gaps] = [0, 0];
  // The last time and the usual step, where writing them makes no new object.
  const clock = Float64Array.of(-Infinity, 0);
  let since = fromFirst(0);
  return {
    count: () => count,
    /** One line's numbers; a sentence where the whole file is to be refused. */
    keep(fields: Float64Array, line: number): TraceRefusal | null {
      if (count === 0 && timeAt >= 0) since = fromFirst(fields[timeAt]!);
      const last = clock[0]!;
      const usual = clock[1]!;
      const seconds = timeAt < 0 ? spaced(count) : since(fields[timeAt]!) / unitsPerSecond;
      if (seconds < last) {
        return { refused: `Line ${line}: the time runs backwards, from ${last} s to ${seconds} s.` };
      }
      const step = seconds - last;
      if (count > 1 && usual > 0 && step > gapSteps * usual) gaps++;
      if (count > 0 && (usual === 0 || step < 2 * usual)) {
        clock[1] = usual === 0 ? step : usual + (step - usual) / 64;
      }
      clock[0] = seconds;
      clockTimes.add(seconds);
      for (let c = 0; c < columns.length; c++) values[c]!.add(fields[columns[c]!]!);
      count++;
      return count > mostSamples
        ? { refused: `There are more than ${mostSamples / 1e6} million samples.` }
        : null;
    },
    whole: () => ({
      gaps,
      trace: {
        times: clockTimes.whole(),
        channels: channels.map(({ name, unit }, c) => ({ name, unit, values: values[c]!.whole() })),
      },
    }),
  };
}

/** Bytes into numbers, a line at a time, without making a text of any line that can be read. */
function lineParser(dialect: TraceDialect): LineParser {
  const { time, columns, headerLines } = dialect;
  const [separator, decimal] = [dialect.separator.charCodeAt(0), dialect.decimal.charCodeAt(0)];
  const clockAt = time?.clock === true ? time.column : -1;
  const fields = new Float64Array(columns);
  const shifts = new Int8Array(columns);
  for (const { column, scale } of dialect.channels) shifts[column] = Math.round(Math.log10(scale));
  const keeper = sampleKeeper(dialect);
  const bad: BadLine[] = [];
  let [line, badLines] = [0, 0];
  let rest = new Uint8Array(0);
  const take = (bytes: Uint8Array, from: number, to: number): TraceRefusal | null => {
    line++;
    if (line <= headerLines || from === to) return null;
    if (parseFields(bytes, from, to, separator, decimal, fields, shifts, clockAt))
      return keeper.keep(fields, line);
    badLines++;
    if (bad.length < shownBad)
      bad.push({ line, text: asText(bytes.subarray(from, Math.min(to, from + 80))) });
    return null;
  };
  return {
    samples: keeper.count,
    push(piece) {
      const bytes = rest.length === 0 ? piece : joined([rest, piece], rest.length + piece.length);
      let from = 0;
      for (let at = 0; at < bytes.length; at++) {
        if (bytes[at] !== newline) continue;
        const to = at > from && bytes[at - 1] === carriageReturn ? at - 1 : at;
        const refused = take(bytes, from, to);
        if (refused !== null) return refused;
        from = at + 1;
      }
      rest = bytes.slice(from);
      return null;
    },
    end() {
      const last = rest.at(-1) === carriageReturn ? rest.length - 1 : rest.length;
      const refused = last > 0 ? take(rest, 0, last) : null;
      if (refused !== null) return refused;
      const count = keeper.count();
      if (count < 2) {
        return { refused: `There ${count === 1 ? 'is 1 sample' : 'are no samples'}: expected at least 2.` };
      }
      return { ...keeper.whole(), dialect, badLines, firstBad: bad };
    },
  };
}

const [minus, plus, zero, nine, upperE, lowerE, blank, quote, colon, dot, comma] = [
  45, 43, 48, 57, 69, 101, 32, 34, 58, 46, 44,
];

/** Powers of ten that are exact. */
const powers = Float64Array.from({ length: 23 }, (_each, exponent) => 10 ** exponent);

/**
 * The numbers of a line into `fields`. False where one of them is none, or there are more or fewer.
 * Digits are gathered as a whole number and divided by a power of ten once, which gives the nearest double for up to 15
 * digits (Clinger, How to read floating point numbers accurately, 1990); what has more is left to the language.
 * @param shifts - of each column, the power of ten of its unit: -3 for mA
 * @param clockAt - the column that is a time of day, h:mm:ss; -1 where there is none
 */
function parseFields(
  bytes: Uint8Array,
  from: number,
  to: number,
  separator: number,
  decimal: number,
  fields: Float64Array,
  shifts: Int8Array,
  clockAt: number,
): boolean {
  let at = from;
  for (let field = 0; field < fields.length; field++) {
    while (at < to && (bytes[at] === blank || bytes[at] === quote)) at++;
    // One by one: this is run tens of millions of times.
    let whole = 0;
    let digits = 0;
    let places = 0;
    let sign = 1;
    let clock = 0;
    if (bytes[at] === minus || bytes[at] === plus) sign = bytes[at++] === minus ? -1 : 1;
    let fraction = false;
    const begun = at;
    for (; at < to; at++) {
      const byte = bytes[at]!;
      const digit = byte - zero;
      if (digit >= 0 && digit <= 9) {
        whole = whole * 10 + digit;
        digits++;
        if (fraction) places++;
      } else if (byte === decimal && !fraction) fraction = true;
      else if (byte === colon && field === clockAt) {
        clock = (clock + whole) * 60;
        whole = 0;
      } else if (field === clockAt && (byte === dot || byte === comma) && byte !== separator) fraction = true;
      else break;
    }
    if (digits === 0) return false;
    let exponent = -places;
    if (at < to && (bytes[at] === lowerE || bytes[at] === upperE)) {
      let power = 0;
      let way = 1;
      at++;
      if (bytes[at] === minus || bytes[at] === plus) way = bytes[at++] === minus ? -1 : 1;
      const start = at;
      for (; at < to && bytes[at]! >= zero && bytes[at]! <= nine; at++)
        power = power * 10 + (bytes[at]! - zero);
      if (at === start) return false;
      exponent += way * power;
    }
    const shifted = exponent + shifts[field]!;
    const short = whole <= Number.MAX_SAFE_INTEGER && Math.abs(shifted) <= 22;
    const size = short ? scaled(whole, shifted) : longNumber(bytes, begun, at, shifts[field]!);
    // Minus nought is nought.
    fields[field] = sign * (clock + size) + 0;
    while (at < to && (bytes[at] === blank || bytes[at] === quote)) at++;
    const end = field === fields.length - 1;
    // A separator at the very end of a line is a habit of some exports.
    if (end) return at === to || (bytes[at] === separator && at + 1 === to);
    if (at >= to || bytes[at] !== separator) return false;
    at++;
  }
  return false;
}

/** Digits or a power of ten beyond what a double holds exactly: as the language reads them. */
function longNumber(bytes: Uint8Array, from: number, to: number, shift: number): number {
  const [digits, power = '0'] = asText(bytes.subarray(from, to)).replace(',', '.').split(/e/i);
  return Number(`${digits}e${Number(power) + shift}`);
}

/** One rounding: both are exact. */
function scaled(whole: number, exponent: number): number {
  return exponent < 0 ? whole / powers[-exponent]! : whole * powers[exponent]!;
}
