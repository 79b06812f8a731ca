import type { Circuit, OperatingState } from '@grim-lantern/core';
import { apartWord, cavityFill, fillWords, percent } from '@grim-lantern/core';
import type { HarnessLayout } from '@grim-lantern/drawing';
import { linesOf } from './linesOf';
import { litFrom } from './litFrom';
import type { FigureWords, SuspectWords } from './mapLabels';

/** What is written beside a part: its name, and how it stands where that is not as it rests. */
export function figureWords(
  circuit: Circuit,
  figure: HarnessLayout['figures'][number],
  state: OperatingState,
): FigureWords {
  const { part, cavity } = figure;
  if (part.kind === 'splice') return { figure, name: '', below: null };
  const name = cavity === null ? part.name : `${part.name} · ${cavity}`;
  if (part.kind === 'fuse') {
    const fitted = cavityFill(state, part.id).kind === 'fuse';
    return { figure, name, below: fitted ? `${part.ratingAmps} A` : fillWords(cavityFill(state, part.id)) };
  }
  return { figure, name, below: state.apart.includes(part.id) ? apartWord(circuit, part.id) : null };
}

/** So many sections carry their name on the map; the others their number only. Parts have their name there anyway. */
const mostNamed = 6;

/** What stands beside each section and part that glows, the strongest first. */
export function suspectWords(
  { sections, parts }: Circuit,
  glow: ReadonlyMap<string, number>,
): readonly SuspectWords[] {
  if (glow.size === 0) return [];
  const names = new Map(sections.map(({ id, name }) => [id, name]));
  const known = new Set([...names.keys(), ...parts.map(({ id }) => id)]);
  const lit = [...glow]
    .filter(([id, chance]) => chance >= litFrom && known.has(id))
    .sort((one, other) => other[1] - one[1]);
  const named = new Set(
    lit
      .map(([id]) => id)
      .filter((id) => names.has(id))
      .slice(0, mostNamed),
  );
  return lit.map(([suspect, chance]) => ({
    suspect,
    number: percent(chance),
    nameLines: named.has(suspect) ? linesOf(names.get(suspect) ?? '') : [],
  }));
}
