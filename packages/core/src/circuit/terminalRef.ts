/** `PART.TERMINAL`, for example `K4.coilFeed` or `C7.1b`. Part ids hold no full stop. */
export type TerminalRef = `${string}.${string}`;

/** The id of the part that a terminal belongs to. */
export function partIdOf(terminal: TerminalRef): string {
  return terminal.slice(0, terminal.indexOf('.'));
}
