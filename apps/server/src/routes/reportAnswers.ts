import { routes } from '@grim-lantern/contract';
import type { Request } from 'express';
import { writeDown } from '../access/audit';
import { deed } from '../access/sessionReply';
import type { Visit } from '../access/visit';
import type { Database } from '../database/database';
import { withinWorkshop } from '../database/guarded';
import { validated } from '../errors/validated';
import type { SignedIn, ToAnybody } from '../http/answers';
import { idIn } from '../http/idIn';
import { createJobLog } from '../repositories/jobLog';
import type { StoredPicture } from '../repositories/photoRepository';
import { createPhotoRepository } from '../repositories/photoRepository';
import { createReportLinks, lookUpLink, reportOf } from '../access/reportLinks';

/**
 * The link to the report of a job: made and ended by people of the workshop, looked at by whoever has it.
 * @param database - finds the workshop of a link
 * @param guarded - shows what that one has
 */
export function reportAnswers(
  database: Database,
  guarded: Database,
): SignedIn<'reportShown' | 'shareReport' | 'endReportLink'> &
  ToAnybody<'sharedReport'> & { readonly sharedPhoto: (request: Request) => Promise<StoredPicture> } {
  const logOf = (workshopId: string) => createJobLog(guarded, workshopId, () => undefined);
  const linksOf = ({ workshopId }: Visit) => createReportLinks(guarded, workshopId);
  /** @throws {ApiProblem} where the workshop has no such job */
  const jobIn = (request: Request, { workshopId }: Visit) =>
    logOf(workshopId).get(idIn(request, 'jobId', 'job/unknown'));
  return {
    async reportShown(request, visit) {
      const { id } = await jobIn(request, visit);
      return { until: await linksOf(visit).until(id) };
    },
    async shareReport(request, visit) {
      const { days } = validated(routes.shareReport.body, request.body);
      const { id, title } = await jobIn(request, visit);
      const link = await linksOf(visit).make(id, days);
      await writeDown(guarded, { ...deed(visit, request), what: 'Made a link to a report', about: title });
      return link;
    },
    async endReportLink(request, visit) {
      const { id, title } = await jobIn(request, visit);
      await linksOf(visit).end(id);
      await writeDown(guarded, {
        ...deed(visit, request),
        what: 'Ended the link to a report',
        about: title,
      });
      return { until: null };
    },
    async sharedReport(request) {
      const { token } = validated(routes.sharedReport.body, request.body);
      const link = await lookUpLink(database, token);
      return withinWorkshop(link.workshopId, () => reportOf(guarded, link, logOf(link.workshopId)));
    },
    async sharedPhoto(request) {
      const { token, photo } = validated(routes.sharedPhoto.body, request.body);
      const { workshopId, jobId } = await lookUpLink(database, token);
      return withinWorkshop(workshopId, () =>
        createPhotoRepository(guarded, workshopId).pictureOfJob(photo, jobId),
      );
    },
  };
}
