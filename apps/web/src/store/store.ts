import { configureStore } from '@reduxjs/toolkit';
import { useDispatch, useSelector } from 'react-redux';
import { accessSlice } from './access';
import { centresSlice } from './centres';
import { jobsSlice } from './jobs';
import { outboxSlice, rememberOutbox, rememberedOutbox } from './outbox';
import { rememberSession, rememberedSession, sessionSlice } from './session';
import { relayEntriesSlice } from './relayEntries';
import { tracesSlice } from './traces';
import { workshopSlice } from './workshop';

/** A store that starts with what the browser remembers, and keeps that up to date. */
export function createStore() {
  const store = configureStore({
    reducer: {
      access: accessSlice.reducer,
      session: sessionSlice.reducer,
      workshop: workshopSlice.reducer,
      centres: centresSlice.reducer,
      relayEntries: relayEntriesSlice.reducer,
      traces: tracesSlice.reducer,
      jobs: jobsSlice.reducer,
      outbox: outboxSlice.reducer,
    },
    preloadedState: { session: rememberedSession(), outbox: rememberedOutbox() },
  });
  let last = store.getState();
  store.subscribe(() => {
    const now = store.getState();
    if (now.outbox.waiting !== last.outbox.waiting) rememberOutbox(last.outbox, now.outbox);
    if (now.session !== last.session) rememberSession(now.session);
    last = now;
  });
  return store;
}

export type Store = ReturnType<typeof createStore>;
export type RootState = ReturnType<Store['getState']>;
export const useAppDispatch = useDispatch.withTypes<Store['dispatch']>();
export const useAppSelector = useSelector.withTypes<RootState>();
