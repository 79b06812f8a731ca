/** How one column of a recording is written as bytes. */
export type ColumnCode =
  /** Sample i stands at i / perSecond: no bytes at all. */
  | { readonly encoding: 'even'; readonly perSecond: number }
  /** Whole numbers of 10^-decimals; of each the step from the one before, or the change of that step, as a varint. */
  | { readonly encoding: 'decimal'; readonly decimals: number; readonly order: 1 | 2 }
  /** IEEE 754 doubles, least byte first. */
  | { readonly encoding: 'float64' };

export interface EncodedColumn {
  readonly code: ColumnCode;
  readonly bytes: Uint8Array;
}

/** More decimals than this are no meter's. */
const mostDecimals = 9;
/** Whole numbers up to here leave room for the change of a step, doubled. */
const mostWhole = 2 ** 49;

/**
 * A column as bytes, without loss: what a meter exports with a few decimals takes one or two bytes a sample.
 * @param order - 1 for values, 2 for a clock, whose steps hardly change
 */
export function encodeColumn(values: Float64Array, order: 1 | 2): EncodedColumn {
  const perSecond = order === 2 ? evenRate(values) : null;
  if (perSecond !== null) return { code: { encoding: 'even', perSecond }, bytes: new Uint8Array(0) };
  const decimals = decimalsOf(values);
  if (decimals === null) return { code: { encoding: 'float64' }, bytes: doubles(values) };
  return { code: { encoding: 'decimal', decimals, order }, bytes: varints(values, 10 ** decimals, order) };
}

function evenRate(times: Float64Array): number | null {
  const second = times[1] ?? 0;
  if (!(second > 0)) return null;
  const fits = (rate: number) => rate > 0 && times.every((time, i) => time === i / rate);
  return [Math.round(1 / second), 1 / second].find(fits) ?? null;
}

/** The decimals that every value has at most; null where they are no short decimals. */
function decimalsOf(values: Float64Array): number | null {
  let [decimals, scale] = [0, 1];
  for (const value of values) {
    while (Math.round(value * scale) / scale !== value) {
      if (++decimals > mostDecimals) return null;
      scale = 10 ** decimals;
    }
  }
  return values.every((value) => {
    const whole = Math.round(value * scale);
    return Math.abs(whole) < mostWhole && whole / scale === value;
  })
    ? decimals
    : null;
}

function doubles(values: Float64Array): Uint8Array {
  const bytes = new Uint8Array(8 * values.length);
  const view = new DataView(bytes.buffer);
  values.forEach((value, i) => view.setFloat64(8 * i, value, true));
  return bytes;
}

/** Zigzag varints, seven bits a byte, the lowest first: a set eighth bit says that more follow. */
function varints(values: Float64Array, scale: number, order: 1 | 2): Uint8Array {
  let bytes = new Uint8Array(2 * values.length + 64);
  let [used, before, step] = [0, 0, 0];
  for (const value of values) {
    const whole = Math.round(value * scale);
    const change = whole - before;
    const written = order === 1 ? change : change - step;
    [before, step] = [whole, change];
    if (used + 10 > bytes.length) {
      const larger = new Uint8Array(2 * bytes.length);
      larger.set(bytes);
      bytes = larger;
    }
    let rest = written < 0 ? -2 * written - 1 : 2 * written;
    while (rest >= 128) {
      bytes[used++] = (rest % 128) | 128;
      rest = Math.floor(rest / 128);
    }
    bytes[used++] = rest;
  }
  return bytes.slice(0, used);
}

/** Takes a column's bytes piece by piece. */
export interface ColumnDecoder {
  readonly push: (bytes: Uint8Array) => void;
  /** The values; null where the bytes are not those of so many samples. */
  readonly end: () => Float64Array | null;
}

/** The way back. */
export function columnDecoder(code: ColumnCode, samples: number): ColumnDecoder {
  switch (code.encoding) {
    case 'even':
      return {
        push: () => undefined,
        end: () => Float64Array.from({ length: samples }, (_each, i) => i / code.perSecond),
      };
    case 'float64':
      return doubleDecoder(samples);
    case 'decimal':
      return varintDecoder(code, samples);
  }
}

function doubleDecoder(samples: number): ColumnDecoder {
  const bytes = new Uint8Array(8 * samples);
  let used = 0;
  return {
    push(piece) {
      if (used + piece.length <= bytes.length) bytes.set(piece, used);
      used += piece.length;
    },
    end() {
      if (used !== bytes.length) return null;
      const view = new DataView(bytes.buffer);
      const values = Float64Array.from({ length: samples }, (_each, i) => view.getFloat64(8 * i, true));
      return values.every(Number.isFinite) ? values : null;
    },
  };
}

function varintDecoder(
  { decimals, order }: Extract<ColumnCode, { encoding: 'decimal' }>,
  samples: number,
): ColumnDecoder {
  const values = new Float64Array(samples);
  const scale = 10 ** decimals;
  let [count, before, step] = [0, 0, 0];
  let [rest, weight] = [0, 1];
  return {
    push(piece) {
      for (const byte of piece) {
        rest += (byte & 127) * weight;
        if (byte > 127) {
          weight *= 128;
          continue;
        }
        const written = rest % 2 === 0 ? rest / 2 : -(rest + 1) / 2;
        step = order === 1 ? written : step + written;
        before += step;
        // What is too many is counted, and refused at the end.
        if (count < samples) values[count] = before / scale;
        count++;
        [rest, weight] = [0, 1];
      }
    },
    end: () => (count === samples && weight === 1 && values.every(Number.isFinite) ? values : null),
  };
}
