import type { RelayEntry, VehicleRecord } from '@grim-lantern/contract';
import { isDeepStrictEqual } from 'node:util';
import type { Database } from '../database/database';
import type { RelayEntryRow, VehicleRow } from '../database/models';
import { ApiProblem } from '../errors/problems';
import { expectVehicle } from './expectVehicle';

/** The vehicles of one workshop, with what was found out about their relays. */
export interface VehicleRepository {
  readonly list: () => Promise<readonly VehicleRecord[]>;
  /** Keeps a vehicle, new or known, as the next version after the one that it names. */
  readonly keep: (vehicle: VehicleRecord, author: string) => Promise<VehicleRecord>;
  /** What was found out about its relays, oldest first. */
  readonly relayEntries: (vehicleId: string) => Promise<readonly RelayEntry[]>;
  /** Adds one; one that is stored already is not stored twice. */
  readonly addRelayEntry: (entry: RelayEntry) => Promise<RelayEntry>;
}

/** @throws {ApiProblem} from every method, where its request does not fit */
export function createVehicleRepository(database: Database, workshopId: string): VehicleRepository {
  const { sequelize, models } = database;
  const { RelayEntry: Entry, Vehicle } = models;
  return {
    async list() {
      return (await Vehicle.findAll({ where: { workshopId }, order: [['name', 'ASC']] })).map(vehicleRecord);
    },
    keep: (vehicle, author) =>
      sequelize.transaction(async (transaction) => {
        const { id, version, archived, rest, ...words } = vehicle;
        const known = await Vehicle.findOne({
          where: { workshopId, id },
          transaction,
          lock: transaction.LOCK.UPDATE,
        });
        const values = {
          ...words,
          restLimitAmps: rest.limitAmps,
          batteryAmpHours: rest.batteryAmpHours,
          archivedAt: archived ? (known?.archivedAt ?? new Date()) : null,
          authorId: author,
        };
        if (known === null) {
          return vehicleRecord(await Vehicle.create({ workshopId, id, ...values }, { transaction }));
        }
        // What was sent twice because the answer was lost is there already.
        if (isDeepStrictEqual({ ...vehicleRecord(known), version }, vehicle)) return vehicleRecord(known);
        if (known.version !== version) throw new ApiProblem('vehicle/changed', 'version');
        await known.update(values, { transaction });
        return vehicleRecord(await known.reload({ transaction }));
      }),
    async relayEntries(vehicleId) {
      await expectVehicle(models, workshopId, vehicleId);
      const rows = await Entry.findAll({
        where: { workshopId, vehicleId },
        order: [
          ['at', 'ASC'],
          ['id', 'ASC'],
        ],
      });
      return rows.map(relayEntry);
    },
    async addRelayEntry(entry) {
      const { id, vehicleId, author, at, ...document } = entry;
      await expectVehicle(models, workshopId, vehicleId, 'vehicleId');
      const row = { workshopId, id, vehicleId, authorId: author, at: new Date(at), document };
      const [stored, fresh] = await Entry.findOrCreate({ where: { workshopId, id }, defaults: row });
      if (!fresh && !isDeepStrictEqual(relayEntry(stored), { ...entry, at: row.at.toISOString() })) {
        throw new ApiProblem('relay-entry/id-taken');
      }
      return relayEntry(stored);
    },
  };
}

function vehicleRecord(row: VehicleRow): VehicleRecord {
  const { id, name, service, plate, vin, mileageKm, notes, version, restLimitAmps, batteryAmpHours } = row;
  return {
    id,
    name,
    service,
    plate,
    vin,
    mileageKm,
    notes,
    archived: row.archivedAt !== null,
    rest: { limitAmps: restLimitAmps, batteryAmpHours },
    version,
  };
}

function relayEntry({ id, vehicleId, authorId, at, document }: RelayEntryRow): RelayEntry {
  return { id, vehicleId, author: authorId, at: at.toISOString(), ...document };
}
