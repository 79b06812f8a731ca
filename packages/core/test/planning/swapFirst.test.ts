import { withControl } from '../../src/circuit/operatingState';
import { restingState } from '../../src/circuit/restingState';
import type { JobEvent } from '../../src/job/events';
import { readNotation } from '../../src/notation/readNotation';
import type { Kit } from '../../src/planning/kit';
import { usualKit } from '../../src/planning/kit';
import { openCircuit } from '../../src/session/circuitSession';
import { openJob } from '../../src/session/jobSession';

/** Two fans, each by a relay like the other's. */
const { circuit } = readNotation(`battery.- > ground GB
battery > fuse 21 20A > relay K1.30
battery > fuse 22 20A > relay K2.30
K1.87 > connector C1 > fan left 120W > ground G1
K2.87 > connector C2 > fan right 120W > ground G2
fuse 21 > K1.86
fuse 22 > K2.86
K1.85 > switch cool > ground G3
K2.85 > switch heat > ground G4`);
const on = withControl(restingState(circuit), 'switch-cool', 'on');
let made = 0;
const seen = (
  instrument: 'load' | 'fuse-check' | 'lamp-to-ground',
  at: string,
  outcome: string,
): JobEvent => ({
  type: 'reading-taken',
  test: { instrument, at },
  state: on,
  value: { kind: 'outcome', outcome },
  typed: outcome,
  id: `e${++made}`,
  author: 'a',
  at: '2026-12-01T08:00:00Z',
});
const dead = [seen('load', 'fan-left', 'dead'), seen('fuse-check', 'F21', 'whole')];
const dark = [...dead, seen('lamp-to-ground', 'K1.normallyOpen', 'dark')];
const first = (events: readonly JobEvent[], swaps: Kit['swaps']) =>
  openJob(openCircuit(circuit), events).plan({ ...usualKit, swaps })[0]!;
const exchanges = ({ work }: ReturnType<typeof first>) => work.moves.some(({ kind }) => kind === 'renewal');

test('whoever swaps first exchanges the relay as soon as it is likely enough, and sees whether the fault goes with it', () => {
  const next = first(dark, 'first');
  expect(next.test).toEqual({ instrument: 'load', at: 'fan-left' });
  expect(next.work.moves).toEqual([{ kind: 'renewal', part: 'K1', renewed: true }]);
  // Before anything points at it nobody takes it out, and others read its pins.
  expect(exchanges(first(dead, 'first'))).toBe(false);
  expect(exchanges(first(dark, 'by worth'))).toBe(false);
  expect(exchanges(first(dark, 'never'))).toBe(false);
});
