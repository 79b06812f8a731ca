import pickupDocument from '../../../../../demo/circuits/pickup-drain.json';
import type { Circuit } from '../../../src/circuit/circuit';
import { restingState } from '../../../src/circuit/restingState';
import type { Fault } from '../../../src/faults/fault';
import { hypothesesOf } from '../../../src/faults/hypotheses';
import type { JobEvent, JobFact } from '../../../src/job/events';
import { foldJob } from '../../../src/job/foldJob';
import { createPredictor } from '../../../src/inference/predictor';
import { daysToFlat, pullEffects, restSurvey } from '../../../src/diagnostics/survey/restSurvey';
import { simulatedSurvey } from '../../../src/diagnostics/survey/simulatedSurvey';
import { surveyOrder } from '../../../src/diagnostics/survey/surveyOrder';
import { seededRandom } from '../../../src/statistics/seededRandom';

const pickup = pickupDocument as unknown as Circuit;
const rest = restingState(pickup);
const healthy = createPredictor(pickup, []);
const random = seededRandom(24);

const faultOf = (suspect: string, kind: RegExp): Fault =>
  hypothesesOf(pickup).find((each) => each.suspect === suspect && kind.test(each.name))!.fault!;
/** The accessory relay stays in, and with it the radio dock; the tailgate module heats its latch. */
const drains = [faultOf('K9', /weld|stuck/), faultOf('TM', /stuck|on/)];

let count = 0;
const event = (fact: JobFact): JobEvent => ({
  ...fact,
  id: `e${count++}`,
  author: '',
  at: '2026-11-25T08:00:00.000Z',
});
const millivolts = (fuse: string, volts: number) =>
  event({
    type: 'reading-taken',
    test: { instrument: 'fuse-millivolts', at: fuse },
    state: rest,
    value: { kind: 'number', value: volts },
    typed: '',
  });
const battery = (amps: number, pulled: string | null = null) =>
  event({ type: 'current-read', fuse: null, pulled, amps, by: 'clamp', asleepMinutes: 40, state: rest });

describe('a survey at rest', () => {
  const taken = simulatedSurvey(pickup, rest, drains, random);
  const events = [
    battery(taken.batteryAmps),
    ...taken.fuses.map(({ fuse, volts }) => millivolts(fuse.id, volts)),
  ];
  const survey = restSurvey(healthy, foldJob(pickup, events), 0.05);

  test('two stacked drains are found as two, the larger first', () => {
    expect(survey.culprits.map(({ fuse }) => fuse.id)).toEqual(['F7', 'F1']);
    expect(survey.totalAmps! - survey.culprits.reduce((sum, each) => sum + each.excessAmps!, 0)).toBeCloseTo(
      survey.afterwardsAmps!,
      9,
    );
    expect(survey.afterwardsAmps!).toBeLessThan(0.05 + survey.unexplainedDeviation * 2);
  });

  test('the fuses add up to the battery’s own figure, within what both may err', () => {
    expect(Math.abs(survey.unexplainedAmps!)).toBeLessThan(3 * survey.unexplainedDeviation);
    const squares = survey.fuses.reduce((sum, { deviation }) => sum + deviation ** 2, 0);
    expect(survey.sumDeviation).toBeCloseTo(Math.sqrt(squares), 12);
  });

  test('a fuse left out is what stays unexplained', () => {
    const without = events.filter((each) => each.type !== 'reading-taken' || each.test.at !== 'F7');
    const partly = restSurvey(healthy, foldJob(pickup, without), 0.05);
    const own = survey.fuses.find(({ fuse }) => fuse.id === 'F7')!;
    expect(partly.unexplainedAmps! - survey.unexplainedAmps!).toBeCloseTo(own.amps!, 9);
    expect(partly.fuses.find(({ fuse }) => fuse.id === 'F7')).toMatchObject({ amps: null, excessAmps: null });
  });

  test('a reading below the meter’s last digit is said to be so, and a withdrawn one is none', () => {
    const job = foldJob(pickup, [
      millivolts('F5', 0.00004),
      { ...millivolts('F6', 0.001), id: 'slip' },
      event({ type: 'reading-withdrawn', reading: 'slip', why: 'slip' }),
    ]);
    const { fuses } = restSurvey(healthy, job, 0.05);
    expect(fuses.find(({ fuse }) => fuse.id === 'F5')!.belowResolution).toBe(true);
    expect(fuses.find(({ fuse }) => fuse.id === 'F6')!.amps).toBeNull();
  });

  test('a healthy vehicle has no culprit', () => {
    const { batteryAmps, fuses } = simulatedSurvey(pickup, rest, [], random);
    const read = [battery(batteryAmps), ...fuses.map(({ fuse, volts }) => millivolts(fuse.id, volts))];
    expect(restSurvey(healthy, foldJob(pickup, read), 0.05).culprits).toEqual([]);
  });
});

test('pulling a fuse takes its own from the total; a total that rises means that something woke', () => {
  const before = simulatedSurvey(pickup, rest, drains, random).batteryAmps;
  const without = simulatedSurvey(pickup, rest, drains, random, 'F7').batteryAmps;
  expect(before - without).toBeGreaterThan(0.2);
  const job = foldJob(pickup, [battery(before), battery(without, 'F7'), battery(before + 0.4, 'F9')]);
  expect(pullEffects(job)).toEqual([
    { fuse: 'F7', before, after: without, woke: false },
    { fuse: 'F9', before, after: before + 0.4, woke: true },
  ]);
});

test('330 mA empty half of 70 Ah in four and a half days', () => {
  expect(daysToFlat(70, 0.33)).toBeCloseTo(35 / 0.33 / 24, 9);
  expect(daysToFlat(70, 0)).toBe(Infinity);
});

test('the survey goes along the fuses with the fewest changes of style and rating, or of place', () => {
  const changes = (order: 'by style and rating' | 'by place', of: (fuse: (typeof list)[number]) => string) =>
    surveyOrder(pickup, order).reduce(
      (sum, fuse, index, all) => sum + (index > 0 && of(all[index - 1]!) !== of(fuse) ? 1 : 0),
      0,
    );
  const list = surveyOrder(pickup, 'by place');
  const kind = ({ style, ratingAmps }: (typeof list)[number]) => `${style} ${ratingAmps}`;
  expect(changes('by style and rating', kind)).toBe(new Set(list.map(kind)).size - 1);
  expect(list.map(({ cavity }) => Number(cavity))).toEqual(list.map((_fuse, index) => index + 1));
});
