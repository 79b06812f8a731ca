import type { Hazard } from '../circuit/circuit';
import type { HazardKind } from '../circuit/parts/effect';

/**
 * How often each kind of fault is the cause, relative to the others, per metre of plain wiring. Judgement of the
 * trade, not counts; only their ratios matter.
 */
export const faultRates = {
  'short to ground': 1,
  'wet path to ground': 0.25,
  'short to battery': 0.1,
  open: 0.6,
  'added resistance': 0.3,
  'short to wire': 0.15,
} as const;

export type FaultName = keyof typeof faultRates;
/** Whose hazards make each kind likelier. */
export const hazardOf: Readonly<Record<FaultName, HazardKind>> = {
  'short to ground': 'short to ground',
  'wet path to ground': 'wet path to ground',
  'short to battery': 'short to ground',
  open: 'open',
  'added resistance': 'open',
  'short to wire': 'short to ground',
};

/** How many times likelier a hazard at a place makes each kind there. Judgement, as above. */
export const hazardFactors: Readonly<Record<Hazard, Readonly<Record<HazardKind, number>>>> = {
  heat: { 'short to ground': 3, 'wet path to ground': 1, open: 2 },
  rub: { 'short to ground': 6, 'wet path to ground': 2, open: 2 },
  flex: { 'short to ground': 4, 'wet path to ground': 1, open: 8 },
  vibration: { 'short to ground': 2, 'wet path to ground': 1, open: 2 },
  water: { 'short to ground': 2, 'wet path to ground': 10, open: 3 },
  'earlier-work': { 'short to ground': 4, 'wet path to ground': 1, open: 4 },
};

/**
 * A wire that is live at any time with no fuse before it burns where it is shorted: it comes in with smoke, not with a lamp
 * that is dark. From so many amps on, and how much rarer that is met as anything else. Judgement.
 */
export const burningAmps = 15;
export const burntShare = 0.1;

/** Share of all faults that come and go, unless the complaint says that this one does. Judgement. */
export const comesAndGoesShare = { usually: 0.01, told: 0.7 };
/** How often a fault that comes and goes is there while a reading is taken. Judgement. */
export const presentShare = 0.3;
/** How much rarer two causes at once are than the one of them alone would make them. Judgement. */
export const pairShare = 0.06;

/** How much rarer any other two wires of a loom melt together than two that are worn side by side. Judgement. */
export const unwornPairShare = 0.2;

/** Share of the chances that nothing on this circuit is wrong while it is being read. Judgement. */
export const nothingWrongShare = 0.02;

/**
 * The ohms that stand for a short to ground, solid and wet: each for the range halfway to its neighbours on a
 * logarithmic scale.
 */
export const solidOhmsGrid: readonly number[] = [0.02, 0.06, 0.15, 0.35, 0.8, 2, 6];
export const wetOhmsGrid: readonly number[] = [15, 45, 130, 400, 1000, 2500];
/** The ohms that stand for a short to a fed wire, and for a crimp or a strand that has given way. */
export const batteryShortOhmsGrid: readonly number[] = [0.1, 1, 10];
export const wireShortOhmsGrid: readonly number[] = [0.1];
export const addedOhmsGrid: readonly number[] = [0.1, 0.3, 1, 3, 10, 40];
