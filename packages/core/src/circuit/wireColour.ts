import type { Section } from './circuit';

/** What stands for a colour that nobody gave. */
export const colourNotGiven = '?';

/** A wire's colour and size as far as a diagram gave them: `red 2.5 mm²`; empty where it gave neither. */
export function wireLook({
  colour,
  areaMm2,
  assumed = [],
}: Pick<Section, 'colour' | 'areaMm2' | 'assumed'>): string {
  const size = assumed.includes('areaMm2') ? [] : [`${areaMm2} mm²`];
  return [...(colour === colourNotGiven ? [] : [colour]), ...size].join(' ');
}

/** A wire by its colour: `yellow-grey wire`, or `wire` where the colour is not known. */
export function colouredWire({ colour }: Pick<Section, 'colour'>): string {
  return colour === colourNotGiven ? 'wire' : `${colour} wire`;
}
