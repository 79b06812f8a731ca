import type { Circuit } from '../circuit/circuit';
import { fedSections } from '../circuit/fedSections';
import type { OperatingState } from '../circuit/operatingState';
import { withApart, withCavity } from '../circuit/operatingState';
import { partIdOf } from '../circuit/terminalRef';
import { partById, sectionById } from '../circuit/terminals';
import type { Part } from '../circuit/parts/part';
import { kindOf } from '../circuit/parts/partKinds';

/** More plugs than this nobody pulls for one reading. */
const mostPlugs = 8;

/**
 * States that take several moves which tell nothing each by itself: a wire with all that it ends on taken off it, and all
 * loads of a fuse unplugged, to be plugged in again one after another.
 * @param fuses - those in question
 * @param wires - sections in question, the likeliest first
 */
export function compoundStates(
  circuit: Circuit,
  base: OperatingState,
  fuses: readonly string[],
  wires: readonly string[],
  near: ReadonlySet<string> | null,
): readonly OperatingState[] {
  const reachable = ({ id }: Part) => near?.has(id) !== false;
  const alone = wires.flatMap((id) => {
    const ends = endsOf(circuit, id).filter(reachable);
    const plugs = ends.filter((part) => kindOf(part).removal !== null);
    if (ends.length < 2 || plugs.length > mostPlugs) return [];
    return [takenOff(base, plugs, ends)];
  });
  const unloaded = fuses.flatMap((fuse) => {
    const loads = loadsOf(circuit, fuse).filter(reachable);
    return loads.length < 2 || loads.length > mostPlugs ? [] : [takenOff(base, loads, [])];
  });
  return [...alone, ...unloaded].filter(({ apart }) => apart.length > base.apart.length + 1);
}

/** Parts unplugged, and the fuses among the ends out of their cavities. */
function takenOff(base: OperatingState, plugs: readonly Part[], ends: readonly Part[]): OperatingState {
  const unplugged = plugs.reduce((state, { id }) => withApart(state, id, true), base);
  return ends
    .filter(({ kind }) => kind === 'fuse')
    .reduce((state, { id }) => withCavity(state, id, { kind: 'open' }), unplugged);
}

/** The parts that a wire ends on, splices followed, as far as they come off it; grounds and the battery stay on it. */
function endsOf(circuit: Circuit, section: string): readonly Part[] {
  const seen = new Set<string>([section]);
  const ends = new Set<Part>();
  const queue = [sectionById(circuit, section)];
  for (let next = queue.pop(); next !== undefined; next = queue.pop()) {
    for (const end of [next.from, next.to]) {
      const part = partById(circuit, partIdOf(end));
      if (part.kind === 'fuse' || kindOf(part).removal !== null) ends.add(part);
      if (part.kind !== 'splice') continue;
      for (const each of circuit.sections) {
        if (seen.has(each.id) || (each.from !== end && each.to !== end)) continue;
        seen.add(each.id);
        queue.push(each);
      }
    }
  }
  return [...ends];
}

/** The loads and modules that a fuse feeds, of those that come off by hand. */
function loadsOf(circuit: Circuit, fuse: string): readonly Part[] {
  const fed = fedSections(circuit).get(fuse) ?? new Set<string>();
  return circuit.parts.filter(
    (part) =>
      (part.kind === 'module' || kindOf(part).consumers !== undefined) &&
      kindOf(part).removal !== null &&
      circuit.sections.some(
        ({ id, from, to }) => fed.has(id) && [from, to].some((end) => partIdOf(end) === part.id),
      ),
  );
}
