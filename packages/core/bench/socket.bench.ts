import { socketTrials } from '../test/diagnostics/relays/socketTrials';
import type { Figure } from './figure';

/** Faults tried at a socket; `GRIM_LANTERN_JOBS` asks for more or fewer. */
const trials = Number(process.env['GRIM_LANTERN_JOBS'] ?? 1000);

/** One fault in a random relay circuit, all that can be read at the socket entered: how often its quarter comes first. */
export default function socket(): readonly Figure[] {
  const { complaints, right } = socketTrials(trials, 7);
  return [
    {
      name: `${complaints} faults in random relay circuits, all pins read: the right quarter first`,
      value: (100 * right) / complaints,
      unit: '%',
      bar: { at: 'least', value: 99 },
    },
  ];
}
