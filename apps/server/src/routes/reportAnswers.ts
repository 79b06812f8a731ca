import { routes } from '@grim-lantern/contract';
import type { Request } from 'express';
import { writeDown } from '../access/audit';
import { deed } from '../access/sessionReply';
import type { Visit } from '../access/visit';
import type { Database } from '../database/database';
import { validated } from '../errors/validated';
import type { SignedIn, ToAnybody } from '../http/answers';
import { idIn } from '../http/idIn';
import { createJobLog } from '../repositories/jobLog';
import { createReportLinks, reportOf } from '../access/reportLinks';

/** The link to the report of a job: made and ended by people of the workshop, looked at by whoever has it. */
export function reportAnswers(
  database: Database,
): SignedIn<'reportShown' | 'shareReport' | 'endReportLink'> & ToAnybody<'sharedReport'> {
  const logOf = (workshopId: string) => createJobLog(database, workshopId, () => undefined);
  const linksOf = ({ workshopId }: Visit) => createReportLinks(database, workshopId, logOf(workshopId));
  const jobIn = (request: Request) => idIn(request, 'jobId', 'job/unknown');
  const note = async (request: Request, visit: Visit, what: string) => {
    const { title } = await logOf(visit.workshopId).get(jobIn(request));
    await writeDown(database, { ...deed(visit, request), what, about: title });
  };
  return {
    reportShown: async (request, visit) => ({ until: await linksOf(visit).until(jobIn(request)) }),
    async shareReport(request, visit) {
      const { days } = validated(routes.shareReport.body, request.body);
      const link = await linksOf(visit).make(jobIn(request), days);
      await note(request, visit, 'Made a link to a report');
      return link;
    },
    async endReportLink(request, visit) {
      await linksOf(visit).end(jobIn(request));
      await note(request, visit, 'Ended the link to a report');
      return { until: null };
    },
    sharedReport: (request) =>
      reportOf(database, validated(routes.sharedReport.body, request.body).token, logOf),
  };
}
