import type { Circuit, OperatingState } from '@grim-lantern/core';
import { apartWord, cavityFill, fillWords, percent } from '@grim-lantern/core';
import type { HarnessLayout } from './layoutHarness';
import { linesOf } from './linesOf';
import { litFrom } from './litFrom';
import type { FigureWords, RibbonWords } from './mapLabels';

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
    return { figure, name, below: fitted ? `${part.ratingAmps} A` : fillWords(state, part.id) };
  }
  return { figure, name, below: state.apart.includes(part.id) ? apartWord(circuit, part.id) : null };
}

/** So many suspects carry their name on the map; the others their number only. */
const mostNamed = 6;

/** What stands beside each section that glows, the strongest first. */
export function ribbonWords(circuit: Circuit, glow: ReadonlyMap<string, number>): readonly RibbonWords[] {
  return circuit.sections
    .map(({ id, name }) => ({ id, name, chance: glow.get(id) ?? 0 }))
    .filter(({ chance }) => chance >= litFrom)
    .sort((one, other) => other.chance - one.chance)
    .map(({ id, name, chance }, rank) => ({
      section: id,
      number: percent(chance),
      nameLines: rank < mostNamed ? linesOf(name) : [],
    }));
}
