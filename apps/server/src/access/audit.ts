import type { AuditLine } from '@grim-lantern/contract';
import type { Transaction } from 'sequelize';
import { QueryTypes } from 'sequelize';
import type { Database } from '../database/database';

/** What is written down about who did what. */
export interface Deed {
  readonly workshopId: string;
  readonly who: string;
  /** In words, such as “Signed in”. */
  readonly what: string;
  /** The thing's name; nothing that was typed into a job. */
  readonly about?: string;
  readonly address: string;
}

/** Writes a line that nobody can change or remove. */
export async function writeDown(
  { sequelize }: Database,
  { workshopId, who, what, about = '', address }: Deed,
  transaction?: Transaction,
): Promise<void> {
  await sequelize.query(
    `INSERT INTO audit_lines (workshop_id, who, what, about, address) VALUES ($workshop, $who, $what, $about, $address)`,
    {
      bind: { workshop: workshopId, who, what, about, address },
      ...(transaction === undefined ? {} : { transaction }),
    },
  );
}

/** The newest hundred lines before a number. */
export async function auditLines(
  { sequelize }: Database,
  workshopId: string,
  before: number,
): Promise<AuditLine[]> {
  const rows = await sequelize.query<Omit<AuditLine, 'at' | 'number'> & { at: Date; number: string }>(
    `SELECT number, at, who, what, about, address AS "from" FROM audit_lines
      WHERE workshop_id = $workshop AND number < $before ORDER BY number DESC LIMIT 100`,
    { bind: { workshop: workshopId, before }, type: QueryTypes.SELECT },
  );
  return rows.map((row) => ({ ...row, number: Number(row.number), at: row.at.toISOString() }));
}
