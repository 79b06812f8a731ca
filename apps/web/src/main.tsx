import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { App } from './App';
import { whenLinkChanges, whenSignedOut } from './data/request';
import { accessSlice, loadSession } from './data/access';
import { forgetRead } from './data/forgetRead';
import { readAhead } from './data/jobs';
import { keepJobCopies } from './data/jobCopies';
import { linkSlice } from './data/link';
import { registerOffline } from './offline/registerOffline';
import { photoShelf } from './data/photoShelf';
import { startPost } from './data/post';
import { openKeptOutbox } from './data/keptOutbox';
import { createStore } from './data/store';
import { startCore } from './session/coreClient';
import './styles.css';

const jobOnScreen = () => /^\/jobs\/([0-9a-f-]{36})/.exec(location.pathname)?.[1] ?? null;
const opened = jobOnScreen();
// What it takes is on its way before anything is drawn.
if (opened !== null) {
  readAhead(opened);
  startCore();
}
const store = createStore(await openKeptOutbox(), await photoShelf.waiting());
whenSignedOut(() => {
  store.dispatch(accessSlice.actions.signedOut());
  void forgetRead();
});
whenLinkChanges((copiedAt) =>
  store.dispatch(
    copiedAt === null ? linkSlice.actions.serverAnswered() : linkSlice.actions.copyShown(copiedAt),
  ),
);
keepJobCopies(store);
void store.dispatch(loadSession());
// Only the job on the screen is watched for what others do.
startPost(store, jobOnScreen);

// Once the page itself is there: nothing that somebody waits for is held up.
const keepPage = () => void registerOffline(store).catch(() => undefined);
if (document.readyState === 'complete') keepPage();
else addEventListener('load', keepPage);

const root = document.getElementById('root');
if (root !== null) {
  createRoot(root).render(
    <Provider store={store}>
      <App />
    </Provider>,
  );
}
