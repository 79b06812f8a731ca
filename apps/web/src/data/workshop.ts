import { createAsyncThunk, createSlice } from '@reduxjs/toolkit';
import type { CircuitSummary, JobSummary, NewJob, VehicleRecord, Workshop } from '@grim-lantern/contract';
import { copies } from './copies';
import { entryOf, outboxSlice } from './outbox';
import { addressOf, isUnreachable, request, whyNot } from './request';
import { threeWay } from './threeWay';

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

/**
 * Opens a job. Out of the server's reach it is opened on this device, with the copy of its circuit, and sent later. Rejects
 * with a sentence; what was typed stays in the form.
 */
export const openJob = createAsyncThunk(
  'workshop/openJob',
  async (job: NewJob, { dispatch, getState, rejectWithValue }) => {
    const answer = await request('openJob', { body: job });
    if (answer.status === 'done') return answer.reply;
    if (!isUnreachable(answer)) return rejectWithValue(whyNot(answer));
    const { workshop, session } = getState() as {
      readonly workshop: WorkshopState;
      readonly session: { readonly workshopId: string | null };
    };
    const vehicle =
      workshop.status === 'ready'
        ? workshop.workshop.circuits.find(({ id }) => id === job.circuitId)?.vehicle
        : undefined;
    const { id: jobId, circuitId, title, at } = job;
    const circuitCopied = await copies.has(addressOf('circuit', { params: { circuitId } }));
    if (vehicle === undefined || !circuitCopied || session.workshopId === null)
      return rejectWithValue(
        `${answer.why} This device has no copy of that circuit: open it once while connected.`,
      );
    const summary: JobSummary = {
      ...{ id: jobId, title, vehicle, circuitId },
      ...{ openedAt: at, lastAt: at, lastSequence: 0, stage: 'searching' as const, archived: false },
      ...{ standing: null, fresh: false },
    };
    await copies.keep(addressOf('job', { params: { jobId } }), summary);
    await copies.keep(addressOf('events', { params: { jobId } }), { events: [] });
    const { complaintEventId, author, complaint } = job;
    const event = { id: complaintEventId, author, at, type: 'complaint-set', text: complaint } as const;
    dispatch(
      outboxSlice.actions.eventMade(entryOf({ workshopId: session.workshopId, jobId, opens: job }, event)),
    );
    return summary;
  },
);

/**
 * Keeps a vehicle, new or known. Where somebody else has changed it meanwhile both changes are merged, unless they are of the same
 * field. Rejects with a sentence; what was typed stays in the form.
 */
export const saveVehicle = createAsyncThunk(
  'workshop/keepVehicle',
  async (
    { base, mine }: { readonly base: VehicleRecord; readonly mine: VehicleRecord },
    { dispatch, getState, rejectWithValue },
  ) => {
    const send = ({ id, ...body }: VehicleRecord) =>
      request('saveVehicle', { params: { vehicleId: id }, body });
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
      .addCase(saveVehicle.fulfilled, (state, { payload }): WorkshopState => {
        if (state.status !== 'ready') return state;
        const others = state.workshop.vehicles.filter(({ id }) => id !== payload.id);
        const vehicles = [...others, payload].sort((one, other) => one.name.localeCompare(other.name));
        return { ...state, workshop: { ...state.workshop, vehicles } };
      }),
});
