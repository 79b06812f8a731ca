import { createPredictor } from '../src/inference/predictor';
import { fuseBlows, library, minibus, minibusEvents } from '../test/library';
import type { PlayedBadly } from '../test/simulatedJobs';
import { calibration, simulatedJobs } from '../test/simulatedJobs';
import type { Figure } from './figure';

/** Jobs on each of the demo's circuits; `GRIM_LANTERN_JOBS` asks for more or fewer. */
const jobs = Number(process.env['GRIM_LANTERN_JOBS'] ?? 120);

/** Simulated jobs: noise on every instrument; then some readings plainly wrong; then one bad reading among ten. */
export default function finding(): readonly Figure[] {
  const demos = [
    { name: 'fuse 17', circuit: library, events: [fuseBlows] },
    { name: 'ramp relay', circuit: minibus, events: minibusEvents },
  ];
  const all: PlayedBadly[] = [];
  const figures = demos.flatMap(({ name, circuit, events }): Figure[] => {
    const predictor = createPredictor(circuit);
    const clean = simulatedJobs(predictor, events, jobs, 0, 17);
    const dirty = simulatedJobs(predictor, events, jobs, 1 / 20, 18);
    all.push(...clean, ...dirty);
    const right = (played: readonly PlayedBadly[]) =>
      (100 * played.filter((each) => each.right).length) / played.length;
    const mean = (of: (each: PlayedBadly) => number) =>
      clean.reduce((sum, each) => sum + of(each), 0) / clean.length;
    return [
      {
        name: `${name}: right suspect first, ${jobs} jobs`,
        value: right(clean),
        unit: '%',
        bar: { at: 'least', value: 98 },
      },
      {
        name: `${name}: right suspect first, one reading in twenty wrong, ${jobs} jobs`,
        value: right(dirty),
        unit: '%',
        bar: { at: 'least', value: 95 },
      },
      {
        name: `${name}: readings to isolate it`,
        value: mean(({ readings }) => readings),
        unit: '',
        bar: null,
      },
      {
        name: `${name}: minutes to isolate it`,
        value: mean(({ minutes }) => minutes),
        unit: 'min',
        bar: null,
      },
    ];
  });
  const { error, table } = calibration(all.flatMap(({ stated }) => stated));
  return [
    ...figures,
    {
      name: 'expected calibration error of the stated probabilities',
      value: error,
      unit: '',
      bar: { at: 'most', value: 0.03 },
    },
    ...table.map(({ from, to, said, came, count }) => ({
      name: `stated ${from} to ${to} % (${count} times, ${said.toFixed(1)} % on average): was the cause`,
      value: came,
      unit: '%',
      bar: null,
    })),
  ];
}
