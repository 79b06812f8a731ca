import { routes } from '@grim-lantern/contract';
import type { Request } from 'express';
import { writeDown } from '../access/audit';
import { deed } from '../access/sessionReply';
import type { Visit } from '../access/visit';
import { refuseStrangers } from '../access/visit';
import type { Database } from '../database/database';
import type { SignedIn } from '../http/answers';
import { idIn } from '../http/idIn';
import { validated } from '../http/validated';
import { createCentreShelf } from './centreShelf';
import { createVehicleShelf } from './vehicleShelf';

/** What people ask about vehicles, their boxes and relays. */
export function vehicleAnswers(
  database: Database,
): SignedIn<'keepVehicle' | 'centres' | 'keepCentre' | 'removeCentre' | 'relayEntries' | 'addRelayEntry'> {
  const shelf = ({ workshopId }: Visit) => createVehicleShelf(database, workshopId);
  const boxes = ({ workshopId }: Visit) => createCentreShelf(database, workshopId);
  const vehicleId = (request: Request) => idIn(request, 'vehicleId', 'vehicle/unknown');
  return {
    keepVehicle: (request, visit) =>
      shelf(visit).keep(
        { id: vehicleId(request), ...validated(routes.keepVehicle.body, request.body) },
        visit.person.id,
      ),
    centres: async (request, visit) => ({ centres: [...(await boxes(visit).centres(vehicleId(request)))] }),
    keepCentre(request, visit) {
      const id = idIn(request, 'centreId', 'centre/unknown');
      const centre = validated(routes.keepCentre.body, request.body);
      return boxes(visit).keepCentre({ id, ...centre }, visit.person.id);
    },
    async removeCentre(request, visit) {
      const removed = await boxes(visit).removeCentre(
        idIn(request, 'centreId', 'centre/unknown'),
        visit.person.id,
      );
      const what = 'Removed a fuse box';
      await writeDown(database, { ...deed(visit, request), what, about: removed.centre.name });
      return removed;
    },
    relayEntries: async (request, visit) => ({
      entries: [...(await shelf(visit).relayEntries(vehicleId(request)))],
    }),
    addRelayEntry(request, visit) {
      const id = idIn(request, 'entryId', 'relay-entry/unknown');
      const entry = validated(routes.addRelayEntry.body, request.body);
      refuseStrangers(visit, [entry.author], 'author');
      return shelf(visit).addRelayEntry({ id, ...entry });
    },
  };
}
