import type { Circuit } from '../circuit/circuit';
import type { OperatingState } from '../circuit/operatingState';
import { perCircuit } from '../circuit/perCircuit';
import type { Probe } from '../instruments/probe';
import { REFERENCE } from '../network/network';
import type { Solution } from '../solver/solution';

/** Ohms behind a point above which a module's leaks and pulls move what a meter shows there. Judgement. */
const meterFeelsOhms = 40;
/** The same for a test lamp, which draws more itself. */
const lampFeelsOhms = 3;
/** Amps below which a module's own draw counts beside them. Judgement. */
const drawAmps = 1.5;

/** Whether a module is plugged in: what it leaks and draws is in no diagram. */
export function hasElectronics({ parts }: Circuit, { apart }: OperatingState): boolean {
  return parts.some(({ id, kind }) => kind === 'module' && !apart.includes(id));
}

/** Ohms behind a point between which a load or a wire of another size shows on a meter or a lamp. Judgement. */
const loadOhms = { least: 0.3, most: 2000 } as const;
/** Volts at a point or across a load that are neither none nor nearly the supply's. Judgement, for 12 and 24 V. */
const betweenVolts = { least: 0.3, most: 10.5 } as const;
/** Volts along a wire that a meter tells from none. */
const alongVolts = 0.0005;
/** Amps below which none flow, whatever a load's ohms. */
const someAmps = 0.02;

/** Whether a load or a wire with other figures than assumed would show on what a probe senses. */
function assumedMatters(probe: Probe, first: number, second: number): boolean {
  const between = Math.abs(first) > betweenVolts.least && Math.abs(first) < betweenVolts.most;
  switch (probe.kind) {
    case 'port':
      // Along a wire every length shows that some current flows through.
      if (probe.ohms === undefined && probe.against !== REFERENCE && Math.abs(first) > alongVolts)
        return true;
      return between || (second > loadOhms.least && second < loadOhms.most);
    case 'work':
      return between;
    case 'amps':
    case 'element amps':
    case 'across':
    case 'fuse load':
      return Math.abs(first) > someAmps;
    case 'sight':
    case 'bench':
    case 'within':
    case 'vain':
    case 'stands':
    case 'monitor':
      return false;
  }
}

/** Whether loads or lengths of wire were assumed where no diagram gave them. */
export const hasAssumedFigures = perCircuit(
  ({ parts, sections }) =>
    parts.some(({ assumed = [] }) => assumed.some((each) => each !== 'place' && each !== 'ratingAmps')) ||
    sections.some(({ assumed = [] }) => assumed.includes('lengthMetres')),
);

/**
 * Whether the figures that no diagram gives may decide what a probe senses on a solution: some device stands near its
 * threshold, or what is observed is so faint that a module's leak or own draw counts beside it.
 */
export function figuresDecide(
  probe: Probe,
  { electronics, assumed }: { readonly electronics: boolean; readonly assumed: boolean },
  solution: Solution,
  first: number,
  second: number,
): boolean {
  if (probe.kind === 'sight' || probe.kind === 'bench' || probe.kind === 'within' || probe.kind === 'vain')
    return false;
  if (solution.doubtful) return true;
  if (assumed && assumedMatters(probe, first, second)) return true;
  if (!electronics) return false;
  switch (probe.kind) {
    case 'port':
      return Number.isFinite(second) && second > (probe.ohms === undefined ? meterFeelsOhms : lampFeelsOhms);
    case 'amps':
    case 'element amps':
      return Math.abs(first) < drawAmps;
    case 'work':
      return probe.ohms !== undefined && Math.abs(first) / probe.ohms < drawAmps;
    case 'across':
    case 'fuse load':
    case 'stands':
    case 'monitor':
      return false;
  }
}
