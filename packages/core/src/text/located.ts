import type { Circuit } from '../circuit/circuit';
import { assumedFigures } from '../circuit/wireFigures';
import type { LengthUnit } from './lengths';
import { lengthWords } from './lengths';
import { placeById, sectionById, terminalName } from '../circuit/terminals';

/** Where along a wire's section something lies: metres from its "from" end, give or take. */
interface AlongWire {
  readonly section: string;
  readonly metres: number;
  readonly errorMetres: number;
  /** The place that it is then at; null where the wire passes none. */
  readonly place: string | null;
  /** Whether the readings say more than where a wire is usually worn. */
  readonly told: boolean;
}

/** Where along a wire a short lies, as one tells it to the hand that goes there, or that it cannot be told. */
export function locatedWords(
  circuit: Circuit,
  { section, metres, errorMetres, place, told }: AlongWire,
  unit: LengthUnit = 'm',
): string {
  const wire = sectionById(circuit, section);
  const { from, to, lengthMetres } = wire;
  const at = place === null ? '' : `: ${placeById(circuit, place)?.name ?? place}`;
  if (!told) {
    return `These readings cannot tell where along its ${lengthWords(lengthMetres, unit)} it is. Look first where it wears most easily${at}.`;
  }
  // Metres of a wire that nobody measured are no metres.
  if (assumedFigures(wire).length > 0) {
    const share = Math.round((10 * metres) / lengthMetres) * 10;
    return `Some ${share} % of the way from ${terminalName(circuit, from)} to ${terminalName(circuit, to)}, if the wire is as it was assumed to be.`;
  }
  return `About ${lengthWords(metres, unit)} from ${terminalName(circuit, from)}, ± ${lengthWords(errorMetres, unit)}${at}.`;
}
