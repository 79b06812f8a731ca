import { readNotation, terminalName } from '@grim-lantern/core';
import { render, screen } from '@testing-library/react';
import { Drawing } from '../../../src/features/circuits/Drawing';
import type { HarnessLayout } from '@grim-lantern/drawing';
import type { DrawnCircuit } from '../../../src/features/harness/useHarnessLayout';

/** What the last layout is of: it comes later than what is typed. */
let drawn: DrawnCircuit | null = null;
jest.mock('../../../src/features/harness/useHarnessLayout', () => ({ useGrowingLayout: () => drawn }));

const before = readNotation('battery > fuse 5 20A > lamp left 21W').circuit;
const after = readNotation('battery > fuse 5 20A > lamp left 21W\nF5 > horn high 5A').circuit;
const layoutWith = (terminals: HarnessLayout['terminals']): HarnessLayout => ({
  width: 400,
  height: 200,
  figures: [],
  terminals,
  wires: new Map(),
});
const horn = after.parts.find(({ kind }) => !before.parts.some((part) => part.kind === kind))!;
const end = `${horn.id}.2` as const;

test.each([false, true])(
  'an end that is not laid out yet has no flag, and fails nothing (joining: %s)',
  (joining) => {
    drawn = { circuit: before, layout: layoutWith(new Map()) };
    render(<Drawing circuit={after} end={end} chosen={null} joining={joining} onPoint={() => undefined} />);
    expect(screen.getByRole('group', { name: 'Harness map' })).toBeVisible();
    expect(screen.queryByTestId('probe-flag')).toBeNull();
  },
);

test('once it is laid out, the flag says what the end joins', () => {
  drawn = { circuit: after, layout: layoutWith(new Map([[end, { x: 100, y: 100 }]])) };
  render(<Drawing circuit={after} end={end} chosen={null} joining onPoint={() => undefined} />);
  expect(screen.getByTestId('probe-flag')).toHaveTextContent(`${terminalName(after, end)} joins …`);
});
