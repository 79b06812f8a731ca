import { routes } from '@grim-lantern/contract';
import { z } from 'zod';
import type { Visit } from '../access/visit';
import { refuseStrangers } from '../access/visit';
import type { Database } from '../database/database';
import type { SignedIn } from '../http/answers';
import { idIn } from '../http/idIn';
import { validated } from '../errors/validated';
import type { Work } from '../work/work';
import { createTraceRepository } from '../repositories/traceRepository';

/** What people ask about recordings. */
export function traceAnswers(database: Database, work: Work): SignedIn<'traces' | 'addTrace' | 'fileTrace'> {
  const repository = ({ workshopId }: Visit) => createTraceRepository({ database, workshopId, work });
  return {
    traces: async (request, visit) => ({
      traces: [...(await repository(visit).list(idIn(request, 'jobId', 'job/unknown')))],
    }),
    async addTrace(request, visit) {
      // A refusal in the middle must still be answered: the rest is let run out, not cut off.
      const bytes = request.iterator({ destroyOnReturn: false });
      try {
        const { author } = validated(z.object(routes.addTrace.query), request.query);
        refuseStrangers(visit, [author], 'author');
        const jobId = idIn(request, 'jobId', 'job/unknown');
        const id = idIn(request, 'traceId', 'trace/unknown');
        return await repository(visit).add({ id, jobId, author, bytes });
      } finally {
        request.resume();
      }
    },
    fileTrace(request, visit) {
      const id = idIn(request, 'traceId', 'trace/unknown');
      return repository(visit).file(id, validated(routes.fileTrace.body, request.body));
    },
  };
}
