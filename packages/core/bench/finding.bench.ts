import type { OperatingState } from '../src/circuit/operatingState';
import { NOTHING_WRONG } from '../src/faults/hypotheses';
import type { ReadingValue, Test } from '../src/instruments/instrument';
import { instrumentById } from '../src/instruments/instruments';
import { assess } from '../src/job/assess';
import type { JobEvent } from '../src/job/events';
import { foldJob } from '../src/job/foldJob';
import { simulateReading } from '../src/job/simulateReading';
import { createPredictor } from '../src/suspicion/predictor';
import type { Predictor } from '../src/suspicion/predictor';
import { fuseBlows, library, states } from '../test/library';
import { playJob } from '../test/playJob';
import { seededRandom } from '../test/seededRandom';
import type { Figure } from './figure';

const jobs = 40;
const mostReadings = 14;

/** Simulated jobs on the demo's blown fuse: noise on every instrument, and some readings plainly wrong. */
export default function finding(): readonly Figure[] {
  const predictor = createPredictor(library);
  const out: JobEvent = { ...fuseBlows, id: 'out', type: 'state-set', state: states.fuseOut };
  const share = (wrongShare: number) => {
    const random = seededRandom(17);
    let right = 0;
    let readings = 0;
    let minutes = 0;
    for (let job = 0; job < jobs; job++) {
      const fault = drawFault(predictor, random);
      const read = (test: Test, state: OperatingState) =>
        random() < wrongShare
          ? wrongReading(test, random)
          : simulateReading(predictor.bench(state, fault), test, random);
      const played = playJob(predictor, [fuseBlows, out], read, mostReadings);
      right += played.suspect === predictor.hypotheses[fault]!.suspect ? 1 : 0;
      readings += played.readings;
      minutes += played.minutes;
    }
    return { right: (100 * right) / jobs, readings: readings / jobs, minutes: minutes / jobs };
  };
  const [clean, dirty] = [share(0), share(1 / 20)];
  return [
    {
      name: `right section first, ${jobs} simulated jobs`,
      value: clean.right,
      unit: '%',
      bar: { at: 'least', value: 98 },
    },
    {
      name: `right section first, one reading in twenty wrong, ${jobs} simulated jobs`,
      value: dirty.right,
      unit: '%',
      bar: { at: 'least', value: 95 },
    },
    { name: 'readings to isolate it, on average', value: clean.readings, unit: '', bar: null },
    { name: 'minutes to isolate it, on average', value: clean.minutes, unit: 'min', bar: null },
  ];
}

/** A fault as likely as the story of the blown fuse makes it. */
function drawFault(predictor: Predictor, random: () => number): number {
  const { suspicion } = assess(predictor, foldJob(predictor.circuit, [fuseBlows]));
  let draw = random();
  const fault = suspicion.hypotheses.findIndex((chance) => (draw -= chance) < 0);
  return predictor.hypotheses[fault]?.suspect === NOTHING_WRONG
    ? drawFault(predictor, random)
    : Math.max(0, fault);
}

/** Anything that the instrument can show. */
function wrongReading(test: Test, random: () => number): ReadingValue {
  const { display } = instrumentById(test.instrument);
  if (display.kind === 'outcomes') {
    return { kind: 'outcome', outcome: display.outcomes[Math.floor(random() * display.outcomes.length)]!.id };
  }
  return { kind: 'number', value: random() * 12.6 };
}
