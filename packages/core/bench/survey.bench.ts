import type { Circuit } from '../src/circuit/circuit';
import { restingState } from '../src/circuit/restingState';
import type { JobEvent } from '../src/job/events';
import { foldJob } from '../src/job/foldJob';
import { createPredictor } from '../src/inference/predictor';
import { fuseChecks } from '../src/diagnostics/survey/fuseCheck';
import { loadSurvey } from '../src/diagnostics/survey/loadSurvey';
import { restSurvey } from '../src/diagnostics/survey/restSurvey';
import { fusesOf } from '../src/diagnostics/survey/surveyOrder';
import { generatedHarness } from '../test/generatedHarness';
import type { Figure } from './figure';
import { secondsOf } from './figure';

/** Sections of a generated harness with sixty fuses. */
const sections = 1850;

/** A survey of sixty fuses, worked out anew after an entry: all that the screen shows of it. */
export default function survey(): readonly Figure[] {
  const circuit: Circuit = generatedHarness(sections);
  const state = restingState(circuit);
  const events = fusesOf(circuit).map(({ id }): JobEvent => ({
    id,
    author: '',
    at: '2026-01-01T00:00:00Z',
    type: 'reading-taken',
    test: { instrument: 'fuse-millivolts', at: id },
    state,
    value: { kind: 'number', value: 0.0004 },
    typed: '',
  }));
  const healthy = createPredictor(circuit, []);
  const once = () => {
    const job = foldJob(circuit, events);
    restSurvey(healthy, job, 0.05);
    loadSurvey(healthy, job);
    fuseChecks(healthy, job);
  };
  once();
  return [
    {
      name: `survey of ${fusesOf(circuit).length} fuses on ${circuit.sections.length} sections, after an entry`,
      value: secondsOf(once, 10) * 1000,
      unit: 'ms of processor',
      bar: { at: 'most', value: 50 },
    },
  ];
}
