import type { Visit } from '../access/visit';
import { refuseStrangers } from '../access/visit';
import type { Database } from '../database/database';
import type { SignedIn } from '../http/answers';
import { idIn } from '../http/idIn';
import { longBody } from '../http/longBody';
import type { Work } from '../work/work';
import { createCircuitRepository } from '../repositories/circuitRepository';
import type { Layouts } from '../repositories/layouts';

/** What people ask about circuits. */
export function circuitAnswers(
  database: Database,
  work: Work,
  layouts: Layouts | null,
): SignedIn<'addCircuit' | 'circuit'> {
  const repository = ({ workshopId }: Visit) => createCircuitRepository(database, workshopId);
  return {
    async addCircuit(request, visit) {
      const record = await longBody(work, 'addCircuit', request);
      if (record.drawn !== undefined) refuseStrangers(visit, [record.drawn.author], 'drawn.author');
      const added = await repository(visit).add(record);
      layouts?.want(visit.workshopId, added);
      return added;
    },
    async circuit(request, visit) {
      const record = await repository(visit).get(idIn(request, 'circuitId', 'circuit/unknown'));
      const layout = await layouts?.of(visit.workshopId, record);
      return layout === undefined ? record : { ...record, layout };
    },
  };
}
