import type { Circuit } from '../../circuit/circuit';
import { sectionById } from '../../circuit/terminals';
import type { Hypothesis } from '../../faults/hypotheses';
import { placesFactor } from '../../faults/hypotheses';
import { solidOhmsGrid } from '../../faults/rates';
import type { TakenReading } from '../../inference/takenReading';
import type { Predictor } from '../../inference/predictor';
import { createPredictor } from '../../inference/predictor';
import { inferPosterior } from '../../inference/posterior';

/** Where along a wire its short to ground lies. */
export interface Located {
  readonly section: string;
  /** From its "from" end. */
  readonly metres: number;
  /** It lies within so many metres of that with a chance of 68 %. */
  readonly errorMetres: number;
  /** The place that it is then at; null where the wire passes none. */
  readonly place: string | null;
  /** Whether the readings say more than where a wire is usually worn. */
  readonly told: boolean;
}

/** A wire is looked at in so many pieces. */
const pieces = 30;
/**
 * A wire's ohms to the metre are not just what its size says, and so every place along it that is told by ohms or by volts
 * is off by this share of its distance from the end. Judgement: sizes of stranded wire as they are sold.
 */
const wireOff = 0.055;
/** The chance with which it lies within the error. */
const stated = 0.68;
/** Readings tell something when they leave less than this share of the error that there would be without them. Judgement. */
const toldBelow = 0.7;

/** The search along one wire: each piece of it a suspect, its prior by the hazards of the place that it passes. */
export function alongWire(circuit: Circuit, section: string): Predictor {
  return createPredictor(circuit, piecesOf(circuit, section));
}

function piecesOf(circuit: Circuit, section: string): readonly Hypothesis[] {
  const weights = Array.from({ length: pieces }, (_each, piece) => {
    const place = placeAt(circuit, section, middleOf(piece));
    return place === null ? 1 : placesFactor(circuit, [place], 'short to ground');
  });
  const whole = weights.reduce((sum, each) => sum + each, 0) * solidOhmsGrid.length;
  return weights.flatMap((weight, piece) =>
    solidOhmsGrid.map((ohms): Hypothesis => ({
      suspect: `${piece}`,
      name: 'short to ground',
      fault: { kind: 'short to ground', section, ohms, position: middleOf(piece) },
      prior: weight / whole,
      mayComeAndGo: false,
      family: piece,
    })),
  );
}

/** The middle of a piece, as a share of the length from the "from" end. */
function middleOf(piece: number): number {
  return (piece + 0.5) / pieces;
}

/** The place that a wire passes at a share of its length; its places are taken to share it evenly. */
export function placeAt(circuit: Circuit, section: string, share: number): string | null {
  const { places } = sectionById(circuit, section);
  return places[Math.min(places.length - 1, Math.floor(share * places.length))] ?? null;
}

/**
 * Where along a section its short to ground lies, by all that was read: ohms from both ends, millivolts along it while a
 * limiter's current runs into the short, what was seen. Every piece of the wire is a hypothesis, its ohms integrated over,
 * each reading weighed with its instrument's own error; the answer is the mean over the pieces.
 */
export function locateShort(
  circuit: Circuit,
  section: string,
  readings: readonly TakenReading[],
  predictor: Predictor = alongWire(circuit, section),
): Located {
  const { lengthMetres } = sectionById(circuit, section);
  const usual = spreadAlong(predictor, []);
  const { mean, error } = spreadAlong(predictor, readings);
  const told = error < toldBelow * usual.error;
  return {
    section,
    metres: mean * lengthMetres,
    errorMetres: Math.hypot(error, told ? wireOff * mean : 0) * lengthMetres,
    place: placeAt(circuit, section, mean),
    told,
  };
}

/**
 * Mean of the pieces by some readings, and the distance from it within which the stated chance lies: shares of the length.
 * @param along - as `alongWire` has it
 */
export function spreadAlong(
  along: Predictor,
  readings: readonly TakenReading[],
): { readonly mean: number; readonly error: number } {
  const { suspects } = inferPosterior(along, readings);
  const chances = suspects.map(({ id, probability }) => ({ at: middleOf(Number(id)), probability }));
  const mean = chances.reduce((sum, { at, probability }) => sum + at * probability, 0);
  let [before, error] = [0, 0];
  for (const { away, probability } of chances
    .map(({ at, probability }) => ({ away: Math.abs(at - mean), probability }))
    .sort((one, other) => one.away - other.away)) {
    if (before + probability >= stated) {
      const into = (stated - before) / probability;
      // Within its piece it may lie anywhere.
      return { mean, error: Math.hypot(error + into * (away - error), 0.5 / pieces) };
    }
    [before, error] = [before + probability, away];
  }
  return { mean, error };
}
