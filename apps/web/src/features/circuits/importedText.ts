import { circuitSchema, firstProblem } from '@grim-lantern/contract';
import type { WireListShape } from '@grim-lantern/core';
import { notationFromWireList, wireListShape, writeNotation } from '@grim-lantern/core';
import Papa from 'papaparse';

/** Longest paste or file that is read, in characters. */
export const longestImport = 2_000_000;

/** What was pasted: text that can be drawn, a table whose columns want a meaning, or neither, in one sentence. */
export type Imported =
  | { readonly kind: 'text'; readonly text: string }
  | { readonly kind: 'table'; readonly rows: readonly (readonly string[])[]; readonly shape: WireListShape }
  | { readonly kind: 'flaw'; readonly message: string };

/** Reads what was pasted: a circuit in JSON, rows of a spreadsheet, or circuit text. */
export function importedText(pasted: string): Imported {
  const text = pasted.trim();
  if (text.length > longestImport) {
    return {
      kind: 'flaw',
      message: 'That is longer than a circuit can be: expected at most 2,000,000 characters.',
    };
  }
  if (text.startsWith('{')) return importedJson(text);
  const rows = Papa.parse<string[]>(text, { skipEmptyLines: true, delimitersToGuess: ['\t', ',', ';'] }).data;
  const isTable =
    rows.length > 1 &&
    rows.filter((row) => row.length >= 2).length > rows.length / 2 &&
    !/[>→]/.test(text.split('\n')[0] ?? '');
  if (!isTable) return { kind: 'text', text: pasted };
  const shape = wireListShape(rows);
  // What every column of it means is known: nothing to ask.
  const known =
    shape.heading && shape.columns.every((each) => each !== null) && shape.columns.includes('from');
  return known ? { kind: 'text', text: notationFromWireList(rows, shape) } : { kind: 'table', rows, shape };
}

function importedJson(text: string): Imported {
  let document: unknown;
  try {
    document = JSON.parse(text);
  } catch {
    return { kind: 'flaw', message: 'It starts as JSON and cannot be read as such: is it whole?' };
  }
  const parsed = circuitSchema.safeParse(document);
  return parsed.success
    ? { kind: 'text', text: writeNotation(parsed.data) }
    : { kind: 'flaw', message: `It is no circuit that can be drawn. ${firstProblem(parsed.error).message}` };
}
