import { circuitSchema, firstProblem } from '@grim-lantern/contract';
import { notationFromWireList, writeNotation } from '@grim-lantern/core';
import Papa from 'papaparse';

/** Longest paste or file that is read, in characters. */
export const longestImport = 2_000_000;

/** What was pasted as circuit text, and what there is to say of it; null where it is nothing that can be drawn. */
export function importedText(pasted: string): { readonly text: string | null; readonly told: string | null } {
  const text = pasted.trim();
  if (text.length > longestImport)
    return {
      text: null,
      told: 'That is longer than a circuit can be: expected at most 2,000,000 characters.',
    };
  if (text.startsWith('{')) return importedJson(text);
  const rows = Papa.parse<string[]>(text, { skipEmptyLines: true, delimitersToGuess: ['\t', ',', ';'] }).data;
  const isTable =
    rows.length > 1 &&
    rows.filter((row) => row.length >= 2).length > rows.length / 2 &&
    !/[>→]/.test(text.split('\n')[0] ?? '');
  if (!isTable) return { text: pasted, told: null };
  const { text: lines, ignored } = notationFromWireList(rows);
  const told = ignored.length === 0 ? null : `Columns that were left out: ${ignored.join(', ')}.`;
  return { text: lines, told };
}

function importedJson(text: string): { readonly text: string | null; readonly told: string | null } {
  let document: unknown;
  try {
    document = JSON.parse(text);
  } catch {
    return { text: null, told: 'It starts as JSON and cannot be read as such: is it whole?' };
  }
  const parsed = circuitSchema.safeParse(document);
  return parsed.success
    ? { text: writeNotation(parsed.data), told: null }
    : { text: null, told: `It is no circuit that can be drawn. ${firstProblem(parsed.error).message}` };
}
