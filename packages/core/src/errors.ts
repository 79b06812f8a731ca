/** Stable codes of every error that core throws; the boundary maps them to sentences and HTTP statuses. */
export type CoreErrorCode =
  | 'circuit/unknown-terminal'
  | 'circuit/unknown-part'
  | 'circuit/unknown-section'
  | 'circuit/ohms'
  | 'circuit/too-large'
  | 'circuit/overlay'
  | 'notation/line'
  | 'solver/singular'
  | 'solver/structure'
  | 'solver/no-convergence'
  | 'instrument/unknown'
  | 'instrument/target';

/**
 * A broken contract: who required what, and what came instead. Expected outcomes (a floating wire, readings that
 * contradict each other) are values, never errors.
 */
export class CoreError extends Error {
  constructor(
    readonly code: CoreErrorCode,
    message: string,
    readonly details: Readonly<Record<string, string | number>> = {},
  ) {
    super(message);
    this.name = 'CoreError';
  }
}
