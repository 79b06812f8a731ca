import { routes } from '@grim-lantern/contract';
import type { Reply } from '@grim-lantern/contract';
import type { Request, Response } from 'express';
import type { Database } from '../database/database';
import type { TechnicianRow } from '../database/models';
import type { ToAnybody } from '../http/answers';
import { ApiProblem } from '../errors/problems';
import { validated } from '../errors/validated';
import { writeDown } from '../access/audit';
import { acceptLink, personOfLink, setUp } from '../access/people';
import { tokenHash } from '../access/secrets';
import type { Access } from '../access/sessionReply';
import { addressOf, deed, demoPeople, personOf, sessionReply } from '../access/sessionReply';
import { byPassword, byPin } from '../access/signIn';
import { begin, deviceOf, end, visitOf } from '../access/visit';

/** Ways in and out, for anybody. */
export function openAnswers(
  database: Database,
  access: Access,
): ToAnybody<
  'session' | 'signIn' | 'signInDemo' | 'signInPin' | 'signOut' | 'setup' | 'lookAtLink' | 'acceptLink'
> {
  let setupToken = access.setupToken;
  return {
    session: (request) => sessionReply(database, access, request),
    async signIn(request, response) {
      const body = validated(routes.signIn.body, request.body);
      return letIn(database, request, response, await byPassword(database, body), 'Signed in', body.shared);
    },
    async signInDemo(request, response) {
      const { person } = validated(routes.signInDemo.body, request.body);
      const found = (await demoPeople(database, access, request)).find(({ id }) => id === person);
      if (found === undefined) throw new ApiProblem('sign-in/wrong');
      return letIn(database, request, response, found, 'Signed in to the demo');
    },
    async signInPin(request, response) {
      const { person, pin } = validated(routes.signInPin.body, request.body);
      const found = await byPin(database, deviceOf(request), person, pin);
      return letIn(database, request, response, found, 'Signed in with a PIN');
    },
    async signOut(request) {
      const visit = await visitOf(database, request);
      if (visit !== null) {
        await end(database, visit, { only: visit.sessionHash });
        await writeDown(database, { ...deed(visit, request), what: 'Signed out' });
      }
      return sessionReply(database, access, request);
    },
    async setup(request, response) {
      const body = validated(routes.setup.body, request.body);
      // Hashes of equal length: how long the comparison takes tells nothing.
      if (setupToken === null || !tokenHash(body.token).equals(tokenHash(setupToken))) {
        throw new ApiProblem('setup/closed', 'token');
      }
      const owner = await setUp(database, body);
      // It makes one workshop; whoever finds it later makes none.
      setupToken = null;
      return letIn(database, request, response, owner, 'Made the workshop');
    },
    async lookAtLink(request) {
      const { token } = validated(routes.lookAtLink.body, request.body);
      const { workshopId, name, role, login } = await personOfLink(database, token);
      return { workshop: await nameOf(database, workshopId), name, role, login };
    },
    async acceptLink(request, response) {
      const person = await acceptLink(database, validated(routes.acceptLink.body, request.body));
      return letIn(database, request, response, person, 'Chose a password and signed in');
    },
  };
}

async function nameOf({ models }: Database, workshopId: string): Promise<string> {
  return (await models.Workshop.findOne({ where: { id: workshopId }, rejectOnEmpty: true })).name;
}

/** Signs a person in where they have shown that they are one. */
async function letIn(
  database: Database,
  request: Request,
  response: Response,
  who: TechnicianRow,
  how: string,
  shared = false,
): Promise<Reply<'signIn'>> {
  const { workshopId } = who;
  await begin(database, request, response, who, shared);
  await writeDown(database, { workshopId, personId: who.id, what: how, address: addressOf(request) });
  const workshop = { id: workshopId, name: await nameOf(database, workshopId) };
  return { person: personOf(who), workshop, demo: [], device: [], empty: false };
}
