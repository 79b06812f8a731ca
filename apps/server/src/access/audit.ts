import type { AuditLine } from '@grim-lantern/contract';
import { QueryTypes } from 'sequelize';
import type { Database } from '../database/database';

/** What is written down about who did what. People are named by their ids, so that one can be forgotten and the record stays. */
export interface Deed {
  readonly workshopId: string;
  readonly personId: string;
  /** In words, such as “Signed in”. */
  readonly what: string;
  /** The thing's name; nothing that was typed into a job. */
  readonly about?: string;
  /** The person whom it was done to. */
  readonly aboutPersonId?: string;
  readonly address: string;
}

/** Writes a line that nobody can change or remove. */
export async function writeDown({ sequelize }: Database, deed: Deed): Promise<void> {
  const { workshopId, personId, what, about = '', aboutPersonId = null, address } = deed;
  await sequelize.query(
    `INSERT INTO audit_lines (workshop_id, person_id, what, about, about_person_id, address)
      VALUES ($workshop, $person, $what, $about, $aboutPerson, $address)`,
    { bind: { workshop: workshopId, person: personId, what, about, aboutPerson: aboutPersonId, address } },
  );
}

/** The newest hundred lines before a number, with the names that people have today. */
export async function auditLines(
  { sequelize }: Database,
  workshopId: string,
  before: number,
): Promise<AuditLine[]> {
  const rows = await sequelize.query<Omit<AuditLine, 'at' | 'number'> & { at: Date; number: string }>(
    `SELECT a.number, a.at, p.name AS who, a.what, coalesce(o.name, a.about) AS about, a.address AS "from"
      FROM audit_lines a
      JOIN technicians p ON p.workshop_id = a.workshop_id AND p.id = a.person_id
      LEFT JOIN technicians o ON o.workshop_id = a.workshop_id AND o.id = a.about_person_id
      WHERE a.workshop_id = $workshop AND a.number < $before ORDER BY a.number DESC LIMIT 100`,
    { bind: { workshop: workshopId, before }, type: QueryTypes.SELECT },
  );
  return rows.map((row) => ({ ...row, number: Number(row.number), at: row.at.toISOString() }));
}
