import type { OperatingState } from '../../circuit/operatingState';
import { instrumentById } from '../../instruments/instruments';
import { simplePrediction } from '../../instruments/simplePrediction';
import type { Predictor } from '../../inference/predictor';
import { watchedLoadName } from '../../text/outcomes';

/** A load, and what it would do in a state. */
export interface RunningLoad {
  readonly at: string;
  readonly name: string;
  /** In a word: `Works`, `Dead`. */
  readonly does: string;
  readonly works: boolean;
}

/** What every load of a healthy vehicle would do in a state: for seeing whether a drawing is right. */
export function runningLoads({ circuit, predict }: Predictor, state: OperatingState): readonly RunningLoad[] {
  const watch = instrumentById('load');
  return watch.targets(circuit).map((at) => {
    const prediction = predict(state, { instrument: 'load', at }, null);
    const does = simplePrediction(watch, prediction);
    const works = prediction.kind === 'outcomes' && (prediction.chances[2] ?? 0) > 0.5;
    return { at, name: watchedLoadName(circuit, at), does, works };
  });
}
