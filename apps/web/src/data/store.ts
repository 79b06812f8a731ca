import { configureStore } from '@reduxjs/toolkit';
import { useDispatch, useSelector } from 'react-redux';
import { accessSlice } from './access';
import { fuseBoxesSlice } from './fuseBoxes';
import { jobsSlice } from './jobs';
import { linkSlice } from './link';
import type { KeptOutbox } from './keptOutbox';
import { outboxSlice } from './outbox';
import { noPhotos, photosSlice } from './photos';
import type { WaitingPhoto } from './photoShelf';
import { relayEntriesSlice } from './relayEntries';
import { rememberSession, rememberedSession, sessionSlice } from './session';
import { tracesSlice } from './traces';
import { workshopSlice } from './workshop';

/** A store that starts with what the browser remembers, and keeps that up to date. */
export function createStore(kept: KeptOutbox, photos: readonly WaitingPhoto[] = []) {
  const store = configureStore({
    reducer: {
      access: accessSlice.reducer,
      session: sessionSlice.reducer,
      workshop: workshopSlice.reducer,
      centres: fuseBoxesSlice.reducer,
      relayEntries: relayEntriesSlice.reducer,
      traces: tracesSlice.reducer,
      photos: photosSlice.reducer,
      jobs: jobsSlice.reducer,
      outbox: outboxSlice.reducer,
      link: linkSlice.reducer,
    },
    middleware: (standard) => standard({ thunk: { extraArgument: kept } }),
    preloadedState: {
      session: rememberedSession(),
      outbox: kept.remembered,
      photos: { ...noPhotos, waiting: photos },
    },
  });
  let last = store.getState();
  store.subscribe(() => {
    const [before, now] = [last, store.getState()];
    last = now;
    if (now.session !== before.session) rememberSession(now.session);
    const { waiting, refused } = now.outbox;
    if (waiting === before.outbox.waiting && refused === before.outbox.refused) return;
    kept
      .remember(before.outbox, now.outbox)
      .catch(({ message }: Error) => store.dispatch(outboxSlice.actions.keepingFailed(message)));
  });
  return store;
}

export type Store = ReturnType<typeof createStore>;
export type RootState = ReturnType<Store['getState']>;
export const useAppDispatch = useDispatch.withTypes<Store['dispatch']>();
export const useAppSelector = useSelector.withTypes<RootState>();
