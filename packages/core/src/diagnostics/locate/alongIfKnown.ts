import type { Circuit } from '../../circuit/circuit';
import { sectionById } from '../../circuit/terminals';
import { assumedFigures } from '../../circuit/wireFigures';
import type { Predictor } from '../../inference/predictor';
import { sectionWithFigures } from '../../notation/editCircuit';
import { alongWire } from './locateShort';

/** A wire whose length was assumed may well be so many times as long. Judgement. */
const mayBeLonger = 2.5;

/** The search along a wire as it would be were its figures known, its length as great as it may well be where it was assumed. */
export function alongIfKnown(circuit: Circuit, section: string): Predictor {
  const wire = sectionById(circuit, section);
  const longer = assumedFigures(wire).includes('lengthMetres') ? mayBeLonger : 1;
  const figures = { lengthMetres: longer * wire.lengthMetres, areaMm2: wire.areaMm2 };
  return alongWire(sectionWithFigures(circuit, section, figures), section);
}
