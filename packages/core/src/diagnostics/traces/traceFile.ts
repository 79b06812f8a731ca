import type { TraceRefusal } from './sniffTrace';
import type { Trace, TraceUnit } from './trace';
import type { ColumnCode } from './traceColumns';
import { columnDecoder, encodeColumn } from './traceColumns';

/** A column in the header: how it is written, and how many bytes of the file are its own. */
export type TraceColumn = ColumnCode & { readonly bytes: number };

/** Which of two recordings that are laid over each other one is. */
export const traceSides = ['before', 'after', 'left', 'right'] as const;
export type TraceSide = (typeof traceSides)[number];

/** What a recording is of. */
export interface TraceAbout {
  readonly name: string;
  /** The fuse in whose wire the clamp was, by its id in the circuit; null where that is not known. */
  readonly fuse: string | null;
  readonly side: TraceSide;
  /** When it was made or taken in, ISO 8601. */
  readonly at: string;
}

/** First line of a `grim-lantern/trace` file; the columns follow it as bytes, clock first, then channel by channel. */
export interface TraceHeader {
  readonly format: 'grim-lantern/trace';
  readonly version: 1;
  readonly about: TraceAbout;
  readonly samples: number;
  readonly time: TraceColumn;
  readonly channels: readonly (TraceColumn & { readonly name: string; readonly unit: TraceUnit })[];
}

const newline = 10;
/** A header is no longer than this, bytes. */
const mostHeaderBytes = 65_536;

/** A recording as a file: its header's line, then each column. */
export function writeTraceFile({ times, channels }: Trace, about: TraceAbout): readonly Uint8Array[] {
  const time = encodeColumn(times, 2);
  const columns = channels.map(({ values }) => encodeColumn(values, 1));
  const header: TraceHeader = {
    format: 'grim-lantern/trace',
    version: 1,
    about,
    samples: times.length,
    time: { ...time.code, bytes: time.bytes.length },
    channels: channels.map(({ name, unit }, c) => ({
      name,
      unit,
      ...columns[c]!.code,
      bytes: columns[c]!.bytes.length,
    })),
  };
  return [asciiBytes(`${JSON.stringify(header)}\n`), time.bytes, ...columns.map(({ bytes }) => bytes)];
}

/** Letters beyond ASCII become escapes, which JSON reads as the same. */
function asciiBytes(text: string): Uint8Array {
  const escaped = text.replace(
    /[\u0080-\uffff]/g,
    (letter) => `\\u${letter.charCodeAt(0).toString(16).padStart(4, '0')}`,
  );
  return Uint8Array.from(escaped, (letter) => letter.charCodeAt(0));
}

/** Whether a file begins as one of these. */
export function isTraceFile(first: Uint8Array): boolean {
  return first[0] === '{'.charCodeAt(0);
}

export interface ReadTraceFile {
  readonly header: TraceHeader;
  readonly trace: Trace;
}

export interface TraceFileReader {
  /** Takes the next piece. A refusal ends it: nothing that follows is read. */
  readonly push: (bytes: Uint8Array) => TraceRefusal | null;
  readonly end: () => ReadTraceFile | TraceRefusal;
}

/**
 * Reads such a file piece by piece.
 * @param checked - the header, checked; or why it is none
 */
export function traceFileReader(checked: (document: unknown) => TraceHeader | TraceRefusal): TraceFileReader {
  let head: number[] | null = [];
  let header: TraceHeader | null = null;
  let columns: ReturnType<typeof columnsReader> | null = null;
  let refusal: TraceRefusal | null = null;
  const begin = (): TraceRefusal | null => {
    const found = checked(parsed(head ?? []));
    head = null;
    if ('refused' in found) return found;
    header = found;
    columns = columnsReader(found);
    return null;
  };
  return {
    push(bytes) {
      if (refusal !== null) return refusal;
      let rest = bytes;
      if (head !== null) {
        const at = bytes.indexOf(newline);
        head.push(...bytes.subarray(0, Math.min(at < 0 ? bytes.length : at, mostHeaderBytes)));
        if (at < 0 && head.length < mostHeaderBytes) return null;
        refusal =
          at < 0 ? { refused: 'The first line is too long: expected a header of at most 64 kB.' } : begin();
        rest = bytes.subarray(at + 1);
      }
      return (refusal ??= columns?.push(rest) ?? null);
    },
    end() {
      if (refusal !== null) return refusal;
      if (header === null || columns === null) {
        return { refused: 'The header ends early: expected one line of JSON, then the samples.' };
      }
      const trace = columns.end();
      return 'refused' in trace ? trace : { header, trace };
    },
  };
}

function parsed(letters: readonly number[]): unknown {
  try {
    return JSON.parse(letters.map((letter) => String.fromCharCode(letter)).join(''));
  } catch {
    return null;
  }
}

const ends: TraceRefusal = { refused: 'The samples end early: the file is not whole.' };

/** The columns one after the other, each with as many bytes as the header says. */
function columnsReader({ samples, time, channels }: TraceHeader) {
  const columns = [time, ...channels].map((code) => ({
    code,
    left: code.bytes,
    own: columnDecoder(code, samples),
  }));
  let at = 0;
  return {
    push(bytes: Uint8Array): TraceRefusal | null {
      let from = 0;
      while (from < bytes.length) {
        const column = columns[at];
        if (column === undefined)
          return { refused: 'More follows after the last sample: the file is not whole.' };
        const taken = Math.min(column.left, bytes.length - from);
        column.own.push(bytes.subarray(from, from + taken));
        column.left -= taken;
        from += taken;
        if (column.left === 0) at++;
      }
      return null;
    },
    end(): Trace | TraceRefusal {
      if (columns.some(({ left }) => left > 0)) return ends;
      const [times, ...values] = columns.map(({ own }) => own.end());
      if (times == null) return { refused: 'The times do not hold as many samples as the header says.' };
      const bad = values.findIndex((each) => each === null);
      if (bad >= 0) {
        return { refused: `${channels[bad]!.name}: expected as many finite samples as the header says.` };
      }
      if (times.some((time, i) => i > 0 && time < times[i - 1]!))
        return { refused: 'The time runs backwards.' };
      return {
        times,
        channels: channels.map(({ name, unit }, c) => ({ name, unit, values: values[c]! })),
      };
    },
  };
}
