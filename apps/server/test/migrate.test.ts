import { QueryTypes } from 'sequelize';
import { openDatabase } from '../src/database/database';
import type { Database } from '../src/database/database';
import { migrate } from '../src/database/migrate';
import { migrations } from '../src/database/migrations/migrations';
import { emptyDatabase } from './testServer';

let made: Awaited<ReturnType<typeof emptyDatabase>>;
let open: Database[] = [];
beforeEach(async () => (made = await emptyDatabase()));
afterEach(async () => {
  await Promise.all(open.map((each) => each.close()));
  open = [];
  await made.drop();
});

/** Another server on the same database. */
function another(): Database {
  const database = openDatabase(made.url);
  open.push(database);
  return database;
}

const names = migrations.map(({ name }) => name);
const tables = async (database: Database) =>
  (
    await database.sequelize.query<{ name: string }>(
      `SELECT table_name AS name FROM information_schema.tables WHERE table_schema = 'public' ORDER BY 1`,
      { type: QueryTypes.SELECT },
    )
  ).map(({ name }) => name);

test('of many servers that start at once one migrates, the others find it done', async () => {
  const done = await Promise.all(Array.from({ length: 5 }, () => migrate(another())));
  expect(done.filter((each) => each.length > 0)).toEqual([names]);
});

test('a step that fails leaves neither itself nor a step before it, and the next start does them all', async () => {
  const database = another();
  const broken = { name: '9999-broken', statements: ['CREATE TABLE halfway (x int)', 'SELECT nonsense'] };
  await expect(migrate(database, [...migrations, broken])).rejects.toThrow(/nonsense/);
  expect(await tables(database)).toEqual([]);
  expect(await migrate(database)).toEqual(names);
});

test('an older program refuses a newer database in one sentence, and changes nothing', async () => {
  const database = another();
  const later = { name: '9999-later', statements: ['CREATE TABLE later (workshop_id uuid)'] };
  await migrate(database, [...migrations, later]);
  const before = await tables(database);
  await expect(migrate(database)).rejects.toThrow(
    /^The database is of a newer version than this program \(9999-later\)\. Nothing was changed: .*\.$/,
  );
  expect(await tables(database)).toEqual(before);
});
