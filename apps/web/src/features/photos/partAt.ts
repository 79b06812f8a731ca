import type { Circuit, TerminalRef } from '@grim-lantern/core';
import { partIdOf } from '@grim-lantern/core';

/** The part that a hand is at where a target is measured: the part itself, that of a terminal, or that at the end of a wire. */
export function partAt({ parts, sections }: Circuit, target: string): string | null {
  const [at = ''] = target.split('~');
  const [wire, end] = at.split('@');
  const section = end === undefined ? undefined : sections.find(({ id }) => id === wire);
  const terminal = section === undefined ? at : end === 'from' ? section.from : section.to;
  const id = terminal.includes('.') ? partIdOf(terminal as TerminalRef) : terminal;
  return parts.some((each) => each.id === id) ? id : null;
}
