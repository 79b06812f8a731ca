/** The part of the browser's storage that is used here. */
type Shelf = Pick<Storage, 'getItem' | 'setItem' | 'removeItem'> & { readonly keys: () => readonly string[] };

/** Storage that the page keeps for as long as it is open, where the browser denies its own. */
function inMemory(): Shelf {
  const items = new Map<string, string>();
  return {
    getItem: (key) => items.get(key) ?? null,
    setItem: (key, value) => void items.set(key, value),
    removeItem: (key) => void items.delete(key),
    keys: () => [...items.keys()],
  };
}

function shelf(name: 'localStorage' | 'sessionStorage'): Shelf {
  const memory = inMemory();
  const own = (): Storage | null => {
    try {
      // Where it is switched off, already its name fails.
      return window[name];
    } catch {
      return null;
    }
  };
  return {
    getItem: (key) => (own() ?? memory).getItem(key),
    setItem(key, value) {
      try {
        (own() ?? memory).setItem(key, value);
      } catch {
        // It is full: at least this page has it.
        memory.setItem(key, value);
      }
    },
    removeItem(key) {
      own()?.removeItem(key);
      memory.removeItem(key);
    },
    keys: () => [...Object.keys(own() ?? {}), ...memory.keys()],
  };
}

/** What outlives the page, where the browser allows it. */
export const lasting = shelf('localStorage');
/** What outlives a reload of this tab, where the browser allows it. */
export const ofTab = shelf('sessionStorage');
