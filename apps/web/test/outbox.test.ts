import type { JobEvent } from '@grim-lantern/core';
import { newId } from '../src/job/useJob';
import type { Outgoing } from '../src/store/outbox';
import { outboxSlice } from '../src/store/outbox';
import { createStore } from '../src/store/store';
import { libraryJob } from './demo';

const { eventMade, eventsStored, eventRefused } = outboxSlice.actions;

let minute = 0;
function made(): Outgoing {
  const event: JobEvent = {
    id: newId(),
    author: libraryJob.events[0]!.author,
    at: new Date(Date.UTC(2026, 10, 24, 9, minute++)).toISOString(),
    type: 'point-refused',
    point: 'hinge',
  };
  return { jobId: libraryJob.id, event };
}
/** What a page loaded now would find waiting. */
const remembered = () => createStore().getState().outbox.waiting;

beforeEach(() => localStorage.clear());

test('what is waiting outlives the page, in the order made', () => {
  const store = createStore();
  const entries = [made(), made(), made()];
  for (const entry of entries) store.dispatch(eventMade(entry));
  expect(remembered()).toEqual(entries);
  store.dispatch(eventsStored([entries[1]!.event.id]));
  expect(remembered()).toEqual([entries[0], entries[2]]);
});

test('two windows on one job: neither loses what the other has waiting', () => {
  const [one, other] = [createStore(), createStore()];
  const [first, second, third] = [made(), made(), made()];
  one.dispatch(eventMade(first));
  other.dispatch(eventMade(second));
  one.dispatch(eventMade(third));
  one.dispatch(eventsStored([first.event.id, third.event.id]));
  expect(remembered()).toEqual([second]);
  other.dispatch(eventsStored([second.event.id]));
  expect(remembered()).toEqual([]);
});

test('a refused entry is shown and not sent again; the others stay', () => {
  const store = createStore();
  const [good, bad] = [made(), made()];
  store.dispatch(eventMade(good));
  store.dispatch(eventMade(bad));
  store.dispatch(eventRefused({ outgoing: bad, why: 'No such point.' }));
  expect(store.getState().outbox.refused).toEqual({ outgoing: bad, why: 'No such point.' });
  expect(remembered()).toEqual([good]);
});

test('what cannot be an entry is left alone', () => {
  const good = made();
  createStore().dispatch(eventMade(good));
  localStorage.setItem('grim-lantern/outbox/1', '{"jobId": 1');
  localStorage.setItem('grim-lantern/outbox/2', '{"jobId":"x","event":{"type":"guess"}}');
  localStorage.setItem('another/outbox/3', JSON.stringify(made()));
  expect(remembered()).toEqual([good]);
});
