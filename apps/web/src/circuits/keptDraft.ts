import { z } from 'zod';

const schema = z.object({ text: z.string(), at: z.iso.datetime() });

/** A draft that this browser kept, and when. */
export type KeptDraft = z.infer<typeof schema>;

const keyOf = (vehicleId: string, circuitId: string | null) =>
  `grim-lantern/circuit-draft/${vehicleId}/${circuitId ?? 'new'}`;

/** What was written on a circuit and not saved yet; null where there is nothing, or the browser denies it. */
export function keptDraft(vehicleId: string, circuitId: string | null): KeptDraft | null {
  try {
    const parsed = schema.safeParse(JSON.parse(localStorage.getItem(keyOf(vehicleId, circuitId)) ?? 'null'));
    return parsed.success ? parsed.data : null;
  } catch {
    return null;
  }
}

/** Keeps a draft, or forgets it. @returns whether the browser took it */
export function keepDraft(vehicleId: string, circuitId: string | null, text: string | null): boolean {
  try {
    const key = keyOf(vehicleId, circuitId);
    if (text === null) localStorage.removeItem(key);
    else
      localStorage.setItem(key, JSON.stringify({ text, at: new Date().toISOString() } satisfies KeptDraft));
    return true;
  } catch {
    return false;
  }
}
