import type { CircuitRecord, CircuitSummary } from '@grim-lantern/contract';
import { isDeepStrictEqual } from 'node:util';
import type { Transaction } from 'sequelize';
import type { Database } from '../database/database';
import type { Models } from '../database/models';
import { ApiProblem } from '../http/problems';

/** The circuits of one workshop. A circuit never changes: jobs rest on it. */
export interface CircuitShelf {
  readonly list: () => Promise<readonly CircuitSummary[]>;
  readonly get: (circuitId: string) => Promise<CircuitRecord>;
  /** Adds a circuit that the contract has checked. The same request again changes nothing. */
  readonly add: (record: CircuitRecord) => Promise<CircuitRecord>;
}

/** @throws {ApiProblem} from every method, where its request does not fit */
export function createCircuitShelf({ sequelize, models }: Database, workshopId: string): CircuitShelf {
  return {
    list: () => byName(models, workshopId),
    async get(id) {
      const found = await models.Circuit.findOne({ where: { workshopId, id } });
      if (found === null) throw new ApiProblem('circuit/unknown');
      return { id, vehicleId: found.vehicleId, circuit: found.document };
    },
    add: (record) =>
      sequelize.transaction(async (transaction) => {
        const { vehicleId } = record;
        const vehicle = await models.Vehicle.count({ where: { workshopId, id: vehicleId }, transaction });
        if (vehicle === 0) throw new ApiProblem('vehicle/unknown', 'vehicleId');
        await shelve(models, workshopId, record, 'id', transaction);
        return record;
      }),
  };
}

/**
 * Stores a circuit that is not there yet.
 * @throws {ApiProblem} naming `field` when its id is taken by something else
 */
export async function shelve(
  { Circuit }: Models,
  workshopId: string,
  { id, vehicleId, circuit }: CircuitRecord,
  field: string,
  transaction: Transaction,
): Promise<void> {
  const [row] = await Circuit.findOrCreate({
    where: { workshopId, id },
    defaults: { workshopId, id, vehicleId, name: circuit.name, document: circuit },
    transaction,
  });
  if (row.vehicleId !== vehicleId || !isDeepStrictEqual(row.document, circuit)) {
    throw new ApiProblem('circuit/id-taken', field);
  }
}

async function byName({ Circuit, Vehicle }: Models, workshopId: string): Promise<readonly CircuitSummary[]> {
  const vehicles = await Vehicle.findAll({ where: { workshopId } });
  const circuits = await Circuit.findAll({
    where: { workshopId },
    attributes: ['id', 'vehicleId', 'name'],
    order: [['name', 'ASC']],
  });
  return circuits.flatMap(({ id, vehicleId, name }) => {
    const vehicle = vehicles.find((each) => each.id === vehicleId);
    if (vehicle === undefined) return [];
    return [{ id, name, vehicle: { id: vehicle.id, name: vehicle.name, service: vehicle.service } }];
  });
}
