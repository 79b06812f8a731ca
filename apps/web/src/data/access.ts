import type { Person, Session } from '@grim-lantern/contract';
import { createAsyncThunk, createSlice } from '@reduxjs/toolkit';
import { copies } from './copies';
import { forgetRead } from './forgetRead';
import { addressOf, request, whyNot } from './request';

/** Who is signed in here, as the server last told. */
export type AccessState =
  | { readonly status: 'asking' }
  /** Not known: what is in the browser can be worked with, and is sent later. */
  | { readonly status: 'out-of-reach'; readonly why: string }
  | { readonly status: 'told'; readonly session: Session };

/** Asks who is signed in. What was copied for somebody else goes. */
export const loadSession = createAsyncThunk(
  'access/load',
  async (_none: void, { getState, rejectWithValue }) => {
    const answer = await request('session');
    if (answer.status !== 'done') return rejectWithValue(whyNot(answer));
    const { session } = getState() as { session: { technicianId: string | null } };
    if (answer.reply.person?.id !== session.technicianId) {
      await forgetRead();
      await copies.keep(addressOf('session'), answer.reply);
    }
    return answer.reply;
  },
);

/** Signs out here. What has not been sent yet stays in the browser. Rejects with a sentence. */
export const signOut = createAsyncThunk('access/signOut', async (_none: void, { rejectWithValue }) => {
  const answer = await request('signOut');
  if (answer.status === 'done') await forgetRead();
  return answer.status === 'done' ? answer.reply : rejectWithValue(whyNot(answer));
});

/** Who is signed in, as far as the server has told; null where it has not, or nobody is. */
export const signedIn = ({ access }: { readonly access: AccessState }): Person | null =>
  access.status === 'told' ? access.session.person : null;

const initialState = { status: 'asking' } as AccessState;

export const accessSlice = createSlice({
  name: 'access',
  initialState,
  reducers: {
    /** A request was answered with “nobody is signed in”. */
    signedOut: (state): AccessState =>
      state.status === 'told'
        ? { status: 'told', session: { ...state.session, person: null, workshop: null } }
        : (state as AccessState),
  },
  extraReducers: (builder) =>
    builder
      .addCase(loadSession.fulfilled, (_state, { payload }): AccessState => ({
        status: 'told',
        session: payload,
      }))
      .addCase(loadSession.rejected, (state, { payload }): AccessState =>
        state.status === 'told' ? (state as AccessState) : { status: 'out-of-reach', why: String(payload) },
      )
      .addCase(signOut.fulfilled, (_state, { payload }): AccessState => ({
        status: 'told',
        session: payload,
      })),
});
