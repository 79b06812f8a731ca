import type { RelayEntry } from '@grim-lantern/contract';
import { createAsyncThunk, createSlice } from '@reduxjs/toolkit';
import { request, whyNot } from './request';

/** What was found out about the relays of each vehicle that was looked at; null where it could not be fetched. */
export type RelayEntriesState = Readonly<Record<string, readonly RelayEntry[] | null>>;

export const loadRelayEntries = createAsyncThunk('relayEntries/load', async (vehicleId: string) => {
  const answer = await request('relayEntries', { params: { vehicleId } });
  return answer.status === 'done' ? answer.reply.entries : null;
});

/** Adds an entry. Rejects with a sentence; what was typed stays in the form. */
export const addRelayEntry = createAsyncThunk(
  'relayEntries/add',
  async ({ id, ...body }: RelayEntry, { rejectWithValue }) => {
    const answer = await request('addRelayEntry', { params: { entryId: id }, body });
    if (answer.status === 'done') return answer.reply;
    return rejectWithValue(whyNot(answer));
  },
);

const initialState: RelayEntriesState = {};

export const relayEntriesSlice = createSlice({
  name: 'relayEntries',
  initialState,
  reducers: {},
  extraReducers: (builder) =>
    builder
      .addCase(loadRelayEntries.fulfilled, (state, { payload, meta }): RelayEntriesState => ({
        ...(state as RelayEntriesState),
        [meta.arg]: payload ?? (state as RelayEntriesState)[meta.arg] ?? null,
      }))
      .addCase(addRelayEntry.fulfilled, (state, { payload }): RelayEntriesState => {
        const known = (state as RelayEntriesState)[payload.vehicleId] ?? [];
        return {
          ...(state as RelayEntriesState),
          [payload.vehicleId]: [...known.filter(({ id }) => id !== payload.id), payload],
        };
      }),
});
