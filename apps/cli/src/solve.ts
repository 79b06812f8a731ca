import type { Circuit, OperatingState, Solution } from '@grim-lantern/core';
import { stateSolver } from '@grim-lantern/core';

/** Digits that are shown: more than any instrument has. */
const digits = 6;

/** A circuit solved in a state, as a document: volts by terminal (null where it floats), amps by section. */
export function solveDocument(circuit: Circuit, state: OperatingState) {
  const solution = stateSolver(circuit, state).solve(null);
  return {
    volts: Object.fromEntries(voltsByTerminal(solution)),
    amps: Object.fromEntries(
      circuit.sections.map(({ id }) => [id, rounded(solution.sectionAmps(id, 'from'))] as const),
    ),
    floating: voltsByTerminal(solution).flatMap(([terminal, volts]) => (volts === null ? [terminal] : [])),
    blown: solution.blown,
    chatters: solution.chatters,
  };
}

/** The same as lines. */
export function solveText(circuit: Circuit, state: OperatingState): string {
  const { volts, amps, blown, chatters } = solveDocument(circuit, state);
  const column = (name: string) => name.padEnd(24);
  const lines = [
    'Volts to the body',
    ...Object.entries(volts).map(([terminal, value]) => `  ${column(terminal)}${value ?? 'floating'}`),
    'Amps, from each section’s first end to its second',
    ...Object.entries(amps).map(([section, value]) => `  ${column(section)}${value}`),
    ...(blown.length === 0 ? [] : [`Blown: ${blown.join(', ')}`]),
    ...(chatters === null ? [] : [`Chatters: ${chatters}`]),
  ];
  return `${lines.join('\n')}\n`;
}

function voltsByTerminal({
  network,
  volts,
  floating,
}: Solution): readonly (readonly [string, number | null])[] {
  return [...network.nodeOf].map(
    ([terminal, node]) => [terminal, floating(node) ? null : rounded(volts(node))] as const,
  );
}

function rounded(value: number): number {
  return Math.abs(value) < 1e-9 ? 0 : Number(value.toPrecision(digits));
}
