import type { Circuit } from '../circuit/circuit';
import { placeById, sectionById, terminalName } from '../circuit/terminals';
import type { Located } from '../locate/locateShort';

/** Where along a wire a short lies, as one tells it to the hand that goes there, or that it cannot be told. */
export function locatedWords(
  circuit: Circuit,
  { section, metres, errorMetres, place, told }: Located,
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
