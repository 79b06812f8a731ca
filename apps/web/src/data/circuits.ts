import type { KeptLayout, Reply } from '@grim-lantern/contract';
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
