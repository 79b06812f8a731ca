import type { CavityFill, OperatingState } from '../../circuit/operatingState';
import { withApart, withCavity } from '../../circuit/operatingState';
import { partById } from '../../circuit/terminals';
import type { Fault } from '../../faults/fault';
import { predictOn } from '../../instruments/instrument';
import { instrumentById } from '../../instruments/instruments';
import { simplePrediction } from '../../instruments/simplePrediction';
import type { FusePart } from '../../circuit/parts/fuse';
import { kindOf } from '../../circuit/parts/partKinds';
import { solveTogether } from '../../solver/stateSolver';
import type { Predictor } from '../../inference/predictor';
import { fuseAmps } from './fuseAmps';

/** What a limiter in a cavity lets through and shows. */
export interface LimiterRow {
  readonly amps: number;
  /** Of a lamp: `Dim 80 %`; empty for what does not light. */
  readonly shows: string;
}

/** What to know before looking at a limiter: through the healthy loads, with each of them unplugged, and on a short. */
export interface LimiterOutlook {
  readonly healthy: LimiterRow;
  /** With one load unplugged, and all others in. */
  readonly without: readonly (LimiterRow & { readonly part: string; readonly name: string })[];
  readonly shorted: LimiterRow;
  /** What to unplug, each in its turn with those before it: whatever lets most through goes first. */
  readonly order: readonly (LimiterRow & { readonly part: string; readonly name: string })[];
}

/** A solid short right behind the cavity. */
const shortOhms = 0.05;
/** A load that changes the amps by less than this share, or by less than a milliamp, does not show. */
const showsFrom = 0.02;
const leastAmps = 0.001;

/** @throws {CoreError} `circuit/unknown-part` */
export function limiterOutlook(
  { circuit }: Predictor,
  state: OperatingState,
  fuse: FusePart,
  fill: Exclude<CavityFill, { kind: 'open' }>,
): LimiterOutlook {
  const filled = withCavity(state, fuse.id, fill);
  const row = (standing: OperatingState, faults: readonly Fault[] = []): LimiterRow => {
    const solved = { circuit, state: standing, solution: solveTogether(circuit, standing, faults) };
    const lamp = instrumentById('cavity-lamp');
    return {
      amps: Math.abs(fuseAmps(solved, fuse)),
      shows: fill.kind === 'lamp' ? simplePrediction(lamp, predictOn(lamp, solved, fuse.id)) : '',
    };
  };
  const healthy = row(filled);
  const changes = (from: LimiterRow, to: LimiterRow) =>
    from.amps - to.amps > Math.max(leastAmps, showsFrom * healthy.amps);
  const loads = circuit.parts.filter(
    (part) => kindOf(part).consumers !== undefined && kindOf(part).removal !== null,
  );
  const unplugged = (standing: OperatingState, parts: readonly string[]) =>
    parts.map((part) => ({
      part,
      name: partById(circuit, part).name,
      ...row(withApart(standing, part, true)),
    }));
  const without = unplugged(
    filled,
    loads.map(({ id }) => id).filter((id) => !state.apart.includes(id)),
  ).filter((each) => changes(healthy, each));
  const order: LimiterOutlook['order'][number][] = [];
  let [standing, before, left] = [filled, healthy, without.map(({ part }) => part)];
  while (left.length > 0) {
    const [next] = unplugged(standing, left).sort((one, other) => one.amps - other.amps);
    if (next === undefined || !changes(before, next)) break;
    order.push(next);
    standing = withApart(standing, next.part, true);
    before = next;
    left = left.filter((id) => id !== next.part);
  }
  const short: Fault = {
    kind: 'part',
    part: fuse.id,
    effect: { kind: 'short', terminal: 'load', ohms: shortOhms },
  };
  return { healthy, without, shorted: row(filled, [short]), order };
}
