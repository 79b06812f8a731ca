/** One step of the schema. Names sort in the order of the steps; a step that has landed is never edited. */
export interface Migration {
  readonly name: string;
  /** SQL, in order. */
  readonly statements: readonly string[];
}

/** The database itself refuses to remove a row of a table. It takes `refuse_change`, of the step on signing in. */
export const neverRemoved = (table: string) =>
  `CREATE TRIGGER ${table}_never_removed BEFORE DELETE OR TRUNCATE ON ${table} EXECUTE FUNCTION refuse_change()`;
