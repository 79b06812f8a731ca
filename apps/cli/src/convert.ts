import type { Circuit } from '@grim-lantern/core';
import {
  restingState,
  spiceNetlist,
  stateSolver,
  wireListLosses,
  wireListRows,
  writeNotation,
} from '@grim-lantern/core';
import Papa from 'papaparse';
import { CliProblem } from './cliProblem';

const forms = ['text', 'json', 'csv', 'spice'] as const;

/** A circuit in another form, and what of it that form does not carry. @throws {CliProblem} on a form that is none of these */
export function convert(
  circuit: Circuit,
  to: string,
): { readonly text: string; readonly losses: readonly string[] } {
  if (to === 'text') return { text: writeNotation(circuit), losses: [] };
  if (to === 'json') return { text: `${JSON.stringify(circuit, null, 2)}\n`, losses: [] };
  if (to === 'csv') {
    const rows = wireListRows(circuit).map((row) => [...row]);
    return {
      text: `${Papa.unparse(rows, { escapeFormulae: true, newline: '\n' })}\n`,
      losses: wireListLosses(circuit),
    };
  }
  if (to !== 'spice') throw new CliProblem(`--to: Expected one of ${forms.join(', ')}.`, 2);
  const { network, solve } = stateSolver(circuit, restingState(circuit));
  const { joined, floating } = solve(null);
  return { text: spiceNetlist(network, joined, floating), losses: [] };
}
