import { compareWithOracle } from './oracle';

/** Circuits and states drawn; `./lantern bench oracle` draws thousands. */
const draws = 260;

test(`the fast path shows what the circuit compiled with the fault shows: ${draws} circuits and states, seeds 0 to ${draws - 1}`, () => {
  let compared = 0;
  const found = Array.from({ length: draws }, (_each, seed) => compareWithOracle(seed)).flatMap((each) => {
    compared += each.compared;
    return each.disagreements;
  });
  expect(compared).toBe(draws * 8 * 40);
  expect(found.slice(0, 3)).toEqual([]);
}, 120_000);
