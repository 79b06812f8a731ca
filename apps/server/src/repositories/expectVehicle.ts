import type { Transaction } from 'sequelize';
import type { Database } from '../database/database';
import { ApiProblem } from '../errors/problems';

/** @throws {ApiProblem} where the workshop has no such vehicle */
export async function expectVehicle(
  { Vehicle }: Database['models'],
  workshopId: string,
  id: string,
  field?: string,
  transaction?: Transaction,
): Promise<void> {
  const count = await Vehicle.count({
    where: { workshopId, id },
    ...(transaction === undefined ? {} : { transaction }),
  });
  if (count === 0) throw new ApiProblem('vehicle/unknown', field);
}
