import type { Circuit } from '../../../src/circuit/circuit';
import type { Fault } from '../../../src/faults/fault';
import { NOTHING_WRONG } from '../../../src/faults/hypotheses';
import { complaintOf } from '../../../src/session/complaint';
import type { PlayedJob, PlayedStep, PlayOptions } from '../../../src/session/playJob';
import { playJob } from '../../../src/session/playJob';
import { createWorld } from '../../../src/session/world';
import { createPredictor } from '../../../src/inference/predictor';
import { expectedness } from '../../../src/inference/expectedness';
import { kindOf } from '../../../src/circuit/parts/partKinds';
import { seededRandom } from '../../../src/statistics/seededRandom';
import { families } from './families';
import type { HiddenFault } from './truth';
import { writtenCircuits } from './written';
import { drawFault, namesIt, vehicleBehind } from './truth';

/**
 * Jobs as they come; with one reading among the first six wrong; with a load shorted to its case. On circuits drawn for the purpose,
 * faults as often as their rates have them; or on circuits written by hand, every kind of fault as often.
 */
export type RealisticSet =
  | 'clean'
  | 'one wrong'
  | 'short inside a load'
  | 'written, clean'
  | 'written, one wrong';

export interface RealisticJob {
  readonly family: string;
  readonly circuit: Circuit;
  /** The vehicle as it is, behind the document. */
  readonly vehicle: Circuit;
  readonly hidden: HiddenFault;
  readonly played: PlayedJob;
  readonly right: boolean;
}

/** Draws of a fault that nobody would notice, before another circuit is drawn. */
const mostDraws = 40;
const firstReadings = 6;
/** Of the drivers with a blown fuse, those who know it. */
const looksAtFuses = 0.5;

/** One job on a circuit of its own, drawn by its seed, with a hidden fault that somebody would bring in. */
export function playRealistic(
  seed: number,
  set: RealisticSet,
  onPlan: PlayOptions['onPlan'] = () => undefined,
): RealisticJob {
  const random = seededRandom(seed);
  const written = set.startsWith('written') ? writtenCircuits[seed % writtenCircuits.length]! : null;
  const family = families[seed % families.length]!;
  for (;;) {
    const circuit = written ?? family.draw(random);
    const vehicle = vehicleBehind(circuit, random);
    for (let draw = 0; draw < mostDraws; draw++) {
      const hidden =
        set === 'short inside a load'
          ? shortInsideLoad(vehicle, random)
          : drawFault(vehicle, random, written === null ? 'as rated' : 'evenly');
      const complaint = complaintOf(createWorld(vehicle, [hidden.fault], random), random() < looksAtFuses);
      if (complaint === null) continue;
      const world = createWorld(vehicle, [hidden.fault], random);
      const spoilAt = Math.floor(firstReadings * random());
      const played = playJob(circuit, world, complaint, {
        random,
        onPlan,
        ...(set.endsWith('one wrong') ? { spoilAt } : {}),
      });
      const right = namesIt(played.suspect, hidden);
      return { family: (written ?? family).name, circuit, vehicle, hidden, played, right };
    }
  }
}

/** A load whose feed touches its case through 0.05 to 1 Ω. */
function shortInsideLoad({ parts }: Circuit, random: () => number): HiddenFault {
  const loads = parts.filter((part) => kindOf(part).consumers !== undefined);
  const { id } = loads[Math.floor(random() * loads.length)]!;
  const fault: Fault = {
    kind: 'part',
    part: id,
    effect: { kind: 'short', terminal: '1', ohms: 0.05 * 20 ** random() },
  };
  return { suspect: id, name: 'shorted to its case', fault };
}

/** How far what was entered is from what the vehicle itself would show: 1 is what it shows most often. */
export function expectedOfTruth(vehicle: Circuit, { fault }: HiddenFault, step: PlayedStep): number {
  const hypotheses = [{ suspect: NOTHING_WRONG, name: '', fault, prior: 1, mayComeAndGo: false, family: 0 }];
  const { test, state, value } = step;
  return expectedness(createPredictor(vehicle, hypotheses), { id: '', test, state, value }, 0);
}
