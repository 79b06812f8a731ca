import type { KeptLayout, Reply } from '@grim-lantern/contract';
import type { Circuit } from '@grim-lantern/core';
import { request } from './request';
import type { Answer } from './request';

/** So many layouts are at hand. */
const mostLayouts = 60;
const layouts = new Map<string, KeptLayout>();

/** Keeps at hand how something is drawn: the one that was not asked for the longest makes room. */
export function keepLayout(layout: KeptLayout): void {
  layouts.delete(layout.mark);
  layouts.set(layout.mark, layout);
  const [oldest] = layouts.keys();
  if (layouts.size > mostLayouts && oldest !== undefined) layouts.delete(oldest);
}

/** How what has this mark is drawn, where that is at hand. */
export const layoutAtHand = (mark: string): KeptLayout | undefined => layouts.get(mark);

/** Fetches a circuit. Its layout, where it comes with one, is at hand from then on. */
export async function fetchCircuit(circuitId: string): Promise<Answer<Reply<'circuit'>>> {
  const answer = await request('circuit', { params: { circuitId } });
  if (answer.status === 'done' && answer.reply.layout !== undefined) keepLayout(answer.reply.layout);
  return answer;
}

/** A revision of a drawing as whoever drew it says it. */
interface Drawn {
  readonly id: string;
  readonly vehicleId: string;
  readonly circuit: Circuit;
  /** The text that it was read from. */
  readonly source: string;
  readonly follows?: string;
  readonly author: string;
  readonly why: string;
}

/** Stores a drawing, or a revision that follows another. */
export function storeDrawing({ author, why, ...drawing }: Drawn): Promise<Answer<Reply<'addCircuit'>>> {
  const drawn = { author, at: new Date().toISOString(), why };
  return request('addCircuit', { body: { ...drawing, drawn } });
}
