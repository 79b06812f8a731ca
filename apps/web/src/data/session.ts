import type { Kit } from '@grim-lantern/core';
import { usualKit } from '@grim-lantern/core';
import { kitSchema } from '@grim-lantern/contract';
import { createAsyncThunk, createSlice, original } from '@reduxjs/toolkit';
import type { PayloadAction } from '@reduxjs/toolkit';
import { z } from 'zod';
import { request } from './request';
import { loadSession, signOut } from './access';
import { lasting } from './browserStorage';
import { remembered } from './remembered';
import { loadWorkshop } from './workshop';

export type Light = 'night' | 'day';

/** Who is signed in, in which light, and what each of them works with. Kept in the browser; kits on the server too. */
export interface SessionState {
  readonly technicianId: string | null;
  /** The workshop that they are signed in to. */
  readonly workshopId: string | null;
  readonly light: Light;
  /** By technician. */
  readonly kits: Readonly<Record<string, Kit>>;
  /** The technicians whose kit has not reached the server yet. */
  readonly unsentKits: readonly string[];
}

const keys = {
  technician: 'grim-lantern/technician',
  workshop: 'grim-lantern/workshop',
  light: 'grim-lantern/light',
  kits: 'grim-lantern/kits',
  unsentKits: 'grim-lantern/unsent-kits',
};

/** What the browser remembers; the page's first script has already chosen a light. */
export function rememberedSession(): SessionState {
  return {
    technicianId: lasting.getItem(keys.technician),
    workshopId: lasting.getItem(keys.workshop),
    light: document.documentElement.dataset['light'] === 'day' ? 'day' : 'night',
    kits: remembered(z.record(z.string(), kitSchema), keys.kits) ?? {},
    unsentKits: remembered(z.array(z.string()), keys.unsentKits) ?? [],
  };
}

/** Sends the kits that have not reached the server; one that cannot be sent waits for the next time. */
export const sendKits = createAsyncThunk('session/sendKits', async (_none: void, { getState }) => {
  const { kits, unsentKits } = (getState() as { session: SessionState }).session;
  const sent: Record<string, Kit> = {};
  for (const technicianId of unsentKits) {
    const kit = kits[technicianId];
    if (kit === undefined) continue;
    const answer = await request('saveKit', { params: { technicianId }, body: kit });
    if (answer.status !== 'out-of-reach') sent[technicianId] = kit;
  }
  return sent;
});

const initialState: SessionState = {
  technicianId: null,
  workshopId: null,
  light: 'night',
  kits: {},
  unsentKits: [],
};

export const sessionSlice = createSlice({
  name: 'session',
  initialState,
  reducers: {
    lightChosen: (state, { payload }: PayloadAction<Light>) => ({ ...state, light: payload }),
    kitChosen: (state, { payload }: PayloadAction<Kit>): SessionState =>
      state.technicianId === null
        ? state
        : {
            ...state,
            kits: { ...state.kits, [state.technicianId]: payload },
            unsentKits: [...new Set([...state.unsentKits, state.technicianId])],
          },
  },
  extraReducers: (builder) =>
    builder
      .addCase(loadSession.fulfilled, (state, { payload }): SessionState => ({
        ...state,
        technicianId: payload.person?.id ?? null,
        workshopId: payload.workshop?.id ?? null,
      }))
      .addCase(signOut.fulfilled, (state): SessionState => ({
        ...state,
        technicianId: null,
        workshopId: null,
      }))
      .addCase(loadWorkshop.fulfilled, (state, { payload }): SessionState => {
        const told = payload.workshop.technicians.flatMap(({ id, kit }) =>
          kit === null || state.unsentKits.includes(id) ? [] : [[id, kit] as const],
        );
        return { ...state, kits: { ...state.kits, ...Object.fromEntries(told) } };
      })
      .addCase(sendKits.fulfilled, (state, { payload: sent }): SessionState => ({
        ...state,
        unsentKits: state.unsentKits.filter((id) => original(state)?.kits[id] !== sent[id]),
      })),
});

/** The kit of whoever holds the tablet. */
export function ownKit({ technicianId, kits }: SessionState): Kit {
  return (technicianId === null ? undefined : kits[technicianId]) ?? usualKit;
}

/** Writes the session where the next page load finds it, and puts the light on. */
export function rememberSession({ technicianId, workshopId, light, kits, unsentKits }: SessionState): void {
  const keep = (key: string, id: string | null) =>
    id === null ? lasting.removeItem(key) : lasting.setItem(key, id);
  keep(keys.technician, technicianId);
  keep(keys.workshop, workshopId);
  lasting.setItem(keys.kits, JSON.stringify(kits));
  lasting.setItem(keys.unsentKits, JSON.stringify(unsentKits));
  if (document.documentElement.dataset['light'] === light) return;
  lasting.setItem(keys.light, light);
  document.documentElement.dataset['light'] = light;
}
