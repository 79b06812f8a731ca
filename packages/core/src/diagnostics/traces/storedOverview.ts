import type { TracePyramid } from './overview';
import { finestSamples } from './overview';

/** A recording from far away: of each piece its first moment, its least and its greatest. */
export interface OverviewPicture {
  readonly seconds: number[];
  readonly least: number[];
  readonly greatest: number[];
}

/** Bytes of a piece: moment, least, greatest, each as a single. */
const pieceBytes = 12;

/**
 * Every level of a pyramid, the finest first: to be kept beside the samples, so that a picture of any coarseness can be
 * had without them.
 */
export function writeOverview({ levels }: TracePyramid, times: Float64Array): Uint8Array {
  const pieces = levels.reduce((sum, level) => sum + level.length / 2, 0);
  const bytes = new Uint8Array(pieceBytes * pieces);
  const view = new DataView(bytes.buffer);
  let at = 0;
  for (const [l, level] of levels.entries()) {
    for (let piece = 0; piece < level.length / 2; piece++, at += pieceBytes) {
      view.setFloat32(at, times[piece * finestSamples * 2 ** l]!, true);
      view.setFloat32(at + 4, level[2 * piece]!, true);
      view.setFloat32(at + 8, level[2 * piece + 1]!, true);
    }
  }
  return bytes;
}

/** The coarsest level of a written overview that has at least so many pieces, else the finest. */
export function overviewLevel(bytes: Uint8Array, samples: number, least: number): OverviewPicture {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  let [at, pieces] = [0, Math.ceil(samples / finestSamples)];
  for (let next = Math.ceil(pieces / 2); pieces > 2 && next >= least; next = Math.ceil(pieces / 2)) {
    at += pieceBytes * pieces;
    pieces = next;
  }
  const numbers = (offset: number) =>
    Array.from({ length: pieces }, (_each, piece) =>
      Number(view.getFloat32(at + piece * pieceBytes + offset, true).toPrecision(7)),
    );
  return { seconds: numbers(0), least: numbers(4), greatest: numbers(8) };
}
