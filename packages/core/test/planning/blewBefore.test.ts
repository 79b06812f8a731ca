import { withApart, withCavity, withControl } from '../../src/circuit/operatingState';
import { restingState } from '../../src/circuit/restingState';
import { blewBefore } from '../../src/planning/blewBefore';
import { usualKit } from '../../src/planning/kit';
import { nextActions } from '../atOnce';
import type { TakenReading } from '../../src/inference/takenReading';
import { createPredictor } from '../../src/inference/predictor';
import { inferPosterior } from '../../src/inference/posterior';
import { seededRandom } from '../../src/statistics/seededRandom';
import { families } from '../session/realistic/families';

const horn = families.find(({ name }) => name === 'horn')!.draw(seededRandom(5));
const rest = restingState(horn);
const pressed = withControl(rest, 'horn', 'pressed');
const blown: TakenReading = {
  id: 'blown',
  test: { instrument: 'fresh-fuse', at: 'F1' },
  state: pressed,
  value: { kind: 'outcome', outcome: 'blows' },
};
const again = blewBefore([blown]);

test('a fuse blows again with the same on and nothing more apart; not with the load off, the lamp in, or the button free', () => {
  expect(again(pressed)).toBe('F1');
  expect(again(withApart(pressed, 'H1', true))).toBeNull();
  expect(again(withCavity(pressed, 'F1', { kind: 'lamp', watts: 21 }))).toBeNull();
  expect(again(rest)).toBeNull();
  expect(again({ ...pressed, batteryConnected: false })).toBeNull();
  // Seen with the horn off: with the horn on it blows all the more.
  const off = { ...blown, state: withApart(pressed, 'H1', true) };
  expect(blewBefore([off])(pressed)).toBe('F1');
  expect(blewBefore([{ ...blown, value: { kind: 'outcome', outcome: 'holds' } }])(pressed)).toBeNull();
});

test('no plan fits a fresh fuse where one has just been seen to blow', () => {
  const predictor = createPredictor(horn);
  const site = { state: withCavity(pressed, 'F1', { kind: 'open' }), at: null, stripped: [] };
  const limits = { refused: [], taken: [blown], shownIn: pressed.controls, ...usualKit };
  const actions = nextActions(predictor, inferPosterior(predictor, [blown]), site, limits, 30);
  expect(actions.length).toBeGreaterThan(2);
  for (const { state } of actions) expect(again(state)).toBeNull();
});
