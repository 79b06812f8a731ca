import type { Member, OwnSecrets, Setup } from '@grim-lantern/contract';
import { randomUUID } from 'node:crypto';
import type { Transaction } from 'sequelize';
import { Op, QueryTypes, UniqueConstraintError } from 'sequelize';
import type { Database } from '../database/database';
import type { TechnicianRow } from '../database/models';
import { ApiProblem } from '../errors/problems';
import { hashSecret, isSecret, newToken, stepOfCode, tokenHash } from './secrets';
import type { Visit } from './visit';
import { end } from './visit';

const linkDays = 7;

/** A link to choose a password with. Earlier ones of the same person no longer work. */
export async function newLink(
  { sequelize }: Database,
  workshopId: string,
  personId: string,
): Promise<{ token: string; expiresAt: string }> {
  const token = newToken();
  const expiresAt = new Date(Date.now() + linkDays * 86_400_000);
  await sequelize.transaction(async (transaction) => {
    const bind = { workshop: workshopId, person: personId, hash: tokenHash(token), until: expiresAt };
    const run = (sql: string) => sequelize.query(sql, { bind, transaction });
    await run('DELETE FROM links WHERE workshop_id = $workshop AND person_id = $person');
    await run('INSERT INTO links VALUES ($workshop, $hash, $person, $until)');
  });
  return { token, expiresAt: expiresAt.toISOString() };
}

/**
 * Whom a link is for.
 * @throws {ApiProblem} where it has been used, is too old or was never one
 */
export async function personOfLink(
  { sequelize, models }: Database,
  token: string,
  transaction?: Transaction,
): Promise<TechnicianRow> {
  const within = transaction === undefined ? {} : { transaction };
  const [link] = await sequelize.query<{ workshop_id: string; person_id: string }>(
    `SELECT workshop_id, person_id FROM links WHERE token_hash = $hash AND expires_at > now()
      ${transaction === undefined ? '' : 'FOR UPDATE'}`,
    { bind: { hash: tokenHash(token) }, type: QueryTypes.SELECT, ...within },
  );
  const person =
    link === undefined
      ? null
      : await models.Technician.findOne({
          where: { workshopId: link.workshop_id, id: link.person_id, active: true },
          ...within,
        });
  if (person === null) throw new ApiProblem('link/unknown', 'token');
  return person;
}

/** Gives the person of a link a login and a password; the link works once. Who was signed in with the old one no longer is. */
export async function acceptLink(
  database: Database,
  { token, login, password }: { readonly token: string; readonly login: string; readonly password: string },
): Promise<TechnicianRow> {
  const passwordHash = await hashSecret(password);
  const person = await database.sequelize.transaction(async (transaction) => {
    const found = await personOfLink(database, token, transaction);
    await withLogin(() =>
      found.update({ login, passwordHash, failures: 0, lockedUntil: null }, { transaction }),
    );
    await database.sequelize.query('DELETE FROM links WHERE token_hash = $hash', {
      bind: { hash: tokenHash(token) },
      transaction,
    });
    return found;
  });
  await end(database, { workshopId: person.workshopId, person });
  return person;
}

/** @throws {ApiProblem} where somebody has that login already */
async function withLogin<T>(store: () => Promise<T>): Promise<T> {
  try {
    return await store();
  } catch (error) {
    if (error instanceof UniqueConstraintError) throw new ApiProblem('login/taken', 'login');
    throw error;
  }
}

/** Makes a workshop and its owner. */
export async function setUp(database: Database, { workshop, owner }: Setup): Promise<TechnicianRow> {
  const { models, sequelize } = database;
  const passwordHash = await hashSecret(owner.password);
  return sequelize.transaction(async (transaction) => {
    const workshopId = randomUUID();
    await models.Workshop.create({ id: workshopId, ...workshop }, { transaction });
    const { name, login } = owner;
    const person = { workshopId, id: randomUUID(), name, login, passwordHash, role: 'owner' } as const;
    return withLogin(() => models.Technician.create(person, { transaction }));
  });
}

/** Everybody of a workshop, by name. */
export async function members({ models, sequelize }: Database, workshopId: string): Promise<Member[]> {
  const people = await models.Technician.findAll({ where: { workshopId }, order: [['name', 'ASC']] });
  const invited = await sequelize.query<{ person_id: string }>(
    'SELECT person_id FROM links WHERE workshop_id = $workshop AND expires_at > now()',
    { bind: { workshop: workshopId }, type: QueryTypes.SELECT },
  );
  const out = new Set(invited.map((link) => link.person_id));
  return people.map(({ id, name, role, login, active }) => ({
    id,
    name,
    role,
    login,
    active,
    invited: out.has(id),
  }));
}

/** @throws {ApiProblem} where the id is somebody's already */
export async function addMember(
  database: Database,
  workshopId: string,
  { id, name, role }: Pick<Member, 'id' | 'name' | 'role'>,
): Promise<{ token: string; expiresAt: string }> {
  const [row] = await database.models.Technician.findOrCreate({
    where: { workshopId, id },
    defaults: { workshopId, id, name, role },
  });
  if (row.name !== name || row.role !== role) throw new ApiProblem('person/id-taken', 'id');
  return newLink(database, workshopId, id);
}

/** A person of a workshop as stored. @throws {ApiProblem} `technician/none` */
export async function memberRow(
  { models }: Database,
  workshopId: string,
  id: string,
): Promise<TechnicianRow> {
  const person = await models.Technician.findOne({ where: { workshopId, id } });
  if (person === null) throw new ApiProblem('technician/none');
  return person;
}

/**
 * Changes a person. One who has left, or does something else now, is signed out everywhere.
 * @throws {ApiProblem} where nobody would own the workshop any more
 */
export async function changeMember(
  database: Database,
  workshopId: string,
  id: string,
  change: Pick<Member, 'name' | 'role' | 'active'>,
): Promise<Member> {
  const { models, sequelize } = database;
  await sequelize.transaction(async (transaction) => {
    // Two owners who send each other away at once: the second sees what the first did.
    await models.Workshop.findOne({ where: { id: workshopId }, transaction, lock: transaction.LOCK.UPDATE });
    const person = await models.Technician.findOne({ where: { workshopId, id }, transaction });
    if (person === null) throw new ApiProblem('technician/none');
    const others = await models.Technician.count({
      where: { workshopId, role: 'owner', active: true, id: { [Op.ne]: id } },
      transaction,
    });
    if (others === 0 && person.role === 'owner' && (change.role !== 'owner' || !change.active)) {
      throw new ApiProblem('person/last-owner');
    }
    const ends = person.role !== change.role || !change.active;
    await person.update(change, { transaction });
    if (ends) {
      const bind = { workshop: workshopId, person: id };
      const where = 'workshop_id = $workshop AND person_id = $person';
      await sequelize.query(`DELETE FROM sessions WHERE ${where}`, { bind, transaction });
      if (!change.active) await sequelize.query(`DELETE FROM links WHERE ${where}`, { bind, transaction });
    }
  });
  return (await members(database, workshopId)).find((each) => each.id === id)!;
}

/**
 * Deletes what is known of a person who has left: name, login, secrets, kit. The record of the work stays, under a number.
 * @throws {ApiProblem} where they still have access
 */
export async function forgetMember(database: Database, workshopId: string, id: string): Promise<Member> {
  const person = await memberRow(database, workshopId, id);
  if (person.active) throw new ApiProblem('person/active');
  const count = await database.models.Technician.count({
    where: { workshopId, name: { [Op.like]: 'Person %' } },
  });
  await person.update({
    name: person.name.startsWith('Person ') ? person.name : `Person ${count + 1}`,
    login: null,
    passwordHash: null,
    pinHash: null,
    totpSecret: null,
    kit: null,
  });
  return (await members(database, workshopId)).find((each) => each.id === id)!;
}

/**
 * Changes one's own password, PIN or second factor. Other devices are signed out.
 * @throws {ApiProblem} where the present password is not the one
 */
export async function changeOwnSecrets(
  database: Database,
  visit: Visit,
  { password, newPassword, pin, secondFactor }: OwnSecrets,
): Promise<void> {
  const person = await memberRow(database, visit.workshopId, visit.person.id);
  if (!(await isSecret(person.passwordHash, password))) throw new ApiProblem('sign-in/wrong', 'password');
  if (
    secondFactor !== undefined &&
    secondFactor !== null &&
    stepOfCode(secondFactor.secret, secondFactor.code) === null
  ) {
    throw new ApiProblem('sign-in/code', 'secondFactor.code');
  }
  await person.update({
    ...(newPassword === undefined ? {} : { passwordHash: await hashSecret(newPassword) }),
    ...(pin === undefined ? {} : { pinHash: pin === null ? null : await hashSecret(pin) }),
    ...(secondFactor === undefined ? {} : { totpSecret: secondFactor?.secret ?? null }),
  });
  await end(database, visit, { but: visit.sessionHash });
}
