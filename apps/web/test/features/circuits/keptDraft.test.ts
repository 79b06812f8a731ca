import { saveDraft, keptDraft } from '../../../src/features/circuits/keptDraft';

/** Another page of the same browser: it has its own session. */
const otherPage = () => sessionStorage.clear();

let now = Date.parse('2026-11-28T08:00:00Z');
const later = () => jest.setSystemTime((now += 60_000));

beforeEach(() => {
  jest.useFakeTimers();
  localStorage.clear();
  sessionStorage.clear();
});

afterEach(() => {
  jest.useRealTimers();
});

test('two pages on one circuit keep a draft each; a page that comes later takes up the newest', () => {
  saveDraft('v', 'c', 'mine');
  otherPage();
  expect(keptDraft('v', 'c')?.text).toBe('mine');
  later();
  saveDraft('v', 'c', 'theirs');
  otherPage();
  later();
  saveDraft('v', 'c', 'third');
  otherPage();
  expect([keptDraft('v', 'c')?.text, Object.keys(localStorage).length]).toEqual(['third', 2]);
  saveDraft('v', 'c', null);
  otherPage();
  expect(keptDraft('v', 'c')?.text).toBe('theirs');
  expect(keptDraft('v', 'other')).toBeNull();
});

test('what somebody else wrote under its keys, or a browser that denies them, is no draft and no failure', () => {
  localStorage.setItem('grim-lantern/circuit-draft/v/c/x', 'not JSON');
  expect(keptDraft('v', 'c')).toBeNull();
  const denied = jest.spyOn(Storage.prototype, 'setItem').mockImplementation(() => {
    throw new Error('denied');
  });
  expect(saveDraft('v', 'c', 'text')).toBe(false);
  denied.mockRestore();
});
