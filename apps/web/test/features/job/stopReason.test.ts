import type { ProposedAction } from '@grim-lantern/core';
import { stopReason } from '../../../src/features/job/stopReason';

const action = (worthIt: boolean, strips: readonly string[] = []) =>
  ({ worthIt, work: { strips } }) as unknown as Pick<ProposedAction, 'worthIt' | 'work'>;
const cheap = { step: 2, repair: 30, askFrom: 100 };
const shows = () => true;

test('a search without end is told of, also where the vehicle may well be sound and no repair has a name', () => {
  expect(stopReason(action(false), cheap, false, shows)).toBe('endless');
  expect(stopReason(action(false), { ...cheap, repair: null }, false, shows)).toBe('endless');
});

test('where nothing shows the fault it is not said twice', () => {
  expect(stopReason(action(false), cheap, false, () => false)).toBeNull();
});

test('trim is asked for where it costs more than it saves, or half of what is asked from; never without a repair', () => {
  expect(stopReason(action(false, ['sill']), cheap, false, shows)).toBe('trim');
  expect(stopReason(action(true, ['sill']), { ...cheap, step: 50 }, false, shows)).toBe('trim');
  expect(stopReason(action(true, ['sill']), cheap, false, shows)).toBeNull();
  expect(stopReason(action(false, ['sill']), { ...cheap, repair: null }, false, shows)).toBeNull();
});

test('a dear repair is asked for once one suspect stands alone', () => {
  const dear = { ...cheap, repair: 100 };
  expect(stopReason(action(true), dear, true, shows)).toBe('repair');
  expect(stopReason(action(true), dear, false, shows)).toBeNull();
  expect(stopReason(action(true), cheap, true, shows)).toBeNull();
});
