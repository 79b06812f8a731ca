import type { Circuit } from '../circuit/circuit';
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
): string {
  const { from, lengthMetres } = sectionById(circuit, section);
  const at = place === null ? '' : `: ${placeById(circuit, place)?.name ?? place}`;
  if (!told) {
    return `Where along its ${metresWords(lengthMetres)} these readings cannot tell. Look first where it is worn most easily${at}.`;
  }
  return `About ${metresWords(metres)} from ${terminalName(circuit, from)}, ± ${metresWords(errorMetres)}${at}.`;
}

function metresWords(metres: number): string {
  return metres < 1 ? `${Math.max(1, Math.round(metres * 20) * 5)} cm` : `${metres.toFixed(1)} m`;
}
