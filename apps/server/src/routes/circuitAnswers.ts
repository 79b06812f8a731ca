import type { Visit } from '../access/visit';
import { refuseStrangers } from '../access/visit';
import type { Database } from '../database/database';
import type { SignedIn } from '../http/answers';
import { idIn } from '../http/idIn';
import { longBody } from '../http/longBody';
import type { Work } from '../work/work';
import { createCircuitRepository } from '../repositories/circuitRepository';

/** What people ask about circuits. */
export function circuitAnswers(database: Database, work: Work): SignedIn<'addCircuit' | 'circuit'> {
  const repository = ({ workshopId }: Visit) => createCircuitRepository(database, workshopId);
  return {
    async addCircuit(request, visit) {
      const record = await longBody(work, 'addCircuit', request);
      if (record.drawn !== undefined) refuseStrangers(visit, [record.drawn.author], 'drawn.author');
      return repository(visit).add(record);
    },
    circuit: (request, visit) => repository(visit).get(idIn(request, 'circuitId', 'circuit/unknown')),
  };
}
