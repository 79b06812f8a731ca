/** A text that is being written, with what undo and redo go back and forth to. */
export interface DraftHistory {
  readonly text: string;
  readonly past: readonly string[];
  readonly future: readonly string[];
  /** Time of the last change by keyboard, ms; null after any other. */
  readonly typedAt: number | null;
}

/** What happens to it. `typed` within a moment of the last is one step with it. */
export type DraftChange =
  | { readonly kind: 'typed'; readonly text: string; readonly at: number }
  | { readonly kind: 'edited'; readonly text: string }
  | { readonly kind: 'undo' }
  | { readonly kind: 'redo' };

/** Typing that pauses no longer than this is undone at once. */
const momentMs = 900;

/** A draft on which nothing has been done yet. */
export const draftOf = (text: string): DraftHistory => ({ text, past: [], future: [], typedAt: null });

/** The draft after a change; itself where nothing changes. */
export function changedDraft(draft: DraftHistory, change: DraftChange): DraftHistory {
  const { text, past, future, typedAt } = draft;
  switch (change.kind) {
    case 'typed':
    case 'edited': {
      if (change.text === text) return draft;
      const goesOn = change.kind === 'typed' && typedAt !== null && change.at - typedAt < momentMs;
      return {
        text: change.text,
        past: goesOn ? past : [...past, text],
        future: [],
        typedAt: change.kind === 'typed' ? change.at : null,
      };
    }
    case 'undo': {
      const before = past.at(-1);
      if (before === undefined) return draft;
      return { text: before, past: past.slice(0, -1), future: [text, ...future], typedAt: null };
    }
    case 'redo': {
      const [next, ...rest] = future;
      if (next === undefined) return draft;
      return { text: next, past: [...past, text], future: rest, typedAt: null };
    }
  }
}
