/** One step of the schema. Names sort in the order of the steps; a step that has landed is never edited. */
export interface Migration {
  readonly name: string;
  /** SQL, in order. */
  readonly statements: readonly string[];
}
