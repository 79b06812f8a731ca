import { optimalMinutes, plannedMinutes, randomSearch } from '../test/randomSearch';
import type { Figure } from './figure';

const searches = 300;

/** Expected minutes as planned, against the least of any policy, over random searches of up to ten faults. */
export default function optimum(): readonly Figure[] {
  const ratios = Array.from({ length: searches }, (_each, seed) => {
    const search = randomSearch(seed + 1);
    const best = optimalMinutes(search);
    return best === 0 ? 1 : plannedMinutes(search) / best;
  });
  const name = `minutes as planned ÷ exact optimum, ${searches} random searches`;
  const mean = ratios.reduce((sum, each) => sum + each, 0) / searches;
  return [
    { name: `${name}, mean`, value: mean, unit: '', bar: { at: 'most', value: 1.05 } },
    { name: `${name}, worst`, value: Math.max(...ratios), unit: '', bar: { at: 'most', value: 1.25 } },
  ];
}
