import type { CentreRecord } from '@grim-lantern/contract';
import { createAsyncThunk, createSlice } from '@reduxjs/toolkit';
import { request } from '../api/request';

/** The fuse centres of each vehicle that was looked at; null where they could not be fetched. */
export type CentresState = Readonly<Record<string, readonly CentreRecord[] | null>>;

export const loadCentres = createAsyncThunk('centres/load', async (vehicleId: string) => {
  const answer = await request('centres', { params: { vehicleId } });
  return answer.status === 'done' ? answer.reply.centres : null;
});

/** Keeps a centre. Rejects with a sentence; what was typed stays in the form. */
export const keepCentre = createAsyncThunk(
  'centres/keep',
  async ({ id, vehicleId, centre }: CentreRecord, { rejectWithValue }) => {
    const answer = await request('keepCentre', { params: { centreId: id }, body: { vehicleId, centre } });
    if (answer.status === 'done') return answer.reply;
    return rejectWithValue(answer.status === 'refused' ? answer.problem.message : answer.why);
  },
);

export const removeCentre = createAsyncThunk('centres/remove', async (id: string, { rejectWithValue }) => {
  const answer = await request('removeCentre', { params: { centreId: id } });
  if (answer.status === 'done') return answer.reply;
  return rejectWithValue(answer.status === 'refused' ? answer.problem.message : answer.why);
});

const initialState: CentresState = {};

const others = (list: readonly CentreRecord[] | null | undefined, id: string) =>
  (list ?? []).filter((each) => each.id !== id);

export const centresSlice = createSlice({
  name: 'centres',
  initialState,
  reducers: {},
  extraReducers: (builder) =>
    builder
      .addCase(loadCentres.fulfilled, (state, { payload, meta }): CentresState => ({
        ...(state as CentresState),
        [meta.arg]: payload ?? (state as CentresState)[meta.arg] ?? null,
      }))
      .addCase(keepCentre.fulfilled, (state, { payload }): CentresState => {
        const known = (state as CentresState)[payload.vehicleId];
        const list = (known ?? []).some(({ id }) => id === payload.id)
          ? (known ?? []).map((each) => (each.id === payload.id ? payload : each))
          : [...(known ?? []), payload];
        return { ...(state as CentresState), [payload.vehicleId]: list };
      })
      .addCase(removeCentre.fulfilled, (state, { payload }): CentresState => ({
        ...(state as CentresState),
        [payload.vehicleId]: others((state as CentresState)[payload.vehicleId], payload.id),
      })),
});
