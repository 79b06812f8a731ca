import type { ReadTrace } from './readTrace';
import { traceReader } from './readTrace';
import type { TraceRefusal } from './sniffTrace';
import type { TraceHeader } from './traceFile';
import { isTraceFile, traceFileReader } from './traceFile';

/** What was read, from a file of either sort. */
export type FoundTrace = Pick<ReadTrace, 'trace' | 'badLines' | 'firstBad' | 'gaps'>;

export interface EitherReader {
  readonly push: (bytes: Uint8Array) => TraceRefusal | null;
  readonly end: () => FoundTrace | TraceRefusal;
}

/**
 * A reader for an export or for a `grim-lantern/trace` file, told apart by the first bytes. The latter is read whole or
 * not at all: it has no bad lines.
 * @param checked - the header of such a file, checked; or why it is none
 */
export function eitherReader(
  first: Uint8Array,
  checked: (document: unknown) => TraceHeader | TraceRefusal,
): EitherReader {
  if (!isTraceFile(first)) return traceReader();
  const { push, end } = traceFileReader(checked);
  return {
    push,
    end() {
      const found = end();
      return 'refused' in found ? found : { trace: found.trace, badLines: 0, firstBad: [], gaps: 0 };
    },
  };
}
