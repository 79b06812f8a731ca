import { playChain } from '../test/playChain';
import type { Figure } from './figure';

/** How close to halving the plan comes on a bare wire: the most readings over every fault place. */
export default function halving(): readonly Figure[] {
  const lengths = [8, 33, 64];
  return lengths.flatMap((count) => {
    const bar = { at: 'most', value: Math.ceil(Math.log2(count)) } as const;
    return [
      {
        name: `readings to find an open among ${count} sections, at worst`,
        value: playChain(count, 'open', 'lamp-to-ground').most,
        unit: '',
        bar,
      },
      {
        name: `readings to find a short among ${count} sections, at worst`,
        value: playChain(count, 'short to ground', 'clamp').most,
        unit: '',
        bar,
      },
    ];
  });
}
