import type { Sequelize } from 'sequelize';

/** One step of the schema. Names sort in the order of the steps; a step that has landed is never edited. */
export interface Migration {
  readonly name: string;
  readonly up: (sequelize: Sequelize) => Promise<void>;
}
