import type { z } from 'zod';
import { lasting } from './browserStorage';

/** What the browser keeps under a key; null where there is nothing, or somebody else wrote there. */
export function remembered<T>(schema: z.ZodType<T>, key: string): T | null {
  try {
    const parsed = schema.safeParse(JSON.parse(lasting.getItem(key) ?? 'null'));
    return parsed.success ? parsed.data : null;
  } catch {
    return null;
  }
}
