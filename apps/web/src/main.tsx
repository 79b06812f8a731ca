import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { App } from './app/App';
import { whenSignedOut } from './api/request';
import { accessSlice, loadSession } from './store/access';
import { startPost } from './store/post';
import { openKeptOutbox } from './store/keptOutbox';
import { createStore } from './store/store';
import './styles.css';

const store = createStore(await openKeptOutbox());
whenSignedOut(() => store.dispatch(accessSlice.actions.signedOut()));
void store.dispatch(loadSession());
// Only the job on the screen is watched for what others do.
startPost(store, () => /^\/jobs\/([0-9a-f-]{36})/.exec(location.pathname)?.[1] ?? null);

const root = document.getElementById('root');
if (root !== null) {
  createRoot(root).render(
    <Provider store={store}>
      <App />
    </Provider>,
  );
}
