import { z } from 'zod';
import { newId } from '../../data/newId';
import { remembered } from '../../data/remembered';

const schema = z.object({ text: z.string(), at: z.iso.datetime() });

/** A draft that this browser kept, and when. */
export type KeptDraft = z.infer<typeof schema>;

const tabKey = 'grim-lantern/tab';
/** Of one page of the browser, the same after it is loaded again: two pages on one circuit keep a draft each. */
function ownTab(): string {
  const known = sessionStorage.getItem(tabKey) ?? newId();
  sessionStorage.setItem(tabKey, known);
  return known;
}

const prefixOf = (vehicleId: string, circuitId: string | null) =>
  `grim-lantern/circuit-draft/${vehicleId}/${circuitId ?? 'new'}/`;

/**
 * What was written on a circuit and not saved yet: this page's own, or else the newest that another left, which becomes
 * this page's. Null where there is nothing, or the browser denies it.
 */
export function keptDraft(vehicleId: string, circuitId: string | null): KeptDraft | null {
  try {
    const prefix = prefixOf(vehicleId, circuitId);
    const own = prefix + ownTab();
    const keys = Object.keys(localStorage).filter((key) => key.startsWith(prefix));
    const drafts = keys.flatMap((key) => {
      const draft = remembered(schema, key);
      return draft === null ? [] : [{ key, draft }];
    });
    const newest = drafts.sort((one, other) => other.draft.at.localeCompare(one.draft.at))[0];
    const found = drafts.find(({ key }) => key === own) ?? newest;
    if (found === undefined) return null;
    if (found.key !== own) {
      localStorage.setItem(own, JSON.stringify(found.draft));
      localStorage.removeItem(found.key);
    }
    return found.draft;
  } catch {
    return null;
  }
}

/** Keeps this page's draft, or forgets it. @returns whether the browser took it */
export function saveDraft(vehicleId: string, circuitId: string | null, text: string | null): boolean {
  try {
    const key = prefixOf(vehicleId, circuitId) + ownTab();
    if (text === null) localStorage.removeItem(key);
    else
      localStorage.setItem(key, JSON.stringify({ text, at: new Date().toISOString() } satisfies KeptDraft));
    return true;
  } catch {
    return false;
  }
}
