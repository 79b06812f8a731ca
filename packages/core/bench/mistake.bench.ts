import { createPredictor } from '../src/inference/predictor';
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
    const predictor = createPredictor(circuit);
    const figures = (until: 'ten readings' | 'proven', bar: Figure['bar']): Figure[] => {
      const { changed, named, right } = spoiledJobs(predictor, events, jobs, 21, until);
      const share = (of: number) => (100 * of) / Math.max(1, changed);
      const when = until === 'proven' ? 'before the cause is proven' : 'by the tenth';
      return [
        {
          name: `${name}: a bad reading that changes the verdict (${changed} cases) is named ${when}`,
          value: share(named),
          unit: '%',
          bar,
        },
        { name: `${name}: of those, the cause leads then`, value: share(right), unit: '%', bar: null },
      ];
    };
    return [...figures('ten readings', { at: 'least', value: 90 }), ...figures('proven', null)];
  });
}
