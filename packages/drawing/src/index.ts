export { harnessFigures } from './figures';
export type { Figure } from './figures';
export { keptLayout, layoutFrom, layoutMark } from './keptLayout';
export { sketchHarness } from './sketchHarness';
export { layoutHarness, figureMiddle } from './layoutHarness';
export type { HarnessLayout, Point } from './layoutHarness';
