import { foldJob } from '../src/job/foldJob';
import { createPredictor } from '../src/inference/predictor';
import { fuseBlows, library, minibus, minibusEvents, states } from '../test/library';
import { byRule, faultsLeft, midpointByLength, planned, walkingTheWire } from '../test/rulesOfThumb';
import type { Figure } from './figure';

/** Minutes of the plan against rules of thumb on the demo's two jobs, over every fault that their first evidence leaves. */
export default function rules(): readonly Figure[] {
  const jobs = [
    { name: 'fuse 17', circuit: library, events: [fuseBlows], state: states.limiterOn, instrument: 'clamp' },
    {
      name: 'ramp relay',
      circuit: minibus,
      events: minibusEvents,
      state: foldJob(minibus, minibusEvents).state,
      instrument: 'voltmeter',
    },
  ] as const;
  return jobs.flatMap(({ name, circuit, events, state, instrument }): Figure[] => {
    const predictor = createPredictor(circuit);
    const faults = faultsLeft(predictor, events);
    const { site } = foldJob(circuit, events);
    const { minutes, right } = planned(predictor, events, faults);
    const midpoint = byRule(predictor, faults, site, state, instrument, midpointByLength(predictor));
    const walk = byRule(predictor, faults, site, state, instrument, walkingTheWire(predictor));
    return [
      { name: `${name}: expected minutes as planned`, value: minutes, unit: 'min', bar: null },
      { name: `${name}: the right suspect leads`, value: 100 * right, unit: '%', bar: null },
      {
        name: `${name}: minutes as planned ÷ midpoint by length`,
        value: minutes / midpoint,
        unit: '',
        bar: { at: 'most', value: 0.7 },
      },
      {
        name: `${name}: minutes as planned ÷ walking the wire`,
        value: minutes / walk,
        unit: '',
        bar: { at: 'most', value: 0.5 },
      },
    ];
  });
}
