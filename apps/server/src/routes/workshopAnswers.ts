import { routes } from '@grim-lantern/contract';
import type { CircuitSummary, Colleague, VehicleRecord, Workshop } from '@grim-lantern/contract';
import type { Kit } from '@grim-lantern/core';
import { createCircuitRepository } from '../repositories/circuitRepository';
import type { Database } from '../database/database';
import type { SignedIn } from '../http/answers';
import { idIn } from '../http/idIn';
import { ApiProblem } from '../errors/problems';
import { validated } from '../errors/validated';
import { settingsOf } from '../repositories/settings';
import { createVehicleRepository } from '../repositories/vehicleRepository';
import { refuseStrangers } from '../access/visit';

/** What people ask about the workshop as a whole. */
export function workshopAnswers(database: Database): SignedIn<'workshop' | 'saveKit'> {
  return {
    workshop: async (_request, { workshopId }) =>
      workshop(
        database,
        workshopId,
        await createCircuitRepository(database, workshopId).list(),
        await createVehicleRepository(database, workshopId).list(),
      ),
    saveKit(request, visit) {
      const technician = idIn(request, 'technicianId', 'technician/none');
      const kit = validated(routes.saveKit.body, request.body);
      refuseStrangers(visit, [technician], 'technicianId');
      return saveKit(database, visit.workshopId, technician, kit);
    },
  };
}

function colleague({ id, name, kit, role, active }: Colleague): Colleague {
  return { id, name, kit, role, active };
}

/** @throws {ApiProblem} where this workshop has no such technician */
async function saveKit({ models }: Database, workshopId: string, id: string, kit: Kit): Promise<Colleague> {
  const technician = await models.Technician.findOne({ where: { workshopId, id } });
  if (technician === null) throw new ApiProblem('technician/none');
  return colleague(await technician.update({ kit }));
}

async function workshop(
  database: Database,
  workshopId: string,
  circuits: readonly CircuitSummary[],
  vehicles: readonly VehicleRecord[],
): Promise<Workshop> {
  const { models } = database;
  const technicians = await models.Technician.findAll({ where: { workshopId }, order: [['name', 'ASC']] });
  return {
    ...(await settingsOf(database, workshopId)),
    technicians: technicians.map(colleague),
    vehicles: [...vehicles],
    circuits: [...circuits],
  };
}
