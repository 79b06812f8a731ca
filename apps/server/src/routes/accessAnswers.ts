import { routes } from '@grim-lantern/contract';
import type { Reply, Session, Settings } from '@grim-lantern/contract';
import type { Request } from 'express';
import { readdir, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { z } from 'zod';
import { importWorkshop } from '../archive/importWorkshop';
import type { Database } from '../database/database';
import type { SignedIn } from '../http/answers';
import { idIn } from '../http/idIn';
import { ApiProblem } from '../errors/problems';
import { validated } from '../errors/validated';
import type { Work } from '../work/work';
import { auditLines, writeDown } from '../access/audit';
import {
  addMember,
  changeMember,
  changeOwnSecrets,
  forgetMember,
  memberRow,
  members,
  newLink,
} from '../access/people';
import { deed } from '../access/sessionReply';
import { changeStation, stations } from '../access/stations';
import { end } from '../access/visit';

/** What people of a workshop may ask about themselves. */
export function ownAnswers(
  database: Database,
  session: (request: Request) => Promise<Session>,
): SignedIn<'signOutEverywhere' | 'changeOwnSecrets'> {
  return {
    async signOutEverywhere(request, visit) {
      await end(database, visit);
      await writeDown(database, { ...deed(visit, request), what: 'Signed out everywhere' });
      return session(request);
    },
    async changeOwnSecrets(request, visit) {
      await changeOwnSecrets(database, visit, validated(routes.changeOwnSecrets.body, request.body));
      await writeDown(database, {
        ...deed(visit, request),
        what: 'Changed own password, PIN or second factor',
      });
      return session(request);
    },
  };
}

/** What an owner may ask about the people of the workshop. */
export function peopleAnswers(
  database: Database,
): SignedIn<'members' | 'invite' | 'changeMember' | 'forgetMember' | 'renewLink'> {
  return {
    members: async (_request, { workshopId }) => ({ members: await members(database, workshopId) }),
    async invite(request, visit) {
      const person = validated(routes.invite.body, request.body);
      const link = await addMember(database, visit.workshopId, person);
      await writeDown(database, {
        ...deed(visit, request),
        what: `Added as ${person.role}`,
        aboutPersonId: person.id,
      });
      return link;
    },
    async changeMember(request, visit) {
      const id = idIn(request, 'personId', 'technician/none');
      const change = validated(routes.changeMember.body, request.body);
      const member = await changeMember(database, visit.workshopId, id, change);
      const what = member.active ? `Changed a person: ${member.role}` : 'Ended a person’s access';
      await writeDown(database, { ...deed(visit, request), what, aboutPersonId: member.id });
      return member;
    },
    async forgetMember(request, visit) {
      const id = idIn(request, 'personId', 'technician/none');
      const member = await forgetMember(database, visit.workshopId, id);
      await writeDown(database, {
        ...deed(visit, request),
        what: 'Deleted a person’s data',
        aboutPersonId: id,
      });
      return member;
    },
    async renewLink(request, visit) {
      const person = await memberRow(
        database,
        visit.workshopId,
        idIn(request, 'personId', 'technician/none'),
      );
      if (!person.active) throw new ApiProblem('technician/none');
      await writeDown(database, {
        ...deed(visit, request),
        what: 'Made a link to choose a password',
        aboutPersonId: person.id,
      });
      return newLink(database, visit.workshopId, person.id);
    },
  };
}

/** What an owner may ask about the workshop itself. */
export function ownerAnswers(
  database: Database,
  work: Work,
  backupFolder: string | undefined,
): SignedIn<'saveSettings' | 'stations' | 'changeStation' | 'importWorkshop' | 'backups' | 'audit'> {
  return {
    async saveSettings(request, visit): Promise<Settings> {
      const settings = validated(routes.saveSettings.body, request.body);
      await database.models.Workshop.update(settings, { where: { id: visit.workshopId } });
      await writeDown(database, { ...deed(visit, request), what: 'Changed the workshop’s settings' });
      return settings;
    },
    stations: async (_request, { workshopId }) => ({ stations: await stations(database, workshopId) }),
    async changeStation(request, visit) {
      const id = idIn(request, 'stationId', 'station/unknown');
      const change = validated(routes.changeStation.body, request.body);
      const all = await changeStation(database, visit.workshopId, id, change);
      const what = change.signOut ? 'Signed everybody out on a device' : 'Named a device';
      await writeDown(database, { ...deed(visit, request), what, about: change.name });
      return { stations: all };
    },
    async importWorkshop(request, visit, tell) {
      const parts = { database, workshopId: visit.workshopId, work };
      const jobs = await importWorkshop(parts, request, tell);
      await writeDown(database, { ...deed(visit, request), what: 'Imported an archive' });
      return { jobs };
    },
    backups: () => backupsIn(backupFolder),
    async audit(request, { workshopId }): Promise<Reply<'audit'>> {
      const { before } = validated(z.object(routes.audit.query), request.query);
      return { lines: await auditLines(database, workshopId, before) };
    },
  };
}

/** What lies in the folder of the nightly backups. */
async function backupsIn(folder: string | undefined): Promise<Reply<'backups'>> {
  const names = folder === undefined ? [] : await readdir(folder).catch(() => []);
  const files = names.filter((name) => /^nightly-.*\.tar$/.test(name));
  const times = await Promise.all(files.map(async (name) => (await stat(join(folder ?? '', name))).mtime));
  const newest = times.sort((one, other) => other.getTime() - one.getTime())[0];
  return { newest: newest?.toISOString() ?? null, count: files.length };
}
