import { assess } from '../../../src/job/assess';
import { foldJob } from '../../../src/job/foldJob';
import { relaySideVerdicts } from '../../../src/diagnostics/relays/socketVerdict';
import { createPredictor } from '../../../src/inference/predictor';
import { seededRandom } from '../../../src/statistics/seededRandom';
import { pinReadings } from './pinReadings';
import type { RelayDraw } from './relayCircuit';
import { relayCircuit } from './relayCircuit';
import { isComplaint } from './relayTrouble';

/** Faults tried in one circuit before another is drawn. */
const perCircuit = 8;
/** Quarters that a cause lies before alike come out alike: within this, both are first. */
const alike = 0.01;

/** What came of some trials. */
export interface SocketTrials {
  /** Faults that anyone would complain of. */
  readonly complaints: number;
  /** Of these, those whose own quarter came first. */
  readonly right: number;
  /** Words for each of the others. */
  readonly wrong: readonly string[];
}

/**
 * Random circuits of one relay, one fault in each as likely as it is, everything at the socket's pins read with the
 * instruments' own errors. Which quarter is right comes from how the circuit was built, not from what it does.
 */
export function socketTrials(count: number, seed: number): SocketTrials {
  const random = seededRandom(seed);
  const wrong: string[] = [];
  let complaints = 0;
  while (complaints < count) {
    const draw = randomDraw(random);
    const { circuit, belongs } = relayCircuit(draw);
    const predictor = createPredictor(circuit);
    const healthy = createPredictor(circuit, []);
    for (let k = 0; k < perCircuit && complaints < count; k++) {
      const { suspect, name, fault } = drawn(predictor.hypotheses, random);
      if (fault === null || !isComplaint(healthy, 'K', fault)) continue;
      complaints++;
      const job = foldJob(circuit, pinReadings(healthy, 'K', fault, random));
      const verdicts = relaySideVerdicts(predictor, healthy, assess(predictor, job).posterior, 'K');
      const most = Math.max(...verdicts.map(({ probability }) => probability));
      const first = verdicts.filter(({ probability }) => probability > most - alike);
      const own = belongs.get(suspect) ?? [];
      if (!first.some(({ side }) => own.includes(side))) {
        wrong.push(`${suspect} ${name}: ${first.map(({ side }) => side).join(', ')}`);
      }
    }
  }
  return { complaints, right: complaints - wrong.length, wrong };
}

function drawn<T extends { readonly prior: number }>(list: readonly T[], random: () => number): T {
  let draw = random();
  return list.find(({ prior }) => (draw -= prior) < 0) ?? list[0]!;
}

function randomDraw(random: () => number): RelayDraw {
  const pick = <T>(list: readonly T[]) => list[Math.floor(random() * list.length)]!;
  return {
    command: pick(['switch', 'chain', 'low-side output', 'high-side output'] as const),
    feed: pick(['shared fuse', 'own fuse', 'through the key'] as const),
    loads: Array.from({ length: 1 + Math.floor(random() * 3) }, () =>
      pick(['lamp', 'motor', 'heater'] as const),
    ),
    suppression: pick(['none', 'resistor', 'diode'] as const),
    resting: random() < 0.4,
    beside: random() < 0.5,
    coilOhms: 60 + Math.round(60 * random()),
    numbering: 'din',
    footprint: undefined,
  };
}
