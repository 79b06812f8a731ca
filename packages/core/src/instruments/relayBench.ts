import { partById } from '../circuit/terminals';
import { defineInstrument } from './instrument';
import { inWithin } from './probe';

/** The verdicts, in their order. */
const verdicts = [
  { id: 'good', name: 'Good' },
  { id: 'coil', name: 'Coil bad' },
  { id: 'contact', name: 'Contact bad' },
  { id: 'wrong-type', name: 'Wrong type' },
] as const;
export type BenchOutcome = (typeof verdicts)[number]['id'];

/** Share of bench tests that say something else than what the relay is. Judgement. */
const wrongShare = 0.02;
/** Share of burnt contacts that carry the bench's current well enough to pass. Judgement. */
const burntPasses = 0.1;

const shown: Readonly<Record<number, BenchOutcome>> = {
  [inWithin.sound]: 'good',
  [inWithin.coil]: 'coil',
  [inWithin.stuck]: 'contact',
  [inWithin.burnt]: 'contact',
  [inWithin.wrongType]: 'wrong-type',
};

/** The relay alone on the bench: coil, contacts at rest and pulled, and their drop under current. */
export const relayBench = defineInstrument({
  id: 'relay-bench',
  name: 'relay on the bench',
  flag: 'take it out',
  display: { kind: 'outcomes', outcomes: verdicts },
  electrical: false,
  minutes: 5,
  targets: (circuit) => circuit.parts.flatMap(({ id, kind }) => (kind === 'relay' ? [id] : [])),
  place: (circuit, at) => partById(circuit, at).place,
  instruction: (circuit, at) => `Test ${partById(circuit, at).name} by itself, coil and contacts`,
  mayPropose: (_circuit, state, at) => state.apart.includes(at),
  connect(_setting, at) {
    return {
      probe: { kind: 'within', part: at },
      show(found) {
        const own = shown[found] ?? 'good';
        const passes = found === inWithin.burnt ? burntPasses : 0;
        const chances = verdicts.map(({ id }) => {
          const fits = (id === own ? 1 - passes : 0) + (id === 'good' ? passes : 0);
          return (1 - wrongShare) * fits + wrongShare / verdicts.length;
        });
        return { kind: 'outcomes', chances };
      },
    };
  },
});
