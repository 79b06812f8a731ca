import type { Circuit, TerminalRef } from '@grim-lantern/core';
import { useState } from 'react';

/** The end that a circuit grows at, and whether a hand chose it. */
interface Aim {
  readonly end: TerminalRef;
  readonly tapped: boolean;
}

/**
 * The end aimed at, as long as it is there; one that came by itself only until something is wired to it.
 * @param open - ends that nothing is wired to
 */
export function useAim(circuit: Circuit, open: readonly TerminalRef[], first: TerminalRef | null) {
  const [aim, setAim] = useState<Aim | null>(first === null ? null : { end: first, tapped: false });
  return {
    end: endOf(circuit, aim, open),
    tap: (end: TerminalRef) => setAim({ end, tapped: true }),
    goOn: (end: TerminalRef | null) => setAim(end === null ? null : { end, tapped: false }),
  };
}

function endOf({ parts }: Circuit, aim: Aim | null, open: readonly TerminalRef[]): TerminalRef | null {
  if (aim === null) return null;
  const part = parts.find(({ id }) => aim.end.startsWith(`${id}.`));
  if (part === undefined) return null;
  return aim.tapped || part.kind === 'splice' || open.includes(aim.end) ? aim.end : (open[0] ?? null);
}
