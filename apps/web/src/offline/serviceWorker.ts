import { cleanupOutdatedCaches, createHandlerBoundToURL, precacheAndRoute } from 'workbox-precaching';
import { NavigationRoute, registerRoute } from 'workbox-routing';

/** The pieces of this build, each with what changes when it does; put here by the build. */
declare const PIECES: readonly { readonly url: string; readonly revision: string | null }[];
/** What this file uses of a service worker's own globals. */
declare const self: { skipWaiting(): Promise<void> } & Pick<Window, 'addEventListener'>;

// The page as it was built opens without a network. Data is none of its business: the page itself keeps copies of what it read.
precacheAndRoute([...PIECES]);
cleanupOutdatedCaches();
registerRoute(new NavigationRoute(createHandlerBoundToURL('/index.html'), { denylist: [/^\/api\//] }));

// A new version waits until every page of the old one is closed, or until somebody asks for it: it never interrupts a job.
self.addEventListener('message', ({ data }: MessageEvent<unknown>) => {
  if (data === 'take over') void self.skipWaiting();
});
