import type { Display, NumberScale, Prediction } from './prediction';
import { toScale, floatingVolts } from './prediction';

/**
 * One prediction for what may be one of several, each as likely: chances are averaged; numbers become one with the mean
 * and the spread of all. Where any of them means nothing, so does the whole.
 */
export function mixPredictions(display: Display, predictions: readonly Prediction[]): Prediction {
  const [first] = predictions as readonly [Prediction, ...Prediction[]];
  if (predictions.length === 1) return first;
  const meaningless = predictions.find(({ kind }) => kind === 'meaningless');
  if (meaningless !== undefined) return meaningless;
  if (display.kind === 'outcomes') {
    const all = predictions.flatMap((each) => (each.kind === 'outcomes' ? [each.chances] : []));
    return {
      kind: 'outcomes',
      chances: display.outcomes.map((_each, o) => all.reduce((sum, each) => sum + each[o]! / all.length, 0)),
    };
  }
  if (predictions.every(({ kind }) => kind === 'floating')) return first;
  return mixNumbers(display.scale, predictions);
}

function mixNumbers(scale: NumberScale, predictions: readonly Prediction[]): Prediction {
  const top = toScale(scale, floatingVolts);
  const all = predictions.flatMap((each) => {
    if (each.kind === 'number') return [each];
    return each.kind === 'floating' ? [{ mean: top / 2, deviation: top / Math.sqrt(12), overload: 0 }] : [];
  });
  const overload = all.reduce((sum, each) => sum + each.overload / all.length, 0);
  const shown = all.filter((each) => each.overload < 1);
  if (shown.length === 0) return { kind: 'number', mean: 0, deviation: scale.relative, overload };
  const mean = shown.reduce((sum, each) => sum + each.mean / shown.length, 0);
  const variance = shown.reduce(
    (sum, each) => sum + (each.deviation ** 2 + (each.mean - mean) ** 2) / shown.length,
    0,
  );
  return { kind: 'number', mean, deviation: Math.sqrt(variance), overload };
}

/** How often a buzzing supply is called that, rather than by how bright or strong it is on average. Judgement. */
const calledFlickering = 0.55;
/** Chances of an outcome that differ by less than this between two phases make no flicker that one would see. */
const seenFrom = 0.4;

/**
 * What is seen of a lamp or a load while the circuit goes round through a few phases many times a second: that it flickers,
 * or anything between the phases. None of it condemns a healthy part.
 */
export function mixPhases(display: Display, predictions: readonly Prediction[]): Prediction {
  const mixed = mixPredictions(display, predictions);
  if (display.kind === 'number' || mixed.kind !== 'outcomes') return mixed;
  const flickers = display.outcomes.findIndex(({ id }) => id === 'flickers');
  const differ = mixed.chances.some((_chance, o) => {
    const own = predictions.map((each) => (each.kind === 'outcomes' ? each.chances[o]! : 0));
    return Math.max(...own) - Math.min(...own) > seenFrom;
  });
  if (flickers < 0 || !differ) return mixed;
  const anyOther = (1 - calledFlickering) / (display.outcomes.length - 1);
  return {
    kind: 'outcomes',
    chances: display.outcomes.map((_each, o) => (o === flickers ? calledFlickering : anyOther)),
  };
}
