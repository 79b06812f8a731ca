import { isMainThread, parentPort, workerData } from 'node:worker_threads';
import { expectedOfTruth, playRealistic } from '../test/session/realistic/playRealistic';
import type { RealisticSet } from '../test/session/realistic/playRealistic';
import type { Stated } from '../test/simulatedJobs';
import { calibration } from '../test/simulatedJobs';
import type { Figure } from './figure';
import { inThreads, threads } from './inThreads';

/** Jobs of each set; `GRIM_LANTERN_JOBS` asks for more or fewer. */
const jobs = Number(process.env['GRIM_LANTERN_JOBS'] ?? 150);

/** What is kept of one job: small enough to be sent between threads. */
interface Outcome {
  readonly family: string;
  readonly right: boolean;
  readonly proven: boolean;
  readonly readings: number;
  readonly minutes: number;
  readonly stated: readonly Stated[];
  /** Whether the wrong entry was named; null where none was made, or it was what the vehicle might well have shown. */
  readonly named: boolean | null;
}

function outcomeOf(set: RealisticSet, seed: number): Outcome {
  const { family, hidden, played, right, vehicle } = playRealistic(seed, set);
  const spoiled = played.steps.findIndex((step) => step.spoiled);
  const step = played.steps[spoiled];
  const plainlyWrong = step !== undefined && expectedOfTruth(vehicle, hidden, step) < plainlyBelow;
  return {
    family,
    right,
    proven: played.end === 'proven',
    readings: played.readings,
    minutes: played.minutes,
    stated: played.steps.map(({ leading }) => ({
      probability: leading[0]?.probability ?? 0,
      cause: leading[0]?.id === hidden.suspect,
    })),
    named: plainlyWrong ? played.steps.some(({ likelyMistake }) => likelyMistake === spoiled) : null,
  };
}

/** What was entered is wrong when the vehicle shows it this much less often than what it usually shows. */
const plainlyBelow = 0.05;

interface Task {
  readonly set: RealisticSet;
  readonly thread: number;
}

if (!isMainThread) {
  const { set, thread } = workerData as Task;
  const outcomes: Outcome[] = [];
  for (let seed = thread; seed < jobs; seed += threads) outcomes.push(outcomeOf(set, seed));
  parentPort?.postMessage(outcomes);
}

async function played(set: RealisticSet): Promise<readonly Outcome[]> {
  const slices = await inThreads<readonly Outcome[]>(import.meta.url, (thread): Task => ({ set, thread }));
  return slices.flat();
}

const share = (list: readonly Outcome[], wanted: (each: Outcome) => boolean) =>
  (100 * list.filter(wanted).length) / Math.max(1, list.length);

function figure(name: string, value: number, unit: string, at?: 'least' | 'most', bar?: number): Figure {
  return { name, value, unit, bar: at === undefined || bar === undefined ? null : { at, value: bar } };
}

/**
 * Whole jobs on circuits drawn for the purpose, thirteen kinds of them: the vehicle compiled with its fault, its figures
 * 8 % off those of the document, and what no diagram gives settled at random.
 */
export default async function realistic(): Promise<readonly Figure[]> {
  const clean = await played('clean');
  const spoiled = await played('one wrong');
  const shorted = await played('short inside a load');
  const written = await played('written, clean');
  const writtenWrong = await played('written, one wrong');
  return [
    ...cleanFigures(clean),
    ...spoiledFigures(spoiled),
    figure(
      `a load shorted inside, 0.05 to 1 Ω: right, ${shorted.length} jobs`,
      rightShare(shorted),
      '%',
      'least',
      97,
    ),
    figure('a load shorted inside: wrong and proven', share(shorted, wrongAndProven), '%', 'most', 0.5),
    ...[...new Set(clean.map(({ family }) => family))].map((name) => rightIn(name, clean)),
    figure(
      `circuits written by hand, every kind of fault as often: right, ${written.length} jobs`,
      rightShare(written),
      '%',
      'least',
      97,
    ),
    figure('written by hand: wrong and proven', share(written, wrongAndProven), '%', 'most', 0.5),
    figure(`written by hand, one reading wrong: right`, rightShare(writtenWrong), '%', 'least', 93),
    figure(
      'written by hand, one reading wrong: wrong and proven',
      share(writtenWrong, wrongAndProven),
      '%',
      'most',
      1,
    ),
    ...[...new Set(written.map(({ family }) => family))].map((name) => rightIn(name, written)),
  ];
}

function rightIn(name: string, list: readonly Outcome[]): Figure {
  const own = list.filter(({ family }) => family === name);
  return figure(`${name}: right, ${own.length} jobs`, rightShare(own), '%');
}

const rightShare = (list: readonly Outcome[]) => share(list, ({ right }) => right);
const wrongAndProven = (each: Outcome) => each.proven && !each.right;
const mean = (list: readonly Outcome[], of: (each: Outcome) => number) =>
  list.reduce((sum, each) => sum + of(each), 0) / Math.max(1, list.length);

function cleanFigures(clean: readonly Outcome[]): readonly Figure[] {
  return [
    figure(`right, ${clean.length} jobs`, rightShare(clean), '%', 'least', 97),
    figure('wrong and proven', share(clean, wrongAndProven), '%', 'most', 0.5),
    figure(
      'proven',
      share(clean, ({ proven }) => proven),
      '%',
    ),
    figure(
      'readings',
      mean(clean, ({ readings }) => readings),
      '',
    ),
    figure(
      'minutes',
      mean(clean, ({ minutes }) => minutes),
      'min',
    ),
    ...calibrationFigures('clean', clean),
  ];
}

function spoiledFigures(spoiled: readonly Outcome[]): readonly Figure[] {
  const plain = spoiled.filter(({ named }) => named !== null);
  const named = share(plain, (each) => each.named === true);
  return [
    figure(
      `one of the first six readings wrong: right, ${spoiled.length} jobs`,
      rightShare(spoiled),
      '%',
      'least',
      93,
    ),
    figure('one wrong: wrong and proven', share(spoiled, wrongAndProven), '%', 'most', 1),
    figure(
      `one wrong: named, of ${plain.length} that the vehicle would hardly have shown`,
      named,
      '%',
      'least',
      85,
    ),
    ...calibrationFigures('one wrong', spoiled),
  ];
}

function calibrationFigures(name: string, list: readonly Outcome[]): readonly Figure[] {
  const { error, table } = calibration(list.flatMap(({ stated }) => stated));
  return [
    figure(`${name}: calibration error`, error, '', 'most', 0.02),
    ...table.map(({ from, to, said, came, count }) => {
      const stated = `stated ${from} to ${to} % (${count} times, ${said.toFixed(1)} % on average)`;
      return figure(`${name}: ${stated}: was the cause`, came, '%');
    }),
  ];
}
