import type { BoxCavity, FuseBox } from '@grim-lantern/core';
import { cavitiesFrom, fuseBoxTable } from '@grim-lantern/core';
import { firstProblem, fuseBoxSchema } from '@grim-lantern/contract';
import Papa from 'papaparse';

/** A box's cavities as CSV, its heading first. */
export function fuseBoxCsv(centre: FuseBox): string {
  return Papa.unparse(
    fuseBoxTable(centre).map((row) => [...row]),
    { escapeFormulae: true, newline: '\r\n' },
  );
}

export type CavitiesRead = ReturnType<typeof cavitiesFrom>;

/** Rows pasted from a spreadsheet, or a CSV file: tab, semicolon or comma, as they come. */
export function readRows(text: string, rowsDown: number): CavitiesRead {
  const { data } = Papa.parse<string[]>(text.trim(), { delimitersToGuess: ['\t', ';', ','] });
  return cavitiesFrom(data, rowsDown, 'regular blade');
}

/** A box from a file, JSON or CSV; or the sentence that says what does not fit. */
export function readFuseBoxFile(name: string, text: string): FuseBox | string {
  if (!/\.json$/i.test(name)) {
    const rows = readRows(text, 10);
    return rows.kind === 'flaw' ? rows.message : boxOf(name.replace(/\.\w+$/, ''), rows.cavities, rows);
  }
  let document: unknown;
  try {
    document = JSON.parse(text);
  } catch {
    return 'The file is not JSON.';
  }
  const parsed = fuseBoxSchema.safeParse(document);
  return parsed.success ? parsed.data : firstProblem(parsed.error).message;
}

/** A box that holds some cavities, not turned. */
export function boxOf(
  name: string,
  cavities: readonly BoxCavity[],
  { columns, rows }: { readonly columns: number; readonly rows: number },
): FuseBox {
  return { name, place: '', columns, rows, turned: 0, cavities };
}
