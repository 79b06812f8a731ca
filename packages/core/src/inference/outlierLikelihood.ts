import type { ReadingValue } from '../instruments/instrument';
import type { Display, NumberScale } from '../instruments/prediction';
import { toScale } from '../instruments/prediction';

/** Of outliers on a meter, those that show OL, where a probe that touches nothing does. Judgement. */
const outlierOverload = 0.3;
/** Of the others, those that show what most other points do. Judgement. */
const outlierElsewhere = 0.5;

/** The length of an instrument's scale, over which outliers and floating values are spread. */
function scaleLength(scale: NumberScale): number {
  return toScale(scale, scale.greatest) - toScale(scale, scale.least);
}

/** The likelihood of what was read when the reading means nothing; on a number’s scale a density. */
export function outlierLikelihood(display: Display, value: ReadingValue): number {
  if (display.kind === 'outcomes') return 1 / display.outcomes.length;
  const overload = display.scale.overload ? outlierOverload : 0;
  return value.kind === 'overload' ? overload : (1 - overload) * outlierDensity(display.scale, value);
}

/** Where a number that means nothing lies: anywhere on the scale, or where most points of a vehicle do. */
function outlierDensity(scale: NumberScale, value: ReadingValue): number {
  const even = 1 / scaleLength(scale);
  const { elsewhere = [] } = scale;
  if (value.kind !== 'number' || elsewhere.length === 0) return even;
  const common = elsewhere.reduce((sum, [least, most]) => {
    const width = toScale(scale, most) - toScale(scale, least);
    return value.value >= least && value.value <= most ? sum + 1 / (width * elsewhere.length) : sum;
  }, 0);
  return (1 - outlierElsewhere) * even + outlierElsewhere * common;
}
