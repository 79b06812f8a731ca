import { lasting } from '../../src/data/browserStorage';
import { createStore } from '../../src/data/store';
import { sessionSlice } from '../../src/data/session';
import { keepsNothing } from './keptOutboxes';

const own = Object.getOwnPropertyDescriptor(window, 'localStorage')!;
afterEach(() => Object.defineProperty(window, 'localStorage', own));

test('where the browser denies its storage, the page works and keeps things for as long as it is open', () => {
  Object.defineProperty(window, 'localStorage', {
    configurable: true,
    get() {
      throw new DOMException('denied', 'SecurityError');
    },
  });
  const store = createStore(keepsNothing);
  store.dispatch(sessionSlice.actions.lightChosen('day'));
  expect(store.getState().session.light).toBe('day');
  expect(lasting.getItem('grim-lantern/light')).toBe('day');
  lasting.removeItem('grim-lantern/light');
  expect(lasting.getItem('grim-lantern/light')).toBeNull();
});

test('a storage that is full fails nobody', () => {
  const full = jest.spyOn(Storage.prototype, 'setItem').mockImplementation(() => {
    throw new DOMException('full', 'QuotaExceededError');
  });
  expect(() => lasting.setItem('a', 'b')).not.toThrow();
  full.mockRestore();
});
