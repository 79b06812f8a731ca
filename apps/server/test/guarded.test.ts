import { randomUUID } from 'node:crypto';
import { QueryTypes } from 'sequelize';
import type { Database } from '../src/database/database';
import { withinWorkshop } from '../src/database/guarded';
import type { TestServer } from './testServer';
import { demo, testServer } from './testServer';

let server: TestServer;
let other: string;
beforeAll(async () => {
  server = await testServer();
  const { device } = await server.ownWorkshop();
  const van = { name: 'Van', service: 'post', rest: { limitAmps: 0.05, batteryAmpHours: 70 }, version: 0 };
  await device.put(`/api/vehicles/${randomUUID()}`).send(van).expect(200);
  const vehicle = await server.database.models.Vehicle.findOne({
    where: { name: 'Van' },
    rejectOnEmpty: true,
  });
  other = vehicle.workshopId;
});
afterAll(() => server.close());

const select = <T extends object>({ sequelize }: Database, sql: string) =>
  sequelize.query<T>(sql, { type: QueryTypes.SELECT });

/** Every table, and the column that says whose a row is. */
async function tables() {
  return select<{ name: string; owner: string | null }>(
    server.database,
    `SELECT t.table_name AS name, CASE WHEN t.table_name = 'workshops' THEN 'id' ELSE c.column_name END AS owner
      FROM information_schema.tables t LEFT JOIN information_schema.columns c
        ON c.table_name = t.table_name AND c.column_name = 'workshop_id' AND c.table_schema = 'public'
      WHERE t.table_schema = 'public'`,
  );
}

const owners = async (database: Database, { name, owner }: { name: string; owner: string | null }) =>
  (await select<{ of: string }>(database, `SELECT DISTINCT "${owner}" AS of FROM "${name}" ORDER BY 1`)).map(
    ({ of }) => of,
  );

test('without any condition a workshop’s query sees its own rows, and outside of a workshop none', async () => {
  let shared = 0;
  for (const table of await tables()) {
    if (table.owner === null) {
      const named = { ...table, owner: 'name' };
      await expect(withinWorkshop(demo.id, () => owners(server.guarded, named))).rejects.toThrow(/denied/);
      continue;
    }
    const all = await owners(server.database, table);
    if (all.length > 1) shared++;
    for (const mine of [demo.id, other]) {
      expect([table.name, await withinWorkshop(mine, () => owners(server.guarded, table))]).toEqual([
        table.name,
        all.filter((each) => each === mine),
      ]);
    }
    expect([table.name, await owners(server.guarded, table)]).toEqual([table.name, []]);
  }
  expect(shared).toBeGreaterThanOrEqual(5);
});

test('a row is neither put into another workshop nor changed there', async () => {
  const { models } = server.guarded;
  const vehicle = { workshopId: demo.id, id: randomUUID(), name: 'Planted', service: 'x' };
  await expect(withinWorkshop(other, () => models.Vehicle.create(vehicle))).rejects.toThrow(/row-level/);
  const changed = await withinWorkshop(other, () =>
    models.Vehicle.update({ name: 'Changed' }, { where: { workshopId: demo.id } }),
  );
  expect(changed).toEqual([0]);
});

test('many workshops’ questions at once over few connections never mix', async () => {
  const ask = (mine: string) =>
    withinWorkshop(mine, () => owners(server.guarded, { name: 'vehicles', owner: 'workshop_id' }));
  const asked = Array.from({ length: 120 }, (_each, i) => (i % 3 === 0 ? other : demo.id));
  expect(await Promise.all(asked.map(ask))).toEqual(asked.map((mine) => [mine]));
});
