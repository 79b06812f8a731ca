import { compareWithOracle } from '../test/solver/oracle';
import type { Figure } from './figure';

/** Circuits and states drawn; the tests draw a tenth of them. */
const draws = 2600;

/** The fast path against the circuit compiled with the fault and solved anew: any state, fault and instrument. */
export default function oracle(): readonly Figure[] {
  let [compared, disagree] = [0, 0];
  for (let seed = 0; seed < draws; seed++) {
    const found = compareWithOracle(seed);
    compared += found.compared;
    disagree += found.disagreements.length;
  }
  return [
    { name: `predictions compared, ${draws} circuits and states`, value: compared, unit: '', bar: null },
    {
      name: 'predictions that are not what the compiled circuit shows',
      value: disagree,
      unit: '',
      bar: { at: 'most', value: 0 },
    },
  ];
}
