export type CavityTone = 'plain' | 'agree' | 'clash' | 'glow' | 'dim';

/** What stands in a cavity on the map: a figure or a word, and how it is meant. */
export interface CavityContent {
  readonly main: string;
  readonly note: string;
  readonly tone: CavityTone;
}

/** A cavity of which there is nothing to say. */
export const nothingSaid: CavityContent = { main: '', note: '', tone: 'dim' };
