import { createSlice } from '@reduxjs/toolkit';
import type { PayloadAction } from '@reduxjs/toolkit';

/** How the page stands to the server. */
export interface LinkState {
  /** When what is shown was read, ISO 8601, while it is this device's copy; null while the server answers. */
  readonly copiedAt: string | null;
  /** Whether a newer version of the page waits to be loaded. */
  readonly newVersion: boolean;
}

const initialState: LinkState = { copiedAt: null, newVersion: false };

export const linkSlice = createSlice({
  name: 'link',
  initialState,
  reducers: {
    /** What was asked for was answered by a copy; the oldest of them is told. */
    copyShown: (state, { payload }: PayloadAction<string>): LinkState => ({
      ...state,
      copiedAt: state.copiedAt === null || payload < state.copiedAt ? payload : state.copiedAt,
    }),
    serverAnswered: (state): LinkState => (state.copiedAt === null ? state : { ...state, copiedAt: null }),
    newVersion: (state): LinkState => ({ ...state, newVersion: true }),
  },
});
