import type { OperatingState } from '../circuit/operatingState';
import { stateKey } from '../circuit/operatingState';
import type { ReadingValue } from '../instruments/instrument';
import type { Test } from '../instruments/instruments';
import type { PastState } from './openedBefore';

/** A reading as evidence. */
export interface TakenReading {
  readonly id: string;
  readonly test: Test;
  readonly state: OperatingState;
  readonly value: ReadingValue;
  /** Whether whoever took it doubts it; they are sure when absent. */
  readonly unsure?: true | undefined;
  /** Whether the customer told it: it was seen many times, not looked at once. */
  readonly told?: true | undefined;
  /** How many repairs of the job had been done by then; none when absent. */
  readonly afterRepairs?: number;
  /** The states that the vehicle was in before it, in order; and the fuse that was seen to be whole then. */
  readonly before?: readonly PastState[];
}

/** Equal for two readings that ask the same: instrument, point and state. */
export function questionOf({ test, state }: Pick<TakenReading, 'test' | 'state'>): string {
  return `${test.instrument} ${test.at} ${stateKey(state)}`;
}
