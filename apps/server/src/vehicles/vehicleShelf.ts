import type { CentreRecord, RelayEntry, VehicleRecord } from '@grim-lantern/contract';
import { isDeepStrictEqual } from 'node:util';
import type { Database } from '../database/database';
import type { CentreRow, RelayEntryRow, VehicleRow } from '../database/models';
import { ApiProblem } from '../http/problems';

/** The vehicles of one workshop, with their fuse and relay centres. */
export interface VehicleShelf {
  readonly list: () => Promise<readonly VehicleRecord[]>;
  /** Keeps a vehicle, new or known. */
  readonly keep: (vehicle: VehicleRecord) => Promise<VehicleRecord>;
  readonly centres: (vehicleId: string) => Promise<readonly CentreRecord[]>;
  /** Keeps a centre that the contract has checked, new or known. */
  readonly keepCentre: (record: CentreRecord) => Promise<CentreRecord>;
  readonly removeCentre: (id: string) => Promise<CentreRecord>;
  /** What was found out about its relays, oldest first. */
  readonly relayEntries: (vehicleId: string) => Promise<readonly RelayEntry[]>;
  /** Adds one; one that is stored already is not stored twice. */
  readonly addRelayEntry: (entry: RelayEntry) => Promise<RelayEntry>;
}

/** @throws {ApiProblem} from every method, where its request does not fit */
export function createVehicleShelf({ sequelize, models }: Database, workshopId: string): VehicleShelf {
  const { Centre, RelayEntry: Entry, Vehicle } = models;
  return {
    async list() {
      return (await Vehicle.findAll({ where: { workshopId }, order: [['name', 'ASC']] })).map(vehicleRecord);
    },
    async keep({ id, name, service, rest }) {
      const values = { name, service, restLimitAmps: rest.limitAmps, batteryAmpHours: rest.batteryAmpHours };
      const [row] = await Vehicle.upsert({ workshopId, id, ...values });
      return vehicleRecord(row);
    },
    async centres(vehicleId) {
      await expectVehicle(models, workshopId, vehicleId);
      const rows = await Centre.findAll({ where: { workshopId, vehicleId }, order: [['id', 'ASC']] });
      return rows.map(centreRecord);
    },
    keepCentre: (record) =>
      sequelize.transaction(async (transaction) => {
        const { id, vehicleId, centre } = record;
        await expectVehicle(models, workshopId, vehicleId, 'vehicleId');
        const known = await Centre.findOne({ where: { workshopId, id }, transaction });
        if (known !== null && known.vehicleId !== vehicleId) throw new ApiProblem('centre/id-taken');
        if (known === null)
          await Centre.create({ workshopId, id, vehicleId, document: centre }, { transaction });
        else await known.update({ document: centre }, { transaction });
        return record;
      }),
    async removeCentre(id) {
      const known = await Centre.findOne({ where: { workshopId, id } });
      if (known === null) throw new ApiProblem('centre/unknown');
      await known.destroy();
      return centreRecord(known);
    },
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

async function expectVehicle(
  { Vehicle }: Database['models'],
  workshopId: string,
  id: string,
  field?: string,
): Promise<void> {
  const count = await Vehicle.count({ where: { workshopId, id } });
  if (count === 0) throw new ApiProblem('vehicle/unknown', field);
}

function vehicleRecord({ id, name, service, restLimitAmps, batteryAmpHours }: VehicleRow): VehicleRecord {
  return { id, name, service, rest: { limitAmps: restLimitAmps, batteryAmpHours } };
}

function relayEntry({ id, vehicleId, authorId, at, document }: RelayEntryRow): RelayEntry {
  return { id, vehicleId, author: authorId, at: at.toISOString(), ...document };
}

function centreRecord({ id, vehicleId, document }: CentreRow): CentreRecord {
  return { id, vehicleId, centre: document };
}
