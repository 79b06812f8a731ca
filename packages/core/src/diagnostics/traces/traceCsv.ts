import type { Trace } from './trace';

/** Lines in one piece of text. */
const pieceLines = 20_000;

/**
 * A recording as CSV, piece by piece: seconds first, then each channel in amps or volts. Every number is the shortest
 * that reads back as the same double, so nothing is lost.
 */
export function* traceCsv({ times, channels }: Trace): Generator<string> {
  const names = channels.map(({ name, unit }) => `${plain(name)} (${unit})`);
  let piece = [['Time (s)', ...names].join(',')];
  for (let i = 0; i < times.length; i++) {
    let line = String(times[i]!);
    for (const { values } of channels) line += `,${values[i]!}`;
    piece.push(line);
    if (piece.length >= pieceLines) {
      yield `${piece.join('\n')}\n`;
      piece = [];
    }
  }
  if (piece.length > 0) yield `${piece.join('\n')}\n`;
}

/** A name without what a reader of CSV would trip over, and without its unit, which is written anew. */
function plain(name: string): string {
  const words = name
    .replace(/[",;\t\r\n]/g, ' ')
    .replace(/[([][muµk]?[AV][)\]]/g, '')
    .replace(/\s+/g, ' ')
    .trim();
  return words === '' ? 'Channel' : words;
}
