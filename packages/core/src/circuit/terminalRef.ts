/** `PART.TERMINAL`, for example `K4.coilFeed` or `C7.1b`. Part ids hold no full stop. */
export type TerminalRef = `${string}.${string}`;

/** A terminal's name within its part: `coilFeed`, `1b`. */
export function terminalIn(terminal: TerminalRef): string {
  return terminal.slice(terminal.indexOf('.') + 1);
}

/** The id of the part that a terminal belongs to. */
export function partIdOf(terminal: TerminalRef): string {
  return terminal.slice(0, terminal.indexOf('.'));
}
