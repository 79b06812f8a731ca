import type { Part } from '../circuit/parts/part';
import type { PartDraft, Stop, Usage, WireDraft } from './drafts';
import { doesWork } from './readPath';

/** What hangs on the same splices as a wire: found when it is asked, as only modules ask. */
export function splicedWith(parts: readonly PartDraft[], wires: readonly WireDraft[]): Usage['spliced'] {
  let ends: { readonly of: Map<string, Stop[]>; readonly parts: ReadonlyMap<string, PartDraft> } | null =
    null;
  /** The far ends of the wires to each splice, and to each stop of a module. */
  const known = () => {
    if (ends !== null) return ends;
    const of = new Map<string, Stop[]>();
    const enter = (near: Stop, far: Stop) => {
      const there = of.get(near.part);
      if (there === undefined) of.set(near.part, [far]);
      else there.push(far);
    };
    for (const { from, to } of wires) {
      enter(from, to);
      enter(to, from);
    }
    ends = { of, parts: new Map(parts.map((each) => [each.id, each])) };
    return ends;
  };
  return (stop) => {
    const { of, parts: partOf } = known();
    const isSplice = ({ part }: Stop) => partOf.get(part)?.kind === 'splice';
    const first = wires.flatMap(({ from, to }) => (from === stop ? [to] : to === stop ? [from] : []));
    const queue = first.filter(isSplice);
    const seen = new Set(queue.map(({ part }) => part));
    const reached: Stop[] = [];
    for (let next = queue.pop(); next !== undefined; next = queue.pop()) {
      for (const far of of.get(next.part) ?? []) {
        if (far === stop || seen.has(far.part)) continue;
        if (!isSplice(far)) reached.push(far);
        else {
          seen.add(far.part);
          queue.push(far);
        }
      }
    }
    const kinds = reached.map(({ part }) => partOf.get(part)?.kind);
    const has = (...wanted: readonly Part['kind'][]) =>
      kinds.some((kind) => kind !== undefined && wanted.includes(kind));
    return {
      work: reached.some((far) => {
        const part = partOf.get(far.part);
        return part !== undefined && doesWork({ part, pin: far.arrive ?? far.leave });
      }),
      ground: has('ground'),
      supply: has('fuse', 'battery', 'fusible link', 'breaker'),
    };
  };
}
