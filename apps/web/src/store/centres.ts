import type { CentreRecord } from '@grim-lantern/contract';
import { createAsyncThunk, createSlice } from '@reduxjs/toolkit';
import { request, whyNot } from '../api/request';
import { threeWayBox } from '../vehicles/threeWay';

/** The fuse centres of each vehicle that was looked at, removed ones too; null where they could not be fetched. */
export type CentresState = Readonly<Record<string, readonly CentreRecord[] | null>>;

export const loadCentres = createAsyncThunk('centres/load', async (vehicleId: string) => {
  const answer = await request('centres', { params: { vehicleId } });
  return answer.status === 'done' ? answer.reply.centres : null;
});

/** A box to be kept: `version` is that of what it changes, 0 for a new one. */
export type CentreToKeep = Omit<CentreRecord, 'removed'>;

const send = ({ id, ...body }: CentreToKeep) => request('keepCentre', { params: { centreId: id }, body });

/**
 * Keeps a centre. Where somebody else has changed it meanwhile both changes are merged, unless they are of the same cavity.
 * Rejects with a sentence; what was typed stays in the form.
 */
export const keepCentre = createAsyncThunk(
  'centres/keep',
  async (mine: CentreToKeep, { dispatch, getState, rejectWithValue }) => {
    const answer = await send(mine);
    if (answer.status === 'done') return answer.reply;
    const changed = answer.status === 'refused' && answer.problem.code === 'centre/changed';
    const { centres } = getState() as { centres: CentresState };
    const base = centres[mine.vehicleId]?.find(({ id }) => id === mine.id)?.centre;
    if (!changed || base === undefined) return rejectWithValue(whyNot(answer));
    await dispatch(loadCentres(mine.vehicleId));
    const fresh = (getState() as { centres: CentresState }).centres[mine.vehicleId];
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
export const removeCentre = createAsyncThunk('centres/remove', async (id: string, { rejectWithValue }) => {
  const answer = await request('removeCentre', { params: { centreId: id } });
  return answer.status === 'done' ? answer.reply : rejectWithValue(whyNot(answer));
});

const initialState: CentresState = {};

/** The same with one centre in it as it is now. */
function withCentre(state: CentresState, record: CentreRecord): CentresState {
  const known = state[record.vehicleId] ?? [];
  const list = known.some(({ id }) => id === record.id)
    ? known.map((each) => (each.id === record.id ? record : each))
    : [...known, record];
  return { ...state, [record.vehicleId]: list };
}

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
      .addCase(keepCentre.fulfilled, (state, { payload }) => withCentre(state as CentresState, payload))
      .addCase(removeCentre.fulfilled, (state, { payload }) => withCentre(state as CentresState, payload)),
});
