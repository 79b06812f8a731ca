import { routes } from '@grim-lantern/contract';
import type { Request } from 'express';
import { writeDown } from '../access/audit';
import { deed } from '../access/sessionReply';
import type { Visit } from '../access/visit';
import { refuseStrangers } from '../access/visit';
import type { Database } from '../database/database';
import type { SignedIn } from '../http/answers';
import { idIn } from '../http/idIn';
import { validated } from '../errors/validated';
import { createFuseBoxRepository } from '../repositories/fuseBoxRepository';
import { vehicleHistory } from '../repositories/vehicleHistory';
import { createVehicleRepository } from '../repositories/vehicleRepository';

/** What people ask about vehicles, their boxes and relays. */
export function vehicleAnswers(
  database: Database,
): SignedIn<
  | 'saveVehicle'
  | 'vehicleHistory'
  | 'centres'
  | 'saveFuseBox'
  | 'removeFuseBox'
  | 'relayEntries'
  | 'addRelayEntry'
> {
  const repository = ({ workshopId }: Visit) => createVehicleRepository(database, workshopId);
  const boxes = ({ workshopId }: Visit) => createFuseBoxRepository(database, workshopId);
  const vehicleId = (request: Request) => idIn(request, 'vehicleId', 'vehicle/unknown');
  return {
    saveVehicle: (request, visit) =>
      repository(visit).keep(
        { id: vehicleId(request), ...validated(routes.saveVehicle.body, request.body) },
        visit.person.id,
      ),
    vehicleHistory: async (request, { workshopId }) => ({
      lines: await vehicleHistory(database, workshopId, vehicleId(request)),
    }),
    centres: async (request, visit) => ({ centres: [...(await boxes(visit).centres(vehicleId(request)))] }),
    saveFuseBox(request, visit) {
      const id = idIn(request, 'centreId', 'centre/unknown');
      const centre = validated(routes.saveFuseBox.body, request.body);
      return boxes(visit).saveFuseBox({ id, ...centre }, visit.person.id);
    },
    async removeFuseBox(request, visit) {
      const removed = await boxes(visit).removeFuseBox(
        idIn(request, 'centreId', 'centre/unknown'),
        visit.person.id,
      );
      const what = 'Removed a fuse box';
      await writeDown(database, { ...deed(visit, request), what, about: removed.centre.name });
      return removed;
    },
    relayEntries: async (request, visit) => ({
      entries: [...(await repository(visit).relayEntries(vehicleId(request)))],
    }),
    addRelayEntry(request, visit) {
      const id = idIn(request, 'entryId', 'relay-entry/unknown');
      const entry = validated(routes.addRelayEntry.body, request.body);
      refuseStrangers(visit, [entry.author], 'author');
      return repository(visit).addRelayEntry({ id, ...entry });
    },
  };
}
