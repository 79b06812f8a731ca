import type { FuseBoxRecord } from '@grim-lantern/contract';
import { createAsyncThunk, createSlice } from '@reduxjs/toolkit';
import { request, whyNot } from './request';
import { threeWayBox } from './threeWay';

/** The fuse centres of each vehicle that was looked at, removed ones too; null where they could not be fetched. */
export type FuseBoxesState = Readonly<Record<string, readonly FuseBoxRecord[] | null>>;

export const loadFuseBoxes = createAsyncThunk('centres/load', async (vehicleId: string) => {
  const answer = await request('centres', { params: { vehicleId } });
  return answer.status === 'done' ? answer.reply.centres : null;
});

/** A box to be kept: `version` is that of what it changes, 0 for a new one. */
export type FuseBoxToSave = Omit<FuseBoxRecord, 'removed'>;

const send = ({ id, ...body }: FuseBoxToSave) => request('saveFuseBox', { params: { centreId: id }, body });

/**
 * Keeps a centre. Where somebody else has changed it meanwhile both changes are merged, unless they are of the same cavity.
 * Rejects with a sentence; what was typed stays in the form.
 */
export const saveFuseBox = createAsyncThunk(
  'centres/keep',
  async (mine: FuseBoxToSave, { dispatch, getState, rejectWithValue }) => {
    const answer = await send(mine);
    if (answer.status === 'done') return answer.reply;
    const changed = answer.status === 'refused' && answer.problem.code === 'centre/changed';
    const { centres } = getState() as { centres: FuseBoxesState };
    const base = centres[mine.vehicleId]?.find(({ id }) => id === mine.id)?.centre;
    if (!changed || base === undefined) return rejectWithValue(whyNot(answer));
    await dispatch(loadFuseBoxes(mine.vehicleId));
    const fresh = (getState() as { centres: FuseBoxesState }).centres[mine.vehicleId];
    const theirs = fresh?.find(({ id }) => id === mine.id);
    if (theirs === undefined) return rejectWithValue(whyNot(answer));
    const { merged, clashes } = threeWayBox(base, mine.centre, theirs.centre);
    if (clashes.length > 0) {
      return rejectWithValue(
        `Somebody has changed ${clashes.join(' and ')} meanwhile. Theirs is shown now; enter yours again if it is right.`,
      );
    }
    const again = await send({ ...mine, centre: merged, version: theirs.version });
    return again.status === 'done' ? again.reply : rejectWithValue(whyNot(again));
  },
);

/** Removes a centre from the lists; it can be brought back. */
export const removeFuseBox = createAsyncThunk('centres/remove', async (id: string, { rejectWithValue }) => {
  const answer = await request('removeFuseBox', { params: { centreId: id } });
  return answer.status === 'done' ? answer.reply : rejectWithValue(whyNot(answer));
});

const initialState: FuseBoxesState = {};

/** The same with one centre in it as it is now. */
function withFuseBox(state: FuseBoxesState, record: FuseBoxRecord): FuseBoxesState {
  const known = state[record.vehicleId] ?? [];
  const list = known.some(({ id }) => id === record.id)
    ? known.map((each) => (each.id === record.id ? record : each))
    : [...known, record];
  return { ...state, [record.vehicleId]: list };
}

export const fuseBoxesSlice = createSlice({
  name: 'centres',
  initialState,
  reducers: {},
  extraReducers: (builder) =>
    builder
      .addCase(loadFuseBoxes.fulfilled, (state, { payload, meta }): FuseBoxesState => ({
        ...(state as FuseBoxesState),
        [meta.arg]: payload ?? (state as FuseBoxesState)[meta.arg] ?? null,
      }))
      .addCase(saveFuseBox.fulfilled, (state, { payload }) => withFuseBox(state as FuseBoxesState, payload))
      .addCase(removeFuseBox.fulfilled, (state, { payload }) =>
        withFuseBox(state as FuseBoxesState, payload),
      ),
});
