import type { SignIn } from '@grim-lantern/contract';
import { QueryTypes } from 'sequelize';
import type { Database } from '../database/database';
import type { TechnicianRow } from '../database/models';
import { ApiProblem } from '../errors/problems';
import { isSecret, stepOfCode } from './secrets';

/** Wrong entries that a person has free before waiting, and the longest wait. */
const [freeFailures, longestMinutes] = [5, 15];

/** @throws {ApiProblem} while too many wrong entries have been made for this person */
function refuseLocked({ lockedUntil }: TechnicianRow): void {
  if (lockedUntil === null || lockedUntil.getTime() <= Date.now()) return;
  const minutes = Math.ceil((lockedUntil.getTime() - Date.now()) / 60_000);
  const wait = minutes === 1 ? 'a minute' : `${minutes} minutes`;
  throw new ApiProblem('sign-in/wait', undefined, `Too many wrong attempts: wait ${wait}, then try again.`);
}

/** Counts a wrong entry; from the sixth on each makes the next wait, twice as long each time. */
async function countFailure({ sequelize }: Database, person: TechnicianRow): Promise<void> {
  await sequelize.query(
    `UPDATE technicians SET failures = failures + 1, locked_until = CASE WHEN failures + 1 > $free
        THEN now() + make_interval(mins => LEAST($most::int, (2 ^ (failures - $free))::int)) END
      WHERE workshop_id = $workshop AND id = $id`,
    {
      bind: {
        workshop: person.workshopId,
        id: person.id,
        free: freeFailures,
        most: longestMinutes,
      },
    },
  );
}

/**
 * The person whom a login, a password and, where one is set, a code belong to.
 * @throws {ApiProblem} with one sentence for every way in which they do not, so that nobody learns who is there
 */
export async function byPassword(
  database: Database,
  { login, password, code }: SignIn,
): Promise<TechnicianRow> {
  const person = await database.models.Technician.findOne({ where: { login, active: true } });
  if (person !== null) refuseLocked(person);
  const right = await isSecret(person?.passwordHash ?? null, password);
  if (person === null || !right) {
    if (person !== null) await countFailure(database, person);
    throw new ApiProblem('sign-in/wrong');
  }
  if (person.totpSecret !== null) {
    if (code === undefined) throw new ApiProblem('sign-in/code', 'code');
    const step = stepOfCode(person.totpSecret, code);
    // Whoever has looked over a shoulder finds the code used up.
    if (step === null || step <= Number(person.totpStep)) {
      await countFailure(database, person);
      throw new ApiProblem('sign-in/code', 'code');
    }
    await person.update({ totpStep: step });
  }
  if (person.failures > 0) await person.update({ failures: 0, lockedUntil: null });
  return person;
}

/** Who signs in on a device with a PIN: those who have signed in there before, once it is shared. */
export async function peopleOfDevice({ sequelize }: Database, device: Buffer | null) {
  if (device === null) return [];
  return sequelize.query<Pick<TechnicianRow, 'id' | 'name' | 'role' | 'workshopId'>>(
    `SELECT p.id, p.name, p.role, p.workshop_id AS "workshopId" FROM devices d
      JOIN device_people x USING (workshop_id, token_hash)
      JOIN technicians p ON p.workshop_id = x.workshop_id AND p.id = x.person_id
      WHERE d.token_hash = $device AND d.shared AND p.active AND p.pin_hash IS NOT NULL ORDER BY p.name`,
    { bind: { device }, type: QueryTypes.SELECT },
  );
}

/** @throws {ApiProblem} where the PIN is not theirs, or this is not a device that they share */
export async function byPin(
  database: Database,
  device: Buffer | null,
  id: string,
  pin: string,
): Promise<TechnicianRow> {
  const found = (await peopleOfDevice(database, device)).find((each) => each.id === id);
  const person =
    found === undefined
      ? null
      : await database.models.Technician.findOne({ where: { workshopId: found.workshopId, id } });
  if (person !== null) refuseLocked(person);
  if (!(await isSecret(person?.pinHash ?? null, pin)) || person === null) {
    if (person !== null) await countFailure(database, person);
    throw new ApiProblem('sign-in/wrong-pin');
  }
  if (person.failures > 0) await person.update({ failures: 0, lockedUntil: null });
  return person;
}
