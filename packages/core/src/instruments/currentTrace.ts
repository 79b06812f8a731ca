import { cavityFill } from '../circuit/operatingState';
import { partById } from '../circuit/terminals';
import { fuseOhms } from '../circuit/parts/fuse';
import { stateSolver } from '../solver/stateSolver';
import type { TraceKind } from './traceKinds';
import { traceKinds } from './traceKinds';
import type { MeasurementContext } from './instrument';
import { defineInstrument, notApplicable } from './instrument';
import { evenDensity } from '../statistics/normal';
import { fuseTargets, nodeAt } from './targets';

/** A kind of trace as an outcome's id. */
export function traceOutcome(kind: TraceKind): string {
  return kind.replaceAll(' ', '-');
}

/** Share of recordings that are judged as anything at all, whatever is true. Judgement. */
const strayShare = 0.04;
/** Of a fault that comes and goes: how often a recording catches it in the act. */
const caughtShare = 0.6;
/** Share of rated current below which nothing is said to flow. */
const nothingBelow = 0.05;

/**
 * A recording of the current in a fuse's wire, judged. What the circuit draws under a fault, as a multiple of what it
 * draws when healthy, says which kinds a recording can be; the course in time itself is judged by `judgeTrace`.
 */
export const currentTrace = defineInstrument({
  id: 'trace',
  name: 'recorded current',
  flag: 'clamp here',
  display: {
    kind: 'outcomes',
    outcomes: traceKinds.map((kind) => ({
      id: traceOutcome(kind),
      name: `${kind[0]!.toUpperCase()}${kind.slice(1)}`,
    })),
  },
  electrical: true,
  minutes: 4,
  targets: fuseTargets,
  place: (circuit, at) => partById(circuit, at).place,
  instruction: (circuit, at) => `Record the current in ${partById(circuit, at).name}, from switching on`,
  mayPropose: (_circuit, state, at) => state.batteryConnected && cavityFill(state, at).kind === 'fuse',
  connect(context, at) {
    const part = partById(context.circuit, at);
    if (part.kind !== 'fuse' || cavityFill(context.state, at).kind !== 'fuse') {
      return notApplicable('There is no fuse in this cavity.');
    }
    const ends = { a: nodeAt(context, `${at}.feed`), b: nodeAt(context, `${at}.load`), ohms: fuseOhms(part) };
    const healthy = healthyShare(context, ends, part.ratingAmps);
    return {
      probe: {
        kind: 'fuse load',
        fuse: at,
        ...ends,
        ratingAmps: part.ratingAmps,
        wet: new Set<string>(),
      },
      show: (share) => ({ kind: 'outcomes', chances: kindChances(share, healthy) }),
    };
  },
  comingAndGoing(there, gone) {
    const at = (kind: TraceKind) => traceKinds.indexOf(kind);
    const [lost, shorted] = [there[at('nothing flows')] ?? 0, there[at('short in an instant')] ?? 0];
    return gone.map((chance, k) => {
      const caught = k === at('contact bounces') ? lost : k === at('short in an instant') ? shorted : 0;
      return (1 - caughtShare * (lost + shorted)) * chance + caughtShare * caught;
    });
  },
});

function healthyShare(
  { circuit, state }: MeasurementContext,
  { a, b, ohms }: { readonly a: number; readonly b: number; readonly ohms: number },
  ratingAmps: number,
): number {
  const solution = stateSolver(circuit, state).solve(null);
  return Math.abs(solution.volts(a) - solution.volts(b)) / ohms / ratingAmps;
}

/** Which kinds a recording can be where the fuse carries such a share of its rating, and such a one when healthy. */
function kindChances(share: number, healthy: number): readonly number[] {
  const ratio = Math.log(share / healthy);
  const near = (middle: number, deviation: number) => Math.exp(-(((ratio - middle) / deviation) ** 2) / 2);
  // Turns shorted or a motor that drags: from a little more than healthy to a stall, and all between.
  const within = (least: number, most: number) =>
    Math.log(most / least) * evenDensity(ratio, Math.log(least), Math.log(most), 0.12);
  const weights: Readonly<Record<TraceKind, number>> =
    share === Infinity
      ? { ...noKind, 'short in an instant': 0.9, 'nothing flows': 0.1 }
      : share < nothingBelow * Math.max(healthy, nothingBelow)
        ? { ...noKind, 'nothing flows': 1 }
        : {
            ...noKind,
            healthy: near(0, 0.1),
            'dead bar': 0.03 * near(0, 0.1),
            'draws too much': within(1.2, 7),
            'starts high and climbs': 0.4 * within(1.15, 7),
            'stalled from the start': near(Math.log(5), 0.5),
          };
  const whole = traceKinds.reduce((sum, kind) => sum + weights[kind], 0);
  return traceKinds.map(
    (kind) =>
      strayShare / traceKinds.length +
      (1 - strayShare) * (whole > 0 ? weights[kind] / whole : 1 / traceKinds.length),
  );
}

const noKind: Readonly<Record<TraceKind, number>> = {
  healthy: 0,
  'draws too much': 0,
  'starts high and climbs': 0,
  'short in an instant': 0,
  'contact bounces': 0,
  'dead bar': 0,
  'stalled from the start': 0,
  'nothing flows': 0,
};
