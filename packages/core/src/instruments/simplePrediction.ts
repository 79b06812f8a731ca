import { formatQuantity } from './formatQuantity';
import type { InstrumentDefinition } from './instrument';
import type { NumberScale, Prediction } from './prediction';
import { fromScale } from './prediction';

/** A prediction in a word or two, as a technician would read it off: `0.4 Ω`, `OL`, `Dark`, `Dim or bright`. */
export function simplePrediction({ display }: InstrumentDefinition, prediction: Prediction): string {
  switch (prediction.kind) {
    case 'meaningless':
      return prediction.why;
    case 'floating':
      return 'floating: any volts';
    case 'number':
      if (prediction.overload > 0.5 || display.kind !== 'number') return 'OL';
      return formatQuantity(
        shown(fromScale(display.scale, prediction.mean), display.scale),
        display.scale.unit,
      );
    case 'outcomes': {
      if (display.kind !== 'outcomes') return '';
      const likely = display.outcomes.filter((_outcome, index) => prediction.chances[index]! >= likelyFrom);
      return likely.map(({ name }, index) => (index === 0 ? name : name.toLowerCase())).join(' or ');
    }
  }
}

/** A value far below the instrument's own error is none. */
function shown(value: number, { absolute }: NumberScale): number {
  return Math.abs(value) < absolute / 20 ? 0 : value;
}

/** An outcome below this chance is not what one should expect to see. */
const likelyFrom = 0.15;
