import { expectedAmps } from '@grim-lantern/core';
import type { Circuit, OperatingState } from '@grim-lantern/core';
import { useMemo } from 'react';

/** What a healthy circuit draws through a fuse in a state, amps; null where there is no fuse. */
export function useExpected(
  circuit: Circuit,
  state: OperatingState,
  fuse: string | undefined,
): number | null {
  return useMemo(
    () => (fuse === undefined ? null : expectedAmps(circuit, state, fuse)),
    [circuit, state, fuse],
  );
}
