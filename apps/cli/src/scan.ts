import type { Circuit, Hypothesis, OperatingState } from '@grim-lantern/core';
import { hypothesesOf, instruction, partById, simulatedScan, stateWords } from '@grim-lantern/core';
import { CliProblem } from './cliProblem';

/** What every module says of its outputs and inputs, as a document. */
export function scanDocument(circuit: Circuit, state: OperatingState, fault: Hypothesis | null) {
  return {
    fault: fault === null ? null : `${fault.suspect}=${fault.name}`,
    items: simulatedScan(circuit, state, fault),
  };
}

/** The same as lines. */
export function scanText(circuit: Circuit, state: OperatingState, fault: Hypothesis | null): string {
  const { items, fault: named } = scanDocument(circuit, state, fault);
  const lines = items.map(
    ({ module, test, says }) => `  ${partById(circuit, module).name}: ${instruction(circuit, test)}: ${says}`,
  );
  return `${named ?? 'Nothing wrong'}; ${stateWords(circuit, state)}\n${lines.length === 0 ? '  no module answers' : lines.join('\n')}\n`;
}

/**
 * A fault from words such as `W09=open` or `K4=coil open`: a section or part, and how it fails.
 * @returns null for no words
 * @throws {CliProblem} naming what could be meant
 */
export function parseFault(circuit: Circuit, words: string): Hypothesis | null {
  if (words === '') return null;
  const [suspect = '', name = ''] = words.split('=');
  const own = hypothesesOf(circuit).filter((each) => each.suspect === suspect);
  const found = own.find((each) => each.name === name);
  if (found !== undefined) return found;
  const known = [...new Set(own.map((each) => `${suspect}=${each.name}`))];
  const expected = known.length === 0 ? 'a section or a part of this circuit' : known.join(', ');
  throw new CliProblem(`--fault ${words}: Expected ${expected}.`, 2);
}
