import { playChain } from '../test/playChain';
import type { Figure } from './figure';

const lengths = Array.from({ length: 63 }, (_each, i) => i + 2);

/** How close to halving the plan comes on a bare wire: the most readings over every fault place, from 2 to 64 sections. */
export default function halving(): readonly Figure[] {
  return (
    [
      ['open', 'lamp-to-ground'],
      ['short to ground', 'clamp'],
    ] as const
  ).map(([kind, instrument]) => {
    const beyond = lengths.map(
      (count) => playChain(count, kind, instrument).most - Math.ceil(Math.log2(count)),
    );
    return {
      name: `${kind} among 2 to 64 sections: readings beyond ceil(log2 N), at worst`,
      value: Math.max(...beyond),
      unit: '',
      bar: { at: 'most', value: 0 },
    };
  });
}
