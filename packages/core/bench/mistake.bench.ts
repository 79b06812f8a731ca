import { createPredictor } from '../src/suspicion/predictor';
import { fuseBlows, library, minibus, minibusEvents } from '../test/library';
import { spoiledJobs } from '../test/simulatedJobs';
import type { Figure } from './figure';

const jobs = 20;

/** One bad reading among ten, where it changes the verdict: how often it is named as the likely mistake. */
export default function mistake(): readonly Figure[] {
  return [
    { name: 'fuse 17', circuit: library, events: [fuseBlows] },
    { name: 'ramp relay', circuit: minibus, events: minibusEvents },
  ].map(({ name, circuit, events }) => {
    const { changed, named } = spoiledJobs(createPredictor(circuit), events, jobs, 21);
    return {
      name: `${name}: a bad reading among ten that changes the verdict (${changed} cases) is named`,
      value: (100 * named) / Math.max(1, changed),
      unit: '%',
      bar: { at: 'least', value: 90 },
    } as const;
  });
}
