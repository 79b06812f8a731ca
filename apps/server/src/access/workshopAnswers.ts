import { routes } from '@grim-lantern/contract';
import type { CircuitSummary, Colleague, VehicleRecord, Workshop } from '@grim-lantern/contract';
import type { Kit } from '@grim-lantern/core';
import { createCircuitShelf } from '../circuits/circuitShelf';
import type { Database } from '../database/database';
import type { SignedIn } from '../http/answers';
import { idIn } from '../http/idIn';
import { ApiProblem } from '../http/problems';
import { validated } from '../http/validated';
import { createVehicleShelf } from '../vehicles/vehicleShelf';
import { refuseStrangers } from './visit';

/** What people ask about the workshop as a whole. */
export function workshopAnswers(database: Database): SignedIn<'workshop' | 'keepKit'> {
  return {
    workshop: async (_request, { workshopId }) =>
      workshop(
        database,
        workshopId,
        await createCircuitShelf(database, workshopId).list(),
        await createVehicleShelf(database, workshopId).list(),
      ),
    keepKit(request, visit) {
      const technician = idIn(request, 'technicianId', 'technician/none');
      const kit = validated(routes.keepKit.body, request.body);
      refuseStrangers(visit, [technician], 'technicianId');
      return keepKit(database, visit.workshopId, technician, kit);
    },
  };
}

function colleague({ id, name, kit, role, active }: Colleague): Colleague {
  return { id, name, kit, role, active };
}

/** @throws {ApiProblem} where this workshop has no such technician */
async function keepKit({ models }: Database, workshopId: string, id: string, kit: Kit): Promise<Colleague> {
  const technician = await models.Technician.findOne({ where: { workshopId, id } });
  if (technician === null) throw new ApiProblem('technician/none');
  return colleague(await technician.update({ kit }));
}

async function workshop(
  { models }: Database,
  workshopId: string,
  circuits: readonly CircuitSummary[],
  vehicles: readonly VehicleRecord[],
): Promise<Workshop> {
  const { name, currency, hourlyRate, askFrom } = await models.Workshop.findOne({
    where: { id: workshopId },
    rejectOnEmpty: true,
  });
  const technicians = await models.Technician.findAll({ where: { workshopId }, order: [['name', 'ASC']] });
  return {
    name,
    currency,
    hourlyRate,
    askFrom,
    technicians: technicians.map(colleague),
    vehicles: [...vehicles],
    circuits: [...circuits],
  };
}
