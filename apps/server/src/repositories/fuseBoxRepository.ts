import type { FuseBoxRecord } from '@grim-lantern/contract';
import { isDeepStrictEqual } from 'node:util';
import type { Transaction } from 'sequelize';
import type { Database } from '../database/database';
import type { FuseBoxRow } from '../database/models';
import { ApiProblem } from '../errors/problems';
import { expectVehicle } from './expectVehicle';

/** The fuse and relay centres of a workshop's vehicles. */
export interface FuseBoxRepository {
  /** Those that were removed come too, marked. */
  readonly centres: (vehicleId: string) => Promise<readonly FuseBoxRecord[]>;
  /** Keeps a centre that the contract has checked, new or known; one that was removed is back. */
  readonly saveFuseBox: (record: Omit<FuseBoxRecord, 'removed'>, author: string) => Promise<FuseBoxRecord>;
  readonly removeFuseBox: (id: string, author: string) => Promise<FuseBoxRecord>;
}

/** @throws {ApiProblem} from every method, where its request does not fit */
export function createFuseBoxRepository(
  { sequelize, models }: Database,
  workshopId: string,
): FuseBoxRepository {
  const { Centre } = models;
  return {
    async centres(vehicleId) {
      await expectVehicle(models, workshopId, vehicleId);
      const rows = await Centre.findAll({ where: { workshopId, vehicleId }, order: [['id', 'ASC']] });
      return rows.map(centreRecord).sort((one, another) => Number(one.removed) - Number(another.removed));
    },
    saveFuseBox: (record, author) =>
      sequelize.transaction(async (transaction) => {
        const { id, vehicleId, centre, version } = record;
        await expectVehicle(models, workshopId, vehicleId, 'vehicleId', transaction);
        const known = await lockedFuseBox(models, workshopId, id, transaction);
        if (known === null) {
          const row = { workshopId, id, vehicleId, document: centre, authorId: author };
          return centreRecord(await Centre.create(row, { transaction }));
        }
        if (known.vehicleId !== vehicleId) throw new ApiProblem('centre/id-taken');
        const same = known.removedAt === null && isDeepStrictEqual(known.document, centre);
        if (same) return centreRecord(known);
        if (known.version !== version) throw new ApiProblem('centre/changed', 'version');
        await known.update({ document: centre, authorId: author, removedAt: null }, { transaction });
        return centreRecord(await known.reload({ transaction }));
      }),
    removeFuseBox: (id, author) =>
      sequelize.transaction(async (transaction) => {
        const known = await lockedFuseBox(models, workshopId, id, transaction);
        if (known === null) throw new ApiProblem('centre/unknown');
        if (known.removedAt !== null) return centreRecord(known);
        await known.update({ removedAt: new Date(), authorId: author }, { transaction });
        return centreRecord(await known.reload({ transaction }));
      }),
  };
}

function lockedFuseBox(
  { Centre }: Database['models'],
  workshopId: string,
  id: string,
  transaction: Transaction,
): Promise<FuseBoxRow | null> {
  return Centre.findOne({ where: { workshopId, id }, transaction, lock: transaction.LOCK.UPDATE });
}

function centreRecord({ id, vehicleId, document, version, removedAt }: FuseBoxRow): FuseBoxRecord {
  return { id, vehicleId, centre: document, version, removed: removedAt !== null };
}
