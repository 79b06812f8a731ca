import { linkSlice } from '../data/link';
import type { Store } from '../data/store';

/**
 * Lets the browser keep the page itself, so that it opens without a network. Where it cannot (an address without TLS that is
 * not this machine), all else works as it is.
 */
export async function registerOffline(store: Store): Promise<void> {
  if (!('serviceWorker' in navigator)) return;
  const registration = await navigator.serviceWorker.register('/sw.js');
  const tell = () => {
    // Without a page that an older version serves, it is the first one: nothing waits for anybody.
    if (registration.waiting !== null && navigator.serviceWorker.controller !== null)
      store.dispatch(linkSlice.actions.newVersion());
  };
  tell();
  registration.addEventListener('updatefound', () => {
    registration.installing?.addEventListener('statechange', tell);
  });
}

/** Loads the new version that waits. What is typed into a form and not yet entered would go: only by hand. */
export async function loadNewVersion(): Promise<void> {
  const registration = await navigator.serviceWorker.getRegistration();
  navigator.serviceWorker.addEventListener('controllerchange', () => location.reload());
  registration?.waiting?.postMessage('take over');
}
