import fc from 'fast-check';
import type { OperatingState } from '../../src/circuit/operatingState';
import { withApart, withCavity, withControl } from '../../src/circuit/operatingState';
import { restingState } from '../../src/circuit/restingState';
import { movesBetween } from '../../src/planning/moves';
import { library } from '../library';

const rest = restingState(library);
/** Any state of the library's controls, two of its fuses, a relay, a connector and the battery. */
const anyState = fc
  .record({
    positions: fc.array(fc.nat(5), {
      minLength: library.controls.length,
      maxLength: library.controls.length,
    }),
    fills: fc.array(fc.constantFrom('fuse', 'open', 'lamp'), { minLength: 2, maxLength: 2 }),
    apart: fc.subarray(['K4', 'C7']),
    batteryConnected: fc.boolean(),
  })
  .map(({ positions, fills, apart, batteryConnected }): OperatingState => {
    const set = library.controls.reduce(
      (state, { id, positions: all }, i) => withControl(state, id, all[positions[i]! % all.length]!.id),
      { ...rest, batteryConnected },
    );
    const filled = ['F17', 'F4'].reduce(
      (state, fuse, i) =>
        withCavity(
          state,
          fuse,
          fills[i] === 'lamp' ? { kind: 'lamp', watts: 21 } : { kind: fills[i] as 'fuse' },
        ),
      set,
    );
    return apart.reduce((state, part) => withApart(state, part, true), filled);
  });

test('hands are out before anything is switched on, and what is switched off is off before they go in', () => {
  fc.assert(
    fc.property(anyState, anyState, (from, to) => {
      const moves = movesBetween(library, from, to);
      const order = moves.map((move) => {
        if (move.kind !== 'control') return 'hands';
        const rests = library.controls.find(({ id }) => id === move.control)!.positions[0]!.id;
        return move.position === rests ? 'off' : 'on';
      });
      const rank = { off: 0, hands: 1, on: 2 };
      const ranks = order.map((each) => rank[each]);
      expect(ranks).toEqual([...ranks].sort());
      // A battery comes off before any other hand goes in, and on after the last.
      const battery = moves.findIndex(({ kind }) => kind === 'battery');
      const hands = moves.flatMap(({ kind }, i) => (kind === 'control' || kind === 'battery' ? [] : [i]));
      if (battery >= 0 && hands.length > 0) {
        if (to.batteryConnected) expect(battery).toBeGreaterThan(Math.max(...hands));
        else expect(battery).toBeLessThan(Math.min(...hands));
      }
    }),
  );
});
