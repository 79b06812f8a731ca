import type { Circuit } from '../../src/circuit/circuit';
import type { Hypothesis } from '../../src/faults/hypotheses';
import { complaintOf } from '../../src/play/complaint';
import type { PlayedJob } from '../../src/play/playJob';
import { playJob } from '../../src/play/playJob';
import { createWorld } from '../../src/play/world';
import { createPredictor } from '../../src/suspicion/predictor';
import { seededRandom } from '../../src/units/seededRandom';
import { families } from './families';
import type { HiddenFault } from './truth';
import { drawFault, namesIt, vehicleBehind } from './truth';

export interface RealisticJob {
  readonly family: string;
  readonly circuit: Circuit;
  readonly hidden: HiddenFault;
  readonly played: PlayedJob;
  readonly right: boolean;
}

/** Draws of a fault that nobody would notice, before another circuit is drawn. */
const mostDraws = 40;

/** One job on a circuit of its own, drawn by its seed, with a hidden fault that somebody would bring in. */
export function playRealistic(
  seed: number,
  spoil: boolean,
  wanted?: (hypothesis: Hypothesis) => boolean,
  flatness?: number,
): RealisticJob {
  const random = seededRandom(seed);
  const family = families[seed % families.length]!;
  for (;;) {
    const circuit = family.draw(random);
    const vehicle = vehicleBehind(circuit, random);
    for (let draw = 0; draw < mostDraws; draw++) {
      const hidden = drawFault(vehicle, random, wanted, flatness);
      const complaint = complaintOf(createWorld(vehicle, [hidden.fault], random));
      if (complaint === null) continue;
      const world = createWorld(vehicle, [hidden.fault], random);
      const spoilAt = Math.floor(6 * random());
      const played = playJob(circuit, world, complaint, {
        random,
        predictor: createPredictor(circuit),
        ...(spoil ? { spoilAt } : {}),
      });
      return { family: family.name, circuit, hidden, played, right: namesIt(played.suspect, hidden) };
    }
  }
}
