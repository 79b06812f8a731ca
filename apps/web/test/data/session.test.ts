import type { Session } from '@grim-lantern/contract';
import { usualKit } from '@grim-lantern/core';
import { newId } from '../../src/data/newId';
import { loadSession } from '../../src/data/access';
import { ownKit, sendKits, sessionSlice } from '../../src/data/session';
import { createStore } from '../../src/data/store';
import { keepsNothing } from './keptOutboxes';
import { loadWorkshop } from '../../src/data/workshop';

const technician = newId();
const liked = { ...usualKit, preferred: ['clamp' as const] };
const { kitChosen } = sessionSlice.actions;
const signedIn: Session = {
  person: {
    id: technician,
    name: 'I. Moss',
    role: 'technician',
    password: true,
    pin: false,
    secondFactor: false,
  },
  workshop: { id: newId(), name: 'Workshop' },
  demo: [],
  device: [],
  empty: false,
};

function open() {
  const store = createStore(keepsNothing);
  store.dispatch(loadSession.fulfilled(signedIn, 'x'));
  return store;
}

/** A server that keeps the kit of one technician, or is gone. */
function serve(there: boolean) {
  const kept: unknown[] = [];
  globalThis.fetch = ((address: string, init?: { method?: string; body?: string }) => {
    if (!there) return Promise.reject(new TypeError('no route'));
    if (init?.method === 'PUT') kept.push(JSON.parse(init.body ?? 'null'));
    const person = {
      id: technician,
      name: 'I. Moss',
      kit: kept.at(-1) ?? null,
      role: 'technician',
      active: true,
    };
    if (address.endsWith('/kit')) return Promise.resolve(Response.json(person));
    if (address === '/api/jobs') return Promise.resolve(Response.json({ jobs: [] }));
    const workshop = {
      name: 'Workshop',
      currency: 'EUR',
      hourlyRate: 60,
      askFrom: 50,
      lengths: 'm',
      sizes: 'mm²',
      restLimitAmps: 0.05,
      technicians: [person],
      vehicles: [],
      circuits: [],
    };
    return Promise.resolve(Response.json(workshop));
  }) as typeof fetch;
  return kept;
}

beforeEach(() => localStorage.clear());

test('a kit chosen while the server is gone is kept, and sent when it is back', async () => {
  serve(false);
  const store = open();
  store.dispatch(kitChosen(liked));
  await store.dispatch(sendKits());
  expect(store.getState().session.unsentKits).toEqual([technician]);
  // The page is opened anew; what the server holds does not undo what waits.
  const again = open();
  expect(ownKit(again.getState().session)).toEqual(liked);
  const kept = serve(true);
  await again.dispatch(loadWorkshop());
  expect(ownKit(again.getState().session)).toEqual(liked);
  await again.dispatch(sendKits());
  expect(kept).toEqual([liked]);
  expect(again.getState().session.unsentKits).toEqual([]);
});

test('on another tablet the kit comes with the technician', async () => {
  serve(true).push(liked);
  const store = open();
  expect(ownKit(store.getState().session)).toEqual(usualKit);
  await store.dispatch(loadWorkshop());
  expect(ownKit(store.getState().session)).toEqual(liked);
});
