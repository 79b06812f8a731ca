import type { TraceUnit } from './trace';

/** How the lines of an exported recording are laid out. */
export interface TraceDialect {
  readonly separator: ',' | ';' | '\t';
  readonly decimal: '.' | ',';
  /** Lines before the first sample. */
  readonly headerLines: number;
  readonly columns: number;
  /** The column of the clock, and seconds in one of its units; null where samples come at an interval. */
  readonly time: { readonly column: number; readonly seconds: number; readonly clock: boolean } | null;
  /** Seconds between two samples where there is no clock. */
  readonly intervalSeconds: number | null;
  readonly channels: readonly {
    readonly column: number;
    readonly name: string;
    readonly unit: TraceUnit;
    /** Amps or volts in one of its units. */
    readonly scale: number;
  }[];
}

/** Why a file is no recording, in one sentence. */
export interface TraceRefusal {
  readonly refused: string;
}

/** So many channels are read; more is no recording of one circuit. */
const mostChannels = 16;
/** A time above this is milliseconds since 1970. */
const epochFrom = 1e11;

/**
 * Finds out how an export is laid out from its first lines: the separator that gives the most lines the same number of
 * numbers, the decimal sign, the header, the units in it.
 */
export function sniffTrace(head: string): TraceDialect | TraceRefusal {
  const lines = head.split(/\r\n|\n|\r/).map((line) => line.replace(/^\uFEFF/, ''));
  if (lines.every((line) => line.trim() === '')) {
    return { refused: 'The file is empty: expected lines of numbers.' };
  }
  const layouts = (['\t', ';', ','] as const).flatMap((separator) =>
    (['.', ','] as const)
      .filter((decimal) => decimal !== separator)
      .map((decimal) => layoutOf(lines, separator, decimal)),
  );
  // One column is what every wrong separator finds as well: it counts for less.
  const rank = ({ rows, columns }: Layout) => (columns > 1 ? rows : rows / 2);
  const best = layouts.reduce((one, other) => (rank(other) > rank(one) ? other : one));
  if (best.rows < 2) return { refused: 'No two lines of numbers were found: expected a recording as CSV.' };
  const rows = lines.slice(best.first, best.first + 50).map((line) => line.split(best.separator));
  const header = lines.slice(0, best.first).map((line) => line.split(best.separator));
  return describe(best, header, rows);
}

interface Layout {
  readonly separator: TraceDialect['separator'];
  readonly decimal: TraceDialect['decimal'];
  readonly columns: number;
  readonly first: number;
  readonly rows: number;
}

function layoutOf(
  lines: readonly string[],
  separator: TraceDialect['separator'],
  decimal: TraceDialect['decimal'],
): Layout {
  const counts = lines.map((line) => {
    const fields = line.split(separator);
    return line.trim() !== '' && fields.every((field) => isNumber(field, decimal)) ? fields.length : 0;
  });
  const columns = mostCommon(counts.filter((count) => count > 0));
  const first = counts.indexOf(columns);
  const rows = counts.filter((count) => count === columns && count > 0).length;
  return { separator, decimal, columns, first, rows };
}

function mostCommon(counts: readonly number[]): number {
  const found = new Map<number, number>();
  for (const count of counts) found.set(count, (found.get(count) ?? 0) + 1);
  return [...found].sort(([, one], [, other]) => other - one)[0]?.[0] ?? 0;
}

function isNumber(field: string, decimal: string): boolean {
  const text = field.trim().replace(/^"|"$/g, '');
  if (/^\d{1,2}:\d{2}(:\d{2})?([.,]\d+)?$/.test(text)) return true;
  const plain = decimal === ',' ? text.replace(',', '.') : text;
  return /^[-+]?(\d+\.?\d*|\.\d+)([eE][-+]?\d+)?$/.test(plain);
}

function describe(
  { separator, decimal, columns, first }: Layout,
  header: readonly (readonly string[])[],
  rows: readonly (readonly string[])[],
): TraceDialect | TraceRefusal {
  const named = header.filter((fields) => fields.length === columns);
  // The header's lines column by column: a name, and perhaps a row of units under it.
  const words = Array.from({ length: columns }, (_each, column) =>
    named.map((fields) => (fields[column] ?? '').replace(/"/g, '').trim()).filter((word) => word !== ''),
  );
  const intervalSeconds = intervalIn(header.map((fields) => fields.join(' ')));
  const time = intervalSeconds !== null ? null : timeColumn(words, rows, decimal);
  if (time === null && intervalSeconds === null) {
    return {
      refused:
        columns === 1
          ? 'There is one column and no sample interval: expected a time and a current.'
          : 'No time column and no sample interval were found: expected times that rise.',
    };
  }
  const channels = words.flatMap((own, column) => {
    if (column === time?.column) return [];
    const unit = unitIn(own, /[muµk]?[AV]/);
    if (named.length > 0 && unit === null && own.length > 0 && columns > 2) return [];
    const { symbol, scale } = unit ?? { symbol: 'A', scale: 1 };
    return [{ column, name: nameIn(own[0]) ?? `Channel ${column}`, unit: symbol as TraceUnit, scale }];
  });
  if (channels.length === 0) return { refused: 'No column in amps or volts was found beside the time.' };
  if (channels.length > mostChannels) {
    return { refused: `There are ${channels.length} channels: expected at most ${mostChannels}.` };
  }
  return { separator, decimal, headerLines: first, columns, time, intervalSeconds, channels };
}

/** A column's name without its unit. */
function nameIn(word: string | undefined): string | null {
  const name = word?.replace(/\s*[([][muµk]?[AV][)\]]/, '').trim() ?? '';
  return name === '' ? null : name;
}

const prefixes: Readonly<Record<string, number>> = { '': 1, k: 1e3, m: 1e-3, u: 1e-6, µ: 1e-6, n: 1e-9 };

/** A unit with its prefix in the words of a header: alone, or in brackets. */
function unitIn(words: readonly string[], pattern: RegExp): { symbol: string; scale: number } | null {
  for (const word of [...words].reverse()) {
    const found = new RegExp(`(?:^|[([/\\s_])(${pattern.source})(?:$|[)\\]\\s])`).exec(word)?.[1];
    if (found === undefined) continue;
    const symbol = found.at(-1) ?? '';
    return { symbol, scale: prefixes[found.slice(0, -1)] ?? 1 };
  }
  return null;
}

/** `Sample interval: 0.5 ms`, `Sample rate (Hz): 1000`, `dt = 0,001`: seconds, or null. */
function intervalIn(lines: readonly string[]): number | null {
  const number = String.raw`([-+]?[\d.,]+(?:[eE][-+]?\d+)?)`;
  for (const line of lines) {
    const interval = new RegExp(
      String.raw`(?:interval|increment|\bdt)\b\s*(?:[([]?([muµn]?s)[)\]]?)?\D*?${number}\s*([muµn]?s)?\b`,
      'i',
    ).exec(line);
    if (interval !== null) {
      const unit = interval[1] ?? interval[3] ?? 's';
      return asNumber(interval[2] ?? '') * (prefixes[unit.slice(0, -1)] ?? 1);
    }
    const rate = new RegExp(String.raw`rate\b\D*?${number}\s*(k?)(?:Hz|S\/s)?`, 'i').exec(line);
    if (rate !== null)
      return 1 / (asNumber(rate[1] ?? '') * (rate[2] === 'k' || /kHz/i.test(line) ? 1e3 : 1));
  }
  return null;
}

function asNumber(text: string): number {
  return Number(text.replace(',', '.'));
}

function timeColumn(
  words: readonly (readonly string[])[],
  rows: readonly (readonly string[])[],
  decimal: string,
): TraceDialect['time'] {
  const named = words.findIndex((own) => own.some((word) => /time|clock|zeit|^t\b|^x\b/i.test(word)));
  const column = named >= 0 ? named : rising(rows, decimal);
  if (column < 0) return null;
  const clock = rows.some((fields) => (fields[column] ?? '').includes(':'));
  const unit = unitIn(words[column] ?? [], /[munµ]?s/);
  const first = asNumber(rows[0]?.[column] ?? '');
  const milliseconds = (words[column] ?? []).some((word) => /millis|\bms\b/i.test(word)) || first > epochFrom;
  return { column, clock, seconds: milliseconds ? 1e-3 : (unit?.scale ?? 1) };
}

/** The first column whose numbers rise from row to row. */
function rising(rows: readonly (readonly string[])[], decimal: string): number {
  const columns = rows[0]?.length ?? 0;
  const value = (row: number, column: number) => {
    const text = (rows[row]?.[column] ?? '').trim();
    return Number(decimal === ',' ? text.replace(',', '.') : text);
  };
  const full = rows.filter((fields) => fields.length === columns).length;
  if (columns < 2 || full < 2) return -1;
  return Array.from({ length: columns }, (_each, column) => column).findIndex((column) => {
    for (let row = 1; row < full; row++) if (!(value(row, column) > value(row - 1, column))) return false;
    return true;
  });
}
