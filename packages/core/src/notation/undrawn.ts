import type { FuseBox } from '../circuit/boxes/fuseBox';
import { undrawnName } from '../circuit/undrawn';
import { notationOfBoxes } from './fromFuseBoxes';

/**
 * What a job begins with where there is no diagram, in circuit notation: all fuses of the vehicle's boxes where they are known, else
 * its battery alone. What is found out is drawn into it.
 */
export function undrawnNotation(boxes: readonly FuseBox[], nominalVolts: 12 | 24): string {
  return (
    notationOfBoxes(boxes, undrawnName, nominalVolts) ??
    `circuit "${undrawnName}"\n${nominalVolts} V\nbattery.- > ground GB "battery ground"\n`
  );
}
