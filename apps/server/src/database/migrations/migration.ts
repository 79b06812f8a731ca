/** One step of the schema. Names sort in the order of the steps; a step that has landed is never edited. */
export interface Migration {
  readonly name: string;
  /** SQL, in order. */
  readonly statements: readonly string[];
}

/** The database itself refuses to remove a row of a table. It takes `refuse_change`, of the step on signing in. */
export const neverRemoved = (table: string) =>
  `CREATE TRIGGER ${table}_never_removed BEFORE DELETE OR TRUNCATE ON ${table} EXECUTE FUNCTION refuse_change()`;

/**
 * The role under which all that people of a workshop ask for is read and written. It belongs to the whole PostgreSQL server, so
 * that whoever restores a database makes it first (`makeGuardedRole`).
 */
export const guardedRole = 'lantern_guarded';

/** Lets the guarded role reach a table, and of it the rows of one workshop only. It takes the step on guarded rows. */
export const guarded = (table: string, column = 'workshop_id'): readonly string[] => [
  `GRANT SELECT, INSERT, UPDATE, DELETE ON ${table} TO ${guardedRole}`,
  `ALTER TABLE ${table} ENABLE ROW LEVEL SECURITY`,
  `CREATE POLICY own_workshop ON ${table} USING (${column} = workshop_in_scope())`,
];
