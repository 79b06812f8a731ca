import type { ForeseenOutcome, Test } from '@grim-lantern/core';
import { fireEvent, render, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { library } from '../../demo';
import type { Entered } from '../../../src/features/entry/ReadingEntry';
import { ReadingEntry } from '../../../src/features/entry/ReadingEntry';

const bands: readonly ForeseenOutcome[] = [
  { from: null, to: 0.5, overload: false },
  { from: 0.5, to: null, overload: false },
  { from: null, to: null, overload: true },
].map((band, index) => ({
  outcome: { kind: 'band', unit: 'Ω', ...band },
  probability: 1 / 3,
  leaves: [{ id: library.sections[index]!.id, probability: 1 }],
  clears: [],
}));
const ohms: Test = { instrument: 'ohmmeter', at: 'F17.load' };
const lamp: Test = { instrument: 'lamp-to-ground', at: 'F17.load' };

function show(test: Test, outcomes: readonly ForeseenOutcome[] = []) {
  const read: Entered[] = [];
  const held: (ForeseenOutcome | null)[] = [];
  render(
    <ReadingEntry
      {...{ test, outcomes }}
      disabled={false}
      circuit={library}
      onRead={(entered) => void read.push(entered)}
      onHold={(outcome) => held.push(outcome)}
    />,
  );
  return { read, held, user: userEvent.setup() };
}

test('numbers are understood as a technician types them', async () => {
  const { read, user } = show(ohms, bands);
  for (const typed of ['0,4', '4k7', ' 12.5 Ω ', 'ol', '-0']) {
    await user.clear(screen.getByRole('textbox'));
    await user.type(screen.getByRole('textbox'), `${typed}{Enter}`);
  }
  expect(read).toEqual([
    { value: { kind: 'number', value: 0.4 }, typed: '0,4' },
    { value: { kind: 'number', value: 4700 }, typed: '4k7' },
    { value: { kind: 'number', value: 12.5 }, typed: '12.5 Ω' },
    { value: { kind: 'overload' }, typed: 'ol' },
    { value: { kind: 'number', value: 0 }, typed: '-0' },
  ]);
});

test('what is no reading gets a sentence and stays in the field', async () => {
  const { read, user } = show(ohms, bands);
  await user.type(screen.getByRole('textbox'), '12 V{Enter}');
  expect(screen.getByRole('alert')).toHaveTextContent(/^Reading: expected ohms.*12 V.*\.$/);
  expect(screen.getByRole('textbox')).toHaveValue('12 V');
  expect(screen.getByRole('textbox')).toBeInvalid();
  await user.type(screen.getByRole('textbox'), '{Backspace}');
  expect(screen.getByRole('alert')).toBeEmptyDOMElement();
  expect(read).toEqual([]);
});

test('the keypad writes, deletes, and knows OL and a sign', async () => {
  const { read, user } = show({ instrument: 'voltmeter', at: 'F17.load' });
  const press = async (keys: readonly string[]) => {
    for (const name of keys) await user.click(within(pad()).getByRole('button', { name }));
  };
  const pad = () => screen.getByRole('group', { name: 'Keypad' });
  await press(['1', '2', '.', '4', '5', 'Delete', '−']);
  expect(screen.getByRole('textbox')).toHaveValue('-12.4');
  await press(['−']);
  await user.click(screen.getByRole('button', { name: 'Enter' }));
  expect(read).toEqual([{ value: { kind: 'number', value: 12.4 }, typed: '12.4' }]);
  expect(within(pad()).queryByRole('button', { name: 'OL' })).toBeNull();
});

test('the band that a number falls into is marked before it is entered', async () => {
  const { user } = show(ohms, bands);
  const marked = () =>
    screen.getAllByRole('listitem').filter((item) => item.className.includes('border-l-ink'));
  expect(marked()).toEqual([]);
  await user.type(screen.getByRole('textbox'), '0.2');
  expect(marked().map((item) => item.textContent)).toEqual(['Below 0.5 Ωmain feed33 %']);
  await user.clear(screen.getByRole('textbox'));
  await user.type(screen.getByRole('textbox'), 'OL');
  expect(marked().map((item) => item.textContent)).toEqual([expect.stringMatching(/^OL.*33 %$/)]);
});

test('an outcome is entered with one tap, and shown while it is held', async () => {
  const dark: ForeseenOutcome = {
    outcome: { kind: 'outcome', id: 'dark', name: 'Dark' },
    probability: 0.4,
    leaves: [],
    clears: [],
  };
  const { read, held, user } = show(lamp, [dark]);
  const button = screen.getByRole('button', { name: /Dark/ });
  fireEvent.pointerEnter(button);
  fireEvent.pointerLeave(button);
  expect(held).toEqual([dark, null]);
  await user.click(button);
  expect(read).toEqual([{ value: { kind: 'outcome', outcome: 'dark' }, typed: 'Dark' }]);
});

test('what is not sure is entered as that, once', async () => {
  const { read, user } = show(lamp);
  await user.click(screen.getByRole('button', { name: 'Not sure?' }));
  await user.click(screen.getByRole('button', { name: /^Dim/ }));
  await user.click(screen.getByRole('button', { name: /^Dark/ }));
  expect(read).toEqual([
    { value: { kind: 'outcome', outcome: 'dim' }, typed: 'Dim', unsure: true },
    { value: { kind: 'outcome', outcome: 'dark' }, typed: 'Dark' },
  ]);
});
