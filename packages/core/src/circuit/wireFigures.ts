import type { Section } from './circuit';

/** What a wire's ohms follow from. */
export type WireFigure = 'lengthMetres' | 'areaMm2';

/** What of a wire's ohms is only assumed: how far along it something lies is not known before that is. */
export function assumedFigures({ assumed = [] }: Pick<Section, 'assumed'>): readonly WireFigure[] {
  return (['lengthMetres', 'areaMm2'] as const).filter((each) => assumed.includes(each));
}
