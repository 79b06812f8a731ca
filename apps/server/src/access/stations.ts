import type { Station } from '@grim-lantern/contract';
import { QueryTypes } from 'sequelize';
import type { Database } from '../database/database';
import { ApiProblem } from '../errors/problems';

/** The devices on which people of a workshop are signed in, or sign in by PIN, used last first. */
export async function stations({ sequelize }: Database, workshopId: string): Promise<Station[]> {
  const rows = await sequelize.query<Omit<Station, 'lastUsed'> & { lastUsed: Date | null }>(
    `SELECT d.id, d.name, d.shared,
        (SELECT max(s.seen_at) FROM sessions s WHERE s.workshop_id = d.workshop_id AND s.device_hash = d.token_hash)
          AS "lastUsed",
        ARRAY(SELECT p.name FROM device_people x
          JOIN technicians p ON p.workshop_id = x.workshop_id AND p.id = x.person_id
          WHERE x.workshop_id = d.workshop_id AND x.token_hash = d.token_hash AND p.active ORDER BY p.name) AS people
      FROM devices d
      WHERE d.workshop_id = $workshop AND (d.shared OR EXISTS (SELECT FROM sessions s
        WHERE s.workshop_id = d.workshop_id AND s.device_hash = d.token_hash))
      ORDER BY "lastUsed" DESC NULLS LAST, d.id LIMIT 200`,
    { bind: { workshop: workshopId }, type: QueryTypes.SELECT },
  );
  return rows.map((row) => ({ ...row, lastUsed: row.lastUsed?.toISOString() ?? null }));
}

/**
 * Names a device, or ends that people sign in on it: those who are, are signed out there. What they entered on it is still taken
 * once they have signed in again.
 * @throws {ApiProblem} where the workshop has no such device
 */
export async function changeStation(
  database: Database,
  workshopId: string,
  id: string,
  { name, signOut }: { readonly name: string; readonly signOut: boolean },
): Promise<Station[]> {
  const { sequelize } = database;
  await sequelize.transaction(async (transaction) => {
    const [found] = await sequelize.query<{ hash: Buffer }>(
      `UPDATE devices SET name = $name, shared = shared AND NOT $signOut
        WHERE workshop_id = $workshop AND id = $id RETURNING token_hash AS hash`,
      { bind: { workshop: workshopId, id, name, signOut }, type: QueryTypes.SELECT, transaction },
    );
    if (found === undefined) throw new ApiProblem('station/unknown');
    if (!signOut) return;
    await sequelize.query('DELETE FROM sessions WHERE workshop_id = $workshop AND device_hash = $hash', {
      bind: { workshop: workshopId, hash: found.hash },
      transaction,
    });
  });
  return stations(database, workshopId);
}
