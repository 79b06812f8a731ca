import type { Kit } from '@grim-lantern/core';
import { usualKit } from '@grim-lantern/core';
import { createSlice } from '@reduxjs/toolkit';
import type { PayloadAction } from '@reduxjs/toolkit';

export type Light = 'night' | 'day';

/** Who holds the tablet, in which light, and what each of them works with. Kept in the browser. */
export interface SessionState {
  readonly technicianId: string | null;
  readonly light: Light;
  /** By technician. */
  readonly kits: Readonly<Record<string, Kit>>;
}

const keys = {
  technician: 'grim-lantern/technician',
  light: 'grim-lantern/light',
  kits: 'grim-lantern/kits',
};

/** What the browser remembers; the page's first script has already chosen a light. */
export function rememberedSession(): SessionState {
  return {
    technicianId: localStorage.getItem(keys.technician),
    light: document.documentElement.dataset['light'] === 'day' ? 'day' : 'night',
    kits: rememberedKits(),
  };
}

function rememberedKits(): SessionState['kits'] {
  try {
    const kits: unknown = JSON.parse(localStorage.getItem(keys.kits) ?? '{}');
    return typeof kits === 'object' && kits !== null ? (kits as SessionState['kits']) : {};
  } catch {
    // Somebody else wrote there: the usual kit it is.
    return {};
  }
}

const initialState: SessionState = { technicianId: null, light: 'night', kits: {} };

export const sessionSlice = createSlice({
  name: 'session',
  initialState,
  reducers: {
    technicianChosen: (state, { payload }: PayloadAction<string>) => ({ ...state, technicianId: payload }),
    lightChosen: (state, { payload }: PayloadAction<Light>) => ({ ...state, light: payload }),
    kitChosen: (state, { payload }: PayloadAction<Kit>): SessionState =>
      state.technicianId === null
        ? state
        : { ...state, kits: { ...state.kits, [state.technicianId]: payload } },
  },
});

/** The kit of whoever holds the tablet. */
export function ownKit({ technicianId, kits }: SessionState): Kit {
  return (technicianId === null ? undefined : kits[technicianId]) ?? usualKit;
}

/** Writes the session where the next page load finds it, and puts the light on. */
export function rememberSession({ technicianId, light, kits }: SessionState): void {
  if (technicianId !== null) localStorage.setItem(keys.technician, technicianId);
  localStorage.setItem(keys.kits, JSON.stringify(kits));
  if (document.documentElement.dataset['light'] === light) return;
  localStorage.setItem(keys.light, light);
  document.documentElement.dataset['light'] = light;
}
