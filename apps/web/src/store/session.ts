import { createSlice } from '@reduxjs/toolkit';
import type { PayloadAction } from '@reduxjs/toolkit';

export type Light = 'night' | 'day';

/** Who holds the tablet, and in which light. Kept in the browser. */
export interface SessionState {
  readonly technicianId: string | null;
  readonly light: Light;
}

const keys = { technician: 'grim-lantern/technician', light: 'grim-lantern/light' };

/** What the browser remembers; the page's first script has already chosen a light. */
export function rememberedSession(): SessionState {
  return {
    technicianId: localStorage.getItem(keys.technician),
    light: document.documentElement.dataset['light'] === 'day' ? 'day' : 'night',
  };
}

const initialState: SessionState = { technicianId: null, light: 'night' };

export const sessionSlice = createSlice({
  name: 'session',
  initialState,
  reducers: {
    technicianChosen: (state, { payload }: PayloadAction<string>) => ({ ...state, technicianId: payload }),
    lightChosen: (state, { payload }: PayloadAction<Light>) => ({ ...state, light: payload }),
  },
});

/** Writes the session where the next page load finds it, and puts the light on. */
export function rememberSession({ technicianId, light }: SessionState): void {
  if (technicianId !== null) localStorage.setItem(keys.technician, technicianId);
  if (document.documentElement.dataset['light'] === light) return;
  localStorage.setItem(keys.light, light);
  document.documentElement.dataset['light'] = light;
}
