import type { TraceFiling, TraceRecord } from '@grim-lantern/contract';
import type { PayloadAction } from '@reduxjs/toolkit';
import { createAsyncThunk, createSlice } from '@reduxjs/toolkit';
import { request, whyNot } from './request';

/** The recordings that are kept with each job that was looked at; null where they could not be fetched. */
export type TracesState = Readonly<Record<string, readonly TraceRecord[] | null>>;

export const loadTraces = createAsyncThunk('traces/load', async (jobId: string) => {
  const answer = await request('traces', { params: { jobId } });
  return answer.status === 'done' ? answer.reply.traces : null;
});

/** Files a recording. Rejects with a sentence. */
export const fileTrace = createAsyncThunk(
  'traces/file',
  async ({ id, ...body }: TraceFiling & { readonly id: string }, { rejectWithValue }) => {
    const answer = await request('fileTrace', { params: { traceId: id }, body });
    if (answer.status === 'done') return answer.reply;
    return rejectWithValue(whyNot(answer));
  },
);

const initialState: TracesState = {};

/** The same with one recording in it as it is now. */
function withTrace(state: TracesState, record: TraceRecord): TracesState {
  const known = state[record.jobId] ?? [];
  const others = known.filter(({ id }) => id !== record.id);
  const all = [...others, record].sort((one, other) => one.at.localeCompare(other.at));
  return { ...state, [record.jobId]: all };
}

export const tracesSlice = createSlice({
  name: 'traces',
  initialState,
  reducers: {
    traceKept: (state, { payload }: PayloadAction<TraceRecord>): TracesState =>
      withTrace(state as TracesState, payload),
  },
  extraReducers: (builder) =>
    builder
      .addCase(loadTraces.fulfilled, (state, { payload, meta }): TracesState => ({
        ...(state as TracesState),
        [meta.arg]: payload ?? (state as TracesState)[meta.arg] ?? null,
      }))
      .addCase(fileTrace.fulfilled, (state, { payload }) => withTrace(state as TracesState, payload)),
});
