import { createSlice } from '@reduxjs/toolkit';
import type { PayloadAction } from '@reduxjs/toolkit';
import { jobEventSchema } from '@grim-lantern/contract';
import type { JobEvent } from '@grim-lantern/core';

/** An event on its way to the server. */
export interface Outgoing {
  readonly jobId: string;
  readonly event: JobEvent;
}

/** What was entered here and is not known to be stored. Kept in the browser, so that a reload loses nothing. */
export interface OutboxState {
  /** In the order made. */
  readonly waiting: readonly Outgoing[];
  /** Why nothing goes out at the moment; null while all is well. */
  readonly trouble: string | null;
  /** The last entry that the server would not take, to be mended. */
  readonly refused: { readonly outgoing: Outgoing; readonly why: string } | null;
}

const initialState: OutboxState = { waiting: [], trouble: null, refused: null };

export const outboxSlice = createSlice({
  name: 'outbox',
  initialState,
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

/** One entry per event: two windows of one browser each keep their own, and neither overwrites the other's. */
const prefix = 'grim-lantern/outbox/';

/** What earlier page loads, and windows closed since, left behind. Sending an entry twice stores it once. */
export function rememberedOutbox(): OutboxState {
  const keys = Object.keys(localStorage).filter((key) => key.startsWith(prefix));
  const waiting = keys.flatMap((key) => readOutgoing(localStorage.getItem(key)));
  return {
    ...initialState,
    waiting: waiting.sort((one, other) => (one.event.at < other.event.at ? -1 : 1)),
  };
}

/** Brings what the browser keeps in line with a change of what waits. */
export function rememberOutbox(before: OutboxState, { waiting }: OutboxState): void {
  for (const outgoing of waiting) {
    if (!before.waiting.includes(outgoing)) {
      localStorage.setItem(prefix + outgoing.event.id, JSON.stringify(outgoing));
    }
  }
  for (const outgoing of before.waiting) {
    if (!waiting.includes(outgoing)) localStorage.removeItem(prefix + outgoing.event.id);
  }
}

function readOutgoing(stored: string | null): readonly Outgoing[] {
  try {
    const { jobId, event } = JSON.parse(stored ?? '{}') as { jobId?: unknown; event?: unknown };
    const parsed = jobEventSchema.safeParse(event);
    return typeof jobId === 'string' && parsed.success ? [{ jobId, event: parsed.data }] : [];
  } catch {
    return [];
  }
}
