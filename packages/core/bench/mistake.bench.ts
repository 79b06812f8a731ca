import { createPredictor } from '../src/suspicion/predictor';
import { fuseBlows, library, minibus, minibusEvents } from '../test/library';
import { spoiledJobs } from '../test/simulatedJobs';
import type { Figure } from './figure';

/** Jobs on each of the demo's circuits; `GRIM_LANTERN_JOBS` asks for more or fewer. */
const jobs = Number(process.env['GRIM_LANTERN_JOBS'] ?? 120);

/** One bad reading among ten, where it changes the verdict: how often it is named as the likely mistake. */
export default function mistake(): readonly Figure[] {
  return [
    { name: 'fuse 17', circuit: library, events: [fuseBlows] },
    { name: 'ramp relay', circuit: minibus, events: minibusEvents },
  ].flatMap(({ name, circuit, events }): Figure[] => {
    const { changed, named, right } = spoiledJobs(createPredictor(circuit), events, jobs, 21);
    const share = (of: number) => (100 * of) / Math.max(1, changed);
    return [
      {
        name: `${name}: a bad reading among ten that changes the verdict (${changed} cases) is named`,
        value: share(named),
        unit: '%',
        bar: { at: 'least', value: 90 },
      },
      {
        name: `${name}: of those, the cause leads after the tenth`,
        value: share(right),
        unit: '%',
        bar: null,
      },
    ];
  });
}
