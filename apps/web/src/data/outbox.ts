import { createSlice } from '@reduxjs/toolkit';
import type { PayloadAction } from '@reduxjs/toolkit';
import type { NewJob } from '@grim-lantern/contract';
import type { JobEvent } from '@grim-lantern/core';

/** An event on its way to the server. */
export interface Outgoing {
  /** Whose job it is: it is sent, and shown, to people of that workshop only. Absent in what an earlier version kept. */
  readonly workshopId?: string;
  readonly jobId: string;
  readonly event: JobEvent;
  /** The job that this entry, its complaint, opens: made while the server was out of reach. */
  readonly opens?: NewJob;
}

/** One that the server would not store. It stays until it is sent again or thrown away by hand. */
export interface Refused extends Outgoing {
  readonly why: string;
  /** The refusal's code, such as `event/time`. */
  readonly code: string;
}

/** What was entered here and is not known to be stored. Kept in the browser, so that a reload loses nothing. */
export interface OutboxState {
  /** In the order made. */
  readonly waiting: readonly Outgoing[];
  readonly refused: readonly Refused[];
  /** Why nothing goes out at the moment; null while all is well. */
  readonly trouble: string | null;
  /** Why the browser keeps nothing of this over a reload; null while it does. */
  readonly unkept: string | null;
}

export const emptyOutbox: OutboxState = { waiting: [], refused: [], trouble: null, unkept: null };

/** Those of one workshop. */
export function ofWorkshop<T extends Outgoing>(list: readonly T[], workshopId: string | null): readonly T[] {
  return list.filter((each) => each.workshopId === undefined || each.workshopId === workshopId);
}

/** An entry of a job, of a workshop where that is known. */
export function entryOf(
  {
    workshopId,
    jobId,
    opens,
  }: {
    readonly workshopId?: string | undefined;
    readonly jobId: string;
    readonly opens?: NewJob | undefined;
  },
  event: JobEvent,
): Outgoing {
  return {
    ...(workshopId === undefined ? {} : { workshopId }),
    jobId,
    event,
    ...(opens === undefined ? {} : { opens }),
  };
}

const without = <T extends Outgoing>(list: readonly T[], ids: readonly string[]) =>
  list.filter(({ event }) => !ids.includes(event.id));

export const outboxSlice = createSlice({
  name: 'outbox',
  initialState: emptyOutbox,
  reducers: {
    eventMade: (state, { payload }: PayloadAction<Outgoing>): OutboxState => ({
      ...(state as OutboxState),
      waiting: [...(state as OutboxState).waiting, payload],
    }),
    eventsStored: (state, { payload }: PayloadAction<readonly string[]>): OutboxState => ({
      ...(state as OutboxState),
      trouble: null,
      waiting: without((state as OutboxState).waiting, payload),
    }),
    sendingFailed: (state, { payload }: PayloadAction<string>): OutboxState => ({
      ...(state as OutboxState),
      trouble: payload,
    }),
    eventRefused: (state, { payload }: PayloadAction<Refused>): OutboxState => ({
      ...(state as OutboxState),
      trouble: null,
      waiting: without((state as OutboxState).waiting, [payload.event.id]),
      refused: [...without((state as OutboxState).refused, [payload.event.id]), payload],
    }),
    /** A refused entry goes out again, mended or as it was. */
    sentAgain: (
      state,
      { payload: { id, event } }: PayloadAction<{ readonly id: string; readonly event: JobEvent }>,
    ): OutboxState => {
      const { waiting, refused } = state as OutboxState;
      const found = refused.find((each) => each.event.id === id);
      if (found === undefined) return state;
      return {
        ...(state as OutboxState),
        waiting: [...waiting, entryOf(found, event)],
        refused: without(refused, [id]),
      };
    },
    thrownAway: (state, { payload }: PayloadAction<string>): OutboxState => ({
      ...(state as OutboxState),
      refused: without((state as OutboxState).refused, [payload]),
    }),
    keepingFailed: (state, { payload }: PayloadAction<string>): OutboxState => ({
      ...(state as OutboxState),
      unkept: payload,
    }),
  },
});
