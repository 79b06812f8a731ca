import type { Circuit } from '../circuit/circuit';
import type { OperatingState } from '../circuit/operatingState';
import type { Probe } from '../instruments/instrument';
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

/** Whether loads or lengths of wire were assumed where no diagram gave them. */
export function hasAssumedFigures({ parts, sections }: Circuit): boolean {
  return (
    parts.some(({ assumed = [] }) => assumed.some((each) => each !== 'place' && each !== 'ratingAmps')) ||
    sections.some(({ assumed = [] }) => assumed.includes('lengthMetres'))
  );
}

/**
 * Whether the figures that no diagram gives may decide what a probe senses on a solution: some device stands near its
 * threshold, or what is sensed is so faint that a module's leak or own draw counts beside it.
 */
export function figuresDecide(
  probe: Probe,
  { electronics, assumed }: { readonly electronics: boolean; readonly assumed: boolean },
  solution: Solution,
  first: number,
  second: number,
): boolean {
  if (probe.kind === 'sight' || probe.kind === 'within' || probe.kind === 'vain') return false;
  if (solution.doubtful) return true;
  if (assumed) return probe.kind !== 'stands' && probe.kind !== 'output';
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
    case 'output':
      return false;
  }
}
