import { pino } from 'pino';
import request from 'supertest';
import { createApp } from '../src/app';
import { openDatabase } from '../src/database/database';
import { openGuarded } from '../src/database/guarded';
import { migrate } from '../src/database/migrate';
import { workHere } from '../src/work/work';
import { emptyDatabase } from './testServer';

test('a server whose database has gone is alive and not ready', async () => {
  const made = await emptyDatabase();
  const database = openDatabase(made.url);
  await migrate(database);
  const guarded = openGuarded(made.url);
  const app = createApp({
    database,
    guarded,
    work: workHere,
    access: { demoWorkshopId: null, setupToken: null },
    logger: pino({ level: 'silent' }),
  });
  const answers = async () => {
    const [alive, ready] = await Promise.all([
      request(app).get('/api/alive'),
      request(app).get('/api/health'),
    ]);
    return [alive.status, ready.status];
  };
  expect(await answers()).toEqual([200, 200]);
  await made.drop();
  expect(await answers()).toEqual([200, 503]);
  await Promise.all([database.close(), guarded.close()]);
});
