/**
 * Every bound of the solver, in one place.
 *
 * Newton's iteration on filaments stops when no filament's current differs from its linearisation by more than
 * this share of itself (plus a nanoamp, far below what any instrument shows).
 */
export const filamentRelativeTolerance = 1e-9;
/** The same after a fault's update, where a filament that hardly moves is spared: far inside what an eye or a meter tells. */
export const filamentUpdateTolerance = 1e-5;
export const filamentAbsoluteAmps = 1e-9;
/** Filament currents are monotone in their voltages, so Newton needs few rounds; this many means it cycles. */
export const newtonRounds = 80;
/** A pivot below this share of the matrix's largest entry counts as zero. */
export const pivotShare = 1e-14;
/** Siemens that hold one node of a floating group in place while the rest is solved; no current flows in it. */
export const gminSiemens = 1;
/** The least resistance of a section, ohms: shorter wires would only worsen the matrix. */
export const leastSectionOhms = 1e-4;
/**
 * An element that carries all but this share of what passes between its ends is not cut by an update: of the
 * sixteen digits, those of the share would be lost.
 */
export const leastLeft = 1e-6;
/** A fuse that carries within this factor of what opens it may open or hold. Judgement: fuses of a rating, and loads, vary. */
export const nearLimit = 1.15;
