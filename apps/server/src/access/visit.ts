import type { Person, Role } from '@grim-lantern/contract';
import { parse } from 'cookie';
import type { Request, Response } from 'express';
import { QueryTypes } from 'sequelize';
import type { Database } from '../database/database';
import { ApiProblem } from '../errors/problems';
import { newToken, tokenHash } from './secrets';

/** Somebody who is signed in, as a request finds them. */
export interface Visit {
  readonly workshopId: string;
  readonly workshop: string;
  readonly person: Person;
  readonly deviceHash: Buffer;
  readonly sessionHash: Buffer;
  /**
   * Those who have signed in on this device, the person among them, and what they may do: in their names it may send what they
   * entered.
   */
  readonly authors: ReadonlyMap<string, Role>;
}

const cookies = { session: 'lantern-session', device: 'lantern-device' } as const;
const days = 86_400_000;
/** A sign-in ends after so long without a request, and after so long at the most. */
const [idleDays, mostDays] = [14, 90];

function cookieOf(request: Request, name: string): string | null {
  const value = parse(request.headers.cookie ?? '')[name];
  return value !== undefined && /^[A-Za-z0-9_-]{43}$/.test(value) ? value : null;
}

function setCookie(request: Request, response: Response, name: string, value: string, maxAge: number): void {
  response.cookie(name, value, {
    httpOnly: true,
    sameSite: 'strict',
    secure: request.secure,
    path: '/',
    maxAge,
  });
}

interface VisitRow {
  readonly workshop_id: string;
  readonly workshop: string;
  readonly id: string;
  readonly name: string;
  readonly role: Role;
  readonly password: boolean;
  readonly pin: boolean;
  readonly second_factor: boolean;
  readonly device_hash: Buffer;
  readonly seen_at: Date;
  readonly authors: readonly { readonly id: string; readonly role: Role }[];
}

/** Who a request comes from; null where nobody is signed in, or no longer. */
export async function visitOf({ sequelize }: Database, request: Request): Promise<Visit | null> {
  const token = cookieOf(request, cookies.session);
  if (token === null) return null;
  const hash = tokenHash(token);
  const [row] = await sequelize.query<VisitRow>(
    `SELECT s.workshop_id, w.name AS workshop, p.id, p.name, p.role, s.device_hash, s.seen_at,
        p.password_hash IS NOT NULL AS password, p.pin_hash IS NOT NULL AS pin,
        p.totp_secret IS NOT NULL AS second_factor,
        (SELECT json_agg(json_build_object('id', a.id, 'role', a.role)) FROM device_people d
          JOIN technicians a ON a.workshop_id = d.workshop_id AND a.id = d.person_id
          WHERE d.workshop_id = s.workshop_id AND d.token_hash = s.device_hash) AS authors
      FROM sessions s
      JOIN technicians p ON p.workshop_id = s.workshop_id AND p.id = s.person_id AND p.active
      JOIN workshops w ON w.id = s.workshop_id
      WHERE s.token_hash = $hash AND s.seen_at > now() - make_interval(days => $idle)
        AND s.created_at > now() - make_interval(days => $most)`,
    { bind: { hash, idle: idleDays, most: mostDays }, type: QueryTypes.SELECT },
  );
  if (row === undefined) return null;
  if (Date.now() - row.seen_at.getTime() > 600_000) {
    await sequelize.query('UPDATE sessions SET seen_at = now() WHERE token_hash = $hash', { bind: { hash } });
  }
  const { id, name, role, password, pin, second_factor: secondFactor } = row;
  return {
    workshopId: row.workshop_id,
    workshop: row.workshop,
    person: { id, name, role, password, pin, secondFactor },
    deviceHash: row.device_hash,
    sessionHash: hash,
    authors: new Map(row.authors.map((each) => [each.id, each.role])),
  };
}

/** The device's own mark, where it has one. */
export function deviceOf(request: Request): Buffer | null {
  const token = cookieOf(request, cookies.device);
  return token === null ? null : tokenHash(token);
}

/** Signs a person in on the device that asks. @param shared - whether others sign in there by their PIN from now on */
export async function begin(
  { sequelize }: Database,
  request: Request,
  response: Response,
  who: { readonly workshopId: string; readonly id: string },
  shared = false,
): Promise<void> {
  const device = cookieOf(request, cookies.device) ?? newToken();
  const token = newToken();
  const bind = {
    workshop: who.workshopId,
    person: who.id,
    device: tokenHash(device),
    session: tokenHash(token),
    shared,
  };
  await sequelize.transaction(async (transaction) => {
    const run = (sql: string) => sequelize.query(sql, { bind, transaction });
    await run(`INSERT INTO devices AS d (workshop_id, token_hash, shared) VALUES ($workshop, $device, $shared)
      ON CONFLICT (workshop_id, token_hash) DO UPDATE SET shared = d.shared OR EXCLUDED.shared`);
    await run(`INSERT INTO device_people VALUES ($workshop, $device, $person) ON CONFLICT DO NOTHING`);
    await run(
      `INSERT INTO sessions (workshop_id, token_hash, person_id, device_hash)
        VALUES ($workshop, $session, $person, $device)`,
    );
  });
  setCookie(request, response, cookies.device, device, 400 * days);
  setCookie(request, response, cookies.session, token, mostDays * days);
}

/** Ends sign-ins of a person: one, or all, or all but one. */
export async function end(
  { sequelize }: Database,
  { workshopId, person }: { readonly workshopId: string; readonly person: { readonly id: string } },
  { only, but }: { readonly only?: Buffer; readonly but?: Buffer } = {},
): Promise<void> {
  await sequelize.query(
    `DELETE FROM sessions WHERE workshop_id = $workshop AND person_id = $person
      AND ($only::bytea IS NULL OR token_hash = $only) AND ($but::bytea IS NULL OR token_hash <> $but)`,
    { bind: { workshop: workshopId, person: person.id, only: only ?? null, but: but ?? null } },
  );
}

/** @throws {ApiProblem} where an author has never signed in on the device that sends */
export function refuseStrangers(
  { authors }: Pick<Visit, 'authors'>,
  named: readonly string[],
  field: string,
): void {
  const stranger = named.findIndex((id) => !authors.has(id));
  if (stranger >= 0) throw new ApiProblem('author/not-here', field.replace('*', String(stranger)));
}
