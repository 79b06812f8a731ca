import { createAsyncThunk, createSlice } from '@reduxjs/toolkit';
import type { CircuitSummary, NewJob, VehicleRecord, Workshop } from '@grim-lantern/contract';
import { request, whyNot } from '../api/request';
import { threeWay } from '../vehicles/threeWay';

/** The workshop's own data, as the server last told. */
export type WorkshopState =
  | { readonly status: 'loading' }
  | { readonly status: 'failed'; readonly why: string }
  | { readonly status: 'ready'; readonly workshop: Workshop };

/** Fetches the workshop. */
export const loadWorkshop = createAsyncThunk('workshop/load', async (_none: void, { rejectWithValue }) => {
  const answer = await request('workshop');
  return answer.status === 'done' ? { workshop: answer.reply } : rejectWithValue(whyNot(answer));
});

/** Opens a job. Rejects with a sentence; what was typed stays in the form. */
export const openJob = createAsyncThunk('workshop/openJob', async (job: NewJob, { rejectWithValue }) => {
  const answer = await request('openJob', { body: job });
  if (answer.status === 'done') return answer.reply;
  return rejectWithValue(whyNot(answer));
});

/**
 * Keeps a vehicle, new or known. Where somebody else has changed it meanwhile both changes are merged, unless they are of the same
 * field. Rejects with a sentence; what was typed stays in the form.
 */
export const keepVehicle = createAsyncThunk(
  'workshop/keepVehicle',
  async (
    { base, mine }: { readonly base: VehicleRecord; readonly mine: VehicleRecord },
    { dispatch, getState, rejectWithValue },
  ) => {
    const send = ({ id, ...body }: VehicleRecord) =>
      request('keepVehicle', { params: { vehicleId: id }, body });
    const answer = await send(mine);
    if (answer.status === 'done') return answer.reply;
    if (answer.status !== 'refused' || answer.problem.code !== 'vehicle/changed') {
      return rejectWithValue(whyNot(answer));
    }
    await dispatch(loadWorkshop());
    const { workshop } = getState() as { workshop: WorkshopState };
    const theirs =
      workshop.status === 'ready' ? workshop.workshop.vehicles.find(({ id }) => id === mine.id) : undefined;
    if (theirs === undefined) return rejectWithValue(whyNot(answer));
    const { merged, clashes } = threeWay(
      { ...base, version: theirs.version },
      { ...mine, version: theirs.version },
      theirs,
    );
    if (clashes.length > 0) return rejectWithValue(whyNot(answer));
    const again = await send(merged);
    return again.status === 'done' ? again.reply : rejectWithValue(whyNot(again));
  },
);

/** The circuits as they are drawn now: of each the last revision. */
export const currentCircuits = ({ circuits }: Workshop): readonly CircuitSummary[] =>
  circuits.filter(({ id, latest }) => id === latest);

const initialState = { status: 'loading' } as WorkshopState;

export const workshopSlice = createSlice({
  name: 'workshop',
  initialState,
  reducers: {},
  extraReducers: (builder) =>
    builder
      .addCase(loadWorkshop.fulfilled, (_state, { payload }) => ({ status: 'ready', ...payload }))
      .addCase(loadWorkshop.rejected, (state, { payload }) =>
        state.status === 'ready' ? state : { status: 'failed', why: String(payload) },
      )
      .addCase(keepVehicle.fulfilled, (state, { payload }): WorkshopState => {
        if (state.status !== 'ready') return state;
        const others = state.workshop.vehicles.filter(({ id }) => id !== payload.id);
        const vehicles = [...others, payload].sort((one, other) => one.name.localeCompare(other.name));
        return { ...state, workshop: { ...state.workshop, vehicles } };
      }),
});
