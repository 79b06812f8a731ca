import type { Person, Session } from '@grim-lantern/contract';
import type { Request } from 'express';
import type { Database } from '../database/database';
import type { TechnicianRow } from '../database/models';
import { peopleOfDevice } from './signIn';
import type { Visit } from './visit';
import { deviceOf, visitOf } from './visit';

/** How an installation lets people in. */
export interface Access {
  /** The workshop whose people sign in with one tap; null where there is none, or the server is reached from outside. */
  readonly demoWorkshopId: string | null;
  /** What the start command's link carries while a workshop may be made; null where none may. */
  readonly setupToken: string | null;
}

/** On the server's own machine, reached by a name of that machine. */
const isLocal = ({ ip, hostname }: Request) =>
  /^(127\.|::1$|::ffff:127\.)/.test(ip ?? '') && /^(localhost|127\.0\.0\.1|\[?::1\]?)$/.test(hostname);

/** The demo's people, where whoever asks may sign in as one of them. */
export async function demoPeople(
  { models }: Database,
  { demoWorkshopId }: Access,
  request: Request,
): Promise<TechnicianRow[]> {
  if (demoWorkshopId === null || !isLocal(request)) return [];
  return models.Technician.findAll({
    // Who has chosen a password is let in by that only.
    where: { workshopId: demoWorkshopId, active: true, passwordHash: null },
    order: [['name', 'ASC']],
  });
}

/** What the page is told about who is signed in. */
export async function sessionReply(database: Database, access: Access, request: Request): Promise<Session> {
  const visit = await visitOf(database, request);
  const choice = ({ id, name, role }: Pick<TechnicianRow, 'id' | 'name' | 'role'>) => ({ id, name, role });
  return {
    person: visit?.person ?? null,
    workshop: visit === null ? null : { id: visit.workshopId, name: visit.workshop },
    demo: (await demoPeople(database, access, request)).map(choice),
    device: (await peopleOfDevice(database, deviceOf(request))).map(choice),
    empty: access.setupToken !== null && (await database.models.Workshop.count()) === 0,
  };
}

/** A person without what is secret. */
export function personOf({ id, name, role, passwordHash, pinHash, totpSecret }: TechnicianRow): Person {
  return {
    id,
    name,
    role,
    password: passwordHash !== null,
    pin: pinHash !== null,
    secondFactor: totpSecret !== null,
  };
}

/** The frame of an audit line. */
export function deed({ workshopId, person }: Visit, request: Request) {
  return { workshopId, personId: person.id, address: addressOf(request) };
}

/** Where a request comes from, as the audit has it. */
export const addressOf = (request: Request) => request.ip ?? '';
