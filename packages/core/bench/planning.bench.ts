import { restingState } from '../src/circuit/restingState';
import { assess, planNext } from '../src/job/assess';
import { foldJob } from '../src/job/foldJob';
import { compileNetwork } from '../src/solver/compileNetwork';
import { linearise } from '../src/solver/linearised';
import { createPredictor } from '../src/suspicion/predictor';
import { fuseBlows, library } from '../test/library';
import type { Figure } from './figure';
import { secondsOf } from './figure';

/** What the first proposal of the demo job costs, in solvings of its circuit: a ratio within one run. */
export default function planning(): readonly Figure[] {
  const network = compileNetwork(library, restingState(library));
  const joined = network.switches.map(({ atRest }) => atRest);
  const once = secondsOf(() => {
    for (let i = 0; i < 200; i++) linearise(network, joined);
  });
  const first = secondsOf(() => {
    const predictor = createPredictor(library);
    const job = foldJob(library, [fuseBlows]);
    planNext(predictor, job, assess(predictor, job));
  }, 3);
  return [
    { name: 'first proposal of the demo job', value: first * 1000, unit: 'ms of processor', bar: null },
    {
      name: 'the same in solvings of its circuit anew',
      value: first / (once / 200),
      unit: 'times',
      bar: null,
    },
  ];
}
