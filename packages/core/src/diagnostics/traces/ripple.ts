/** What swings about the settled current. */
export interface Ripple {
  /** Of the strongest swing; null where none stands out of the noise. */
  readonly hertz: number | null;
  /** Peak to peak of it, amps. */
  readonly amps: number;
  /** Every so many pulses one is weak: commutator bars of a motor with a dead one; null where none is. */
  readonly weakEvery: number | null;
}

/** Samples of the stretch that is looked at: a power of two. */
const stretch = 4096;
/** A line of the spectrum this many times above the middle of it stands out. */
const standsOut = 30;

/** The ripple of a stretch in the middle of a settled part. Its samples are taken for evenly spaced. */
export function rippleOf(
  amps: Float64Array,
  times: Float64Array,
  from: number,
  to: number,
  noise: number,
): Ripple | null {
  const size = Math.min(stretch, 2 ** Math.floor(Math.log2(Math.max(1, to - from))));
  if (size < 64) return null;
  const start = from + Math.floor((to - from - size) / 2);
  const part = amps.slice(start, start + size);
  const seconds = times[start + size - 1]! - times[start]!;
  if (!(seconds > 0)) return null;
  const mean = part.reduce((sum, each) => sum + each, 0) / size;
  const flat = part.map((each) => each - mean);
  const power = spectrum(flat);
  const lines = power.slice(1);
  const middle = [...lines].sort((one, other) => one - other)[Math.floor(lines.length / 2)]!;
  // Slow wander is no ripple: the first lines are left out.
  let best = -1;
  for (let k = firstLine; k < lines.length; k++) if (best < 0 || lines[k]! > lines[best]!) best = k;
  if (best < 0 || lines[best]! < standsOut * Math.max(middle, 1e-18)) {
    return { hertz: null, amps: 2 * Math.SQRT2 * noise, weakEvery: null };
  }
  const line = best + 1;
  const rate = (size - 1) / seconds;
  const swing = (4 * Math.sqrt(power[line]!)) / size;
  return {
    hertz: (line * rate) / size,
    amps: Math.max(swing, 0),
    weakEvery: weakPulse(lines, line),
  };
}

const firstLine = 7;

/**
 * A dead bar weakens one pulse in each turn: a second family of lines at the turn's frequency and its multiples,
 * below that of the pulses. The number of pulses a turn is the quotient.
 */
function weakPulse(lines: Float64Array, line: number): number | null {
  const strongest = lines[line - 1]!;
  // From the slowest turn on: the multiples of a turn are there for every divisor of its bars as well.
  for (let bars = 24; bars >= 3; bars--) {
    const turn = line / bars;
    if (turn < 4) continue;
    const at = (multiple: number) => {
      const k = Math.round(multiple * turn) - 1;
      return Math.max(lines[k - 1] ?? 0, lines[k] ?? 0, lines[k + 1] ?? 0);
    };
    const between = (multiple: number) => lines[Math.round((multiple + 0.5) * turn) - 1] ?? 0;
    const present = [1, 2].every(
      (multiple) => at(multiple) > 2e-3 * strongest && at(multiple) > 20 * between(multiple),
    );
    if (present) return bars;
  }
  return null;
}

/** |DFT|² of real numbers, lines 0 to n/2 - 1, under a Hann window. Radix-2, in place. Source: Cooley & Tukey, 1965. */
function spectrum(values: Float64Array): Float64Array {
  const size = values.length;
  const re = values.map((each, i) => each * (0.5 - 0.5 * Math.cos((2 * Math.PI * i) / (size - 1))) * 2);
  const im = new Float64Array(size);
  for (let i = 1, j = 0; i < size; i++) {
    let bit = size >> 1;
    for (; (j & bit) !== 0; bit >>= 1) j ^= bit;
    j ^= bit;
    if (i < j) [re[i], re[j]] = [re[j]!, re[i]!];
  }
  for (let length = 2; length <= size; length *= 2) {
    const angle = (-2 * Math.PI) / length;
    const half = length / 2;
    for (let start = 0; start < size; start += length) {
      for (let k = 0; k < half; k++) {
        const [cos, sin] = [Math.cos(angle * k), Math.sin(angle * k)];
        const [a, b] = [start + k, start + k + half];
        const [x, y] = [re[b]! * cos - im[b]! * sin, re[b]! * sin + im[b]! * cos];
        re[b] = re[a]! - x;
        im[b] = im[a]! - y;
        re[a]! += x;
        im[a]! += y;
      }
    }
  }
  return Float64Array.from({ length: size / 2 }, (_each, k) => re[k]! ** 2 + im[k]! ** 2);
}
