import { isMainThread, parentPort, workerData } from 'node:worker_threads';
import { isolatedFrom } from '../src/job/assess';
import type { ProposedAction } from '../src/planning/nextActions';
import { areDifferent, isLive, stripsInVain, wantsRuledOut } from '../test/proposals';
import { families } from '../test/session/realistic/families';
import { minutesByRule } from '../test/session/realistic/minutesByRule';
import { playRealistic } from '../test/session/realistic/playRealistic';
import type { Figure } from './figure';
import { inThreads, threads } from './inThreads';

/** Played jobs, and circuits of each family on which rules of thumb are tried; `GRIM_LANTERN_JOBS` asks for other numbers. */
const jobs = Number(process.env['GRIM_LANTERN_JOBS'] ?? 150);
const circuits = Math.ceil(jobs / 150);

interface Counts {
  plans: number;
  proposals: number;
  different: number;
  live: number;
  ruledOut: number;
  stripsFirst: number;
  strips: number;
  /** Readings from alone to proven, of each job that ended so. */
  readonly toProof: number[];
}

const none = (): Counts => ({
  ...{ plans: 0, proposals: 0, different: 0, live: 0, ruledOut: 0, stripsFirst: 0, strips: 0 },
  toProof: [],
});

function countJob(seed: number, counts: Counts): void {
  const plans: { plan: readonly ProposedAction[]; searching: boolean }[] = [];
  const { circuit, played, right } = playRealistic(seed, 'clean', (plan, { isolated }) =>
    plans.push({ plan, searching: isolated === null }),
  );
  for (const each of plans.flatMap(({ plan }) => plan)) {
    counts.proposals++;
    if (isLive(circuit, each)) counts.live++;
    if (wantsRuledOut(circuit, each)) counts.ruledOut++;
  }
  for (const { plan } of plans.filter(({ searching }) => searching)) {
    counts.plans++;
    if (areDifferent(plan)) counts.different++;
    if (plan[0]!.work.strips.length > 0) counts.stripsFirst++;
    if (stripsInVain(plan, plan[0]!)) counts.strips++;
  }
  if (!right || played.end !== 'proven') return;
  const alone = played.steps.findIndex(
    ({ leading: [first] }) => first?.id === played.suspect && first.probability >= isolatedFrom,
  );
  counts.toProof.push(played.steps.length - 1 - alone);
}

type Ruled = ReturnType<typeof minutesByRule> & { readonly family: string };

interface Answer {
  readonly counts: Counts;
  readonly ruled: readonly Ruled[];
}

if (!isMainThread) {
  const thread = workerData as number;
  const counts = none();
  for (let seed = thread; seed < jobs; seed += threads) countJob(seed, counts);
  const ruled: Ruled[] = [];
  for (let k = thread; k < circuits * families.length; k += threads) {
    ruled.push({ family: families[k % families.length]!.name, ...minutesByRule(k) });
  }
  parentPort?.postMessage({ counts, ruled } satisfies Answer);
}

const mean = (values: readonly number[]) =>
  values.reduce((sum, each) => sum + each, 0) / Math.max(1, values.length);

/**
 * What the plan proposes on circuits drawn for the purpose, and what it costs there: minutes against rules of thumb, over every
 * fault that the complaint leaves.
 */
export default async function proposals(): Promise<readonly Figure[]> {
  const all = await inThreads<Answer>(import.meta.url, (thread) => thread);
  const sum = (key: Exclude<keyof Counts, 'toProof'>) =>
    all.reduce((total, { counts }) => total + counts[key], 0);
  const ruled = all.flatMap((each) => each.ruled);
  const byFamily = families.flatMap(({ name }) => {
    const own = ruled.filter(({ family }) => family === name);
    return own.length === 0
      ? []
      : [
          {
            name,
            midpoint: mean(own.map(({ planned, midpoint }) => planned / midpoint)),
            walk: mean(own.map(({ planned, walk }) => planned / walk)),
          },
        ];
  });
  const never = { at: 'most', value: 0 } as const;
  const figure = (name: string, value: number, unit: string, bar: Figure['bar']): Figure => ({
    name,
    value,
    unit,
    bar,
  });
  const toProof = all.flatMap(({ counts }) => counts.toProof);
  return [
    figure(
      `proposals all different, ${sum('plans')} plans of a search`,
      (100 * sum('different')) / sum('plans'),
      '%',
      { at: 'least', value: 95 },
    ),
    figure(`ohms on a live point, of ${sum('proposals')} proposals`, sum('live'), '', never),
    figure('controls as they never stand', sum('ruledOut'), '', never),
    figure(`trim off in vain, of ${sum('stripsFirst')} times that trim comes off`, sum('strips'), '', never),
    figure(`readings from alone to proven, ${toProof.length} jobs`, mean(toProof), '', {
      at: 'most',
      value: 1.5,
    }),
    figure('minutes as planned ÷ midpoint by length', mean(byFamily.map(({ midpoint }) => midpoint)), '', {
      at: 'most',
      value: 0.7,
    }),
    figure('minutes as planned ÷ walking the wire', mean(byFamily.map(({ walk }) => walk)), '', {
      at: 'most',
      value: 0.5,
    }),
    ...byFamily.flatMap(({ name, midpoint, walk }) => [
      figure(`${name}: ÷ midpoint by length`, midpoint, '', null),
      figure(`${name}: ÷ walking the wire`, walk, '', null),
    ]),
  ];
}
