import type { Circuit } from '../../src/circuit/circuit';
import type { OperatingState } from '../../src/circuit/operatingState';
import { withCavity, withControl } from '../../src/circuit/operatingState';
import { restingState } from '../../src/circuit/restingState';
import type { Fault } from '../../src/faults/fault';
import { createPredictor } from '../../src/inference/predictor';
import type { Test } from '../../src/instruments/instruments';
import { assess } from '../../src/job/assess';
import type { JobEvent } from '../../src/job/events';
import { foldJob } from '../../src/job/foldJob';
import { readNotation } from '../../src/notation/readNotation';
import { lostByGuessing } from '../../src/planning/worthItsTrim';
import { complaintOf } from '../../src/session/complaint';
import { createWorld } from '../../src/session/world';
import { seededRandom } from '../../src/statistics/seededRandom';
import { planNext } from '../atOnce';
import { drawFault } from '../session/realistic/truth';
import { writtenCircuits } from '../session/realistic/written';

/** A job's beginning: what the customer told, then what the vehicle with its fault showed. */
function begun(circuit: Circuit, faults: readonly Fault[], told: readonly JobEvent[]) {
  const world = createWorld(circuit, faults, seededRandom(5));
  const predictor = createPredictor(circuit);
  const events: JobEvent[] = [...told];
  return {
    take(test: Test, state: OperatingState) {
      events.push(reading(`r${events.length}`, test, state, world.read(state, test)));
    },
    plan() {
      const job = foldJob(circuit, events);
      const assessment = assess(predictor, job);
      return { job, assessment, plan: planNext(predictor, job, assessment) };
    },
  };
}

type Read = Extract<JobEvent, { type: 'reading-taken' }>;
const reading = (id: string, test: Test, state: OperatingState, value: Read['value']): Read => ({
  ...{ type: 'reading-taken', id, author: 'a', at: '2026-01-01T00:00:00Z', typed: '' },
  ...{ test, state, value },
});
const toldOf = (at: string, outcome: string, state: OperatingState): JobEvent => ({
  ...reading(`told ${at}`, { instrument: 'load', at }, state, { kind: 'outcome', outcome }),
  told: true,
});

const brakes = readNotation(`battery.- > (1.5m) ground GB
battery > fuse 12 15A > (2.2m via dash) switch brake > splice SB
SB > (3.8m via sill-left rear) splice SR > connector C31.1 > lamp left 21W > C31.2 > ground G9
SR > connector C32.1 > lamp right 21W > C32.2 > ground G10
SB > (4.5m via roof tailgate) connector C40.1 > lamp high 16W > C40.2 > ground G11
SR > connector CT.7 > (via rear) socket trailer 21W > ground G9`).circuit;
const pressed = withControl(restingState(brakes), brakes.controls[0]!.id, 'on');

test('what the customer tells and no reading bears out is looked at before the search goes on', () => {
  const job = begun(brakes, [], [toldOf('lamp-right', 'dead', pressed)]);
  for (const at of ['lamp-right.1', 'C32.1b']) job.take({ instrument: 'lamp-to-ground', at }, pressed);
  for (const at of ['lamp-right.2', 'C32.2a']) job.take({ instrument: 'lamp-to-battery', at }, pressed);
  job.take({ instrument: 'voltmeter', at: 'lamp-right.1' }, pressed);
  job.take({ instrument: 'clamp-amps', at: 'F12' }, pressed);
  const asked = { purpose: 'doubt', test: { instrument: 'load', at: 'lamp-right' } };
  const before = job.plan();
  expect(before.assessment.posterior.contradicting).toContain('told lamp-right');
  expect(before.plan[0]).toMatchObject(asked);
  // Seen here, it is no hearsay any more, and it is not asked a third time.
  job.take({ instrument: 'load', at: 'lamp-right' }, pressed);
  expect(job.plan().plan.every((each) => each.purpose !== 'doubt')).toBe(true);
});

test('a fuse that is told to blow is not burnt to see it, whatever speaks against it', () => {
  const blows = { kind: 'outcome', outcome: 'blows' } as const;
  const told: JobEvent = {
    ...reading('told', { instrument: 'fresh-fuse', at: 'F12' }, pressed, blows),
    told: true,
  };
  const job = begun(brakes, [], [told]);
  const out = withCavity(pressed, 'F12', { kind: 'lamp', watts: 21 });
  job.take({ instrument: 'cavity-lamp', at: 'F12' }, out);
  for (const at of ['lamp-left', 'lamp-right', 'lamp-high']) job.take({ instrument: 'load', at }, pressed);
  job.take({ instrument: 'clamp-amps', at: 'F12' }, pressed);
  const { assessment, plan } = job.plan();
  expect(assessment.posterior.contradicting).toContain('told');
  expect(plan.filter(({ test }) => test.instrument === 'fresh-fuse')).toEqual([]);
});

test('a search that goes on for longer than it saves says so, and goes on to be offered', () => {
  const fault: Fault = {
    kind: 'part',
    part: 'socket-trailer',
    effect: { kind: 'added', role: 'pin', ohms: 1.74, inPlug: true },
  };
  const job = begun(
    brakes,
    [fault],
    [
      toldOf('socket-trailer', 'weak', pressed),
      ...['lamp-left', 'lamp-right', 'lamp-high'].map((at) => toldOf(at, 'works', pressed)),
    ],
  );
  let last = job.plan();
  expect(last.plan[0]!.worthIt).toBe(true);
  let readings = 0;
  for (; readings < 80 && last.plan[0]?.worthIt === true && last.assessment.isolated === null; readings++) {
    const { test, state } = last.plan[0];
    job.take(test, state);
    last = job.plan();
  }
  const lost = lostByGuessing(brakes, last.assessment.posterior, last.job.site);
  expect(last.assessment.isolated).toBeNull();
  expect(readings).toBeGreaterThan(4);
  // What is foreseen is rough: nobody is told to stop within the first hour.
  expect(last.job.minutes).toBeGreaterThanOrEqual(60);
  expect(last.plan.length).toBeGreaterThan(0);
  expect(last.plan.every(({ worthIt }) => !worthIt)).toBe(true);
  expect(Math.min(...last.plan.map(({ minutesToGo }) => minutesToGo ?? Infinity))).toBeGreaterThan(lost);
});

test('no search is given up before it has begun', () => {
  const random = seededRandom(9);
  const plans = writtenCircuits.slice(0, 12).flatMap((circuit) => {
    for (let draw = 0; draw < 20; draw++) {
      const { fault } = drawFault(circuit, random, 'evenly');
      const complaint = complaintOf(createWorld(circuit, [fault], random));
      if (complaint === null) continue;
      const told = complaint.readings.map(({ test, state, value }, k): JobEvent => ({
        ...reading(`told ${k}`, test, state, value),
        told: true,
      }));
      return [begun(circuit, [fault], told).plan().plan];
    }
    return [];
  });
  expect(plans.length).toBeGreaterThan(9);
  for (const plan of plans) expect(plan[0]).toMatchObject({ worthIt: true });
});
