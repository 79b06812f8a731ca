import { loadNewVersion, registerOffline } from '../../src/offline/registerOffline';
import { createStore } from '../../src/data/store';
import { keepsNothing } from '../data/keptOutboxes';

class Target extends EventTarget {
  state = 'installing';
}
/** A browser's service workers, as far as the page asks them. */
function browserWith({ controller, waiting }: { controller: boolean; waiting: boolean }) {
  const said: unknown[] = [];
  const next = { postMessage: (message: unknown) => said.push(message) };
  const registration = Object.assign(new EventTarget(), {
    waiting: waiting ? next : (null as typeof next | null),
    installing: new Target(),
  });
  const container = Object.assign(new EventTarget(), {
    controller: controller ? {} : null,
    register: () => Promise.resolve(registration),
    getRegistration: () => Promise.resolve(registration),
  });
  Object.defineProperty(navigator, 'serviceWorker', { value: container, configurable: true });
  const arrive = () => {
    registration.dispatchEvent(new Event('updatefound'));
    registration.waiting = next;
    registration.installing.dispatchEvent(new Event('statechange'));
  };
  return { said, arrive };
}

test.each([
  ['waits while an older one serves the page', { controller: true, waiting: true }, true],
  ['is the first that this browser has', { controller: false, waiting: true }, false],
  ['is not there', { controller: true, waiting: false }, false],
])('a version that %s', async (_what, browser, told) => {
  browserWith(browser);
  const store = createStore(keepsNothing);
  await registerOffline(store);
  expect(store.getState().link.newVersion).toBe(told);
});

test('a version that comes while a job is open is told, and takes over only when somebody asks for it', async () => {
  const { said, arrive } = browserWith({ controller: true, waiting: false });
  const store = createStore(keepsNothing);
  await registerOffline(store);
  arrive();
  expect(store.getState().link.newVersion).toBe(true);
  expect(said).toEqual([]);
  await loadNewVersion();
  expect(said).toEqual(['take over']);
});

test('a browser that cannot keep the page goes without', async () => {
  Reflect.deleteProperty(navigator, 'serviceWorker');
  await expect(registerOffline(createStore(keepsNothing))).resolves.toBeUndefined();
});
