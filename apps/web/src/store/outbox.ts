import { createSlice } from '@reduxjs/toolkit';
import type { PayloadAction } from '@reduxjs/toolkit';
import type { JobEvent } from '@grim-lantern/core';

/** An event on its way to the server. */
export interface Outgoing {
  readonly jobId: string;
  readonly event: JobEvent;
}

/** What was entered here and is not known to be stored. Kept in the browser, so that a reload loses nothing. */
export interface OutboxState {
  readonly waiting: readonly Outgoing[];
  /** Why nothing goes out at the moment; null while all is well. */
  readonly trouble: string | null;
  /** The last entry that the server would not take, to be mended. */
  readonly refused: { readonly outgoing: Outgoing; readonly why: string } | null;
}

const key = 'grim-lantern/outbox';

/** What an earlier page load left behind. */
export function rememberedOutbox(): OutboxState {
  const empty: OutboxState = { waiting: [], trouble: null, refused: null };
  try {
    const stored = JSON.parse(localStorage.getItem(key) ?? '[]') as unknown;
    return Array.isArray(stored) ? { ...empty, waiting: stored as Outgoing[] } : empty;
  } catch {
    return empty;
  }
}

export function rememberOutbox({ waiting }: OutboxState): void {
  localStorage.setItem(key, JSON.stringify(waiting));
}

export const outboxSlice = createSlice({
  name: 'outbox',
  initialState: { waiting: [], trouble: null, refused: null } as OutboxState,
  reducers: {
    eventMade: (state, { payload }: PayloadAction<Outgoing>): OutboxState => ({
      ...(state as OutboxState),
      waiting: [...(state as OutboxState).waiting, payload],
    }),
    eventsStored: (state, { payload }: PayloadAction<readonly string[]>): OutboxState => ({
      ...(state as OutboxState),
      trouble: null,
      waiting: (state as OutboxState).waiting.filter(({ event }) => !payload.includes(event.id)),
    }),
    sendingFailed: (state, { payload }: PayloadAction<string>): OutboxState => ({
      ...(state as OutboxState),
      trouble: payload,
    }),
    eventRefused(state, { payload }: PayloadAction<{ outgoing: Outgoing; why: string }>): OutboxState {
      const { waiting } = state as OutboxState;
      return {
        waiting: waiting.filter(({ event }) => event.id !== payload.outgoing.event.id),
        trouble: null,
        refused: payload,
      };
    },
    refusalSeen: (state): OutboxState => ({ ...(state as OutboxState), refused: null }),
  },
});
