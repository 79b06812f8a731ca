import type { CircuitRecord, CircuitSummary } from '@grim-lantern/contract';
import type { Transaction } from 'sequelize';
import { QueryTypes } from 'sequelize';
import type { Database } from '../database/database';
import type { CircuitRow, Models } from '../database/models';
import { ApiProblem } from '../errors/problems';

/** The circuits of one workshop. A revision never changes: jobs rest on it. */
export interface CircuitRepository {
  readonly list: () => Promise<readonly CircuitSummary[]>;
  readonly get: (circuitId: string) => Promise<CircuitRecord>;
  /** Adds a revision that the contract has checked. The same request again changes nothing. */
  readonly add: (record: CircuitRecord) => Promise<CircuitRecord>;
}

/** @throws {ApiProblem} from every method, where its request does not fit */
export function createCircuitRepository(
  { sequelize, models }: Database,
  workshopId: string,
): CircuitRepository {
  return {
    list: () => byName(models, workshopId),
    async get(id) {
      const found = await models.Circuit.findOne({ where: { workshopId, id } });
      if (found === null) throw new ApiProblem('circuit/unknown');
      return recordOf(found);
    },
    add: (record) =>
      sequelize.transaction(async (transaction) => {
        const { vehicleId } = record;
        const vehicle = await models.Vehicle.count({ where: { workshopId, id: vehicleId }, transaction });
        if (vehicle === 0) throw new ApiProblem('vehicle/unknown', 'vehicleId');
        await refuseSideways(models, workshopId, record, transaction);
        await shelve({ sequelize }, workshopId, record, 'id', transaction);
        return record;
      }),
  };
}

/**
 * Locks the revision that a new one follows, so that of two at once the second sees the first.
 * @throws {ApiProblem} where it is another vehicle's, or followed already
 */
async function refuseSideways(
  { Circuit }: Models,
  workshopId: string,
  { id, vehicleId, follows }: CircuitRecord,
  transaction: Transaction,
): Promise<void> {
  if (follows === undefined) return;
  const lock = transaction.LOCK.UPDATE;
  const before = await Circuit.findOne({ where: { workshopId, id: follows }, transaction, lock });
  if (before === null) throw new ApiProblem('circuit/unknown', 'follows');
  if (before.vehicleId !== vehicleId) throw new ApiProblem('circuit/other-vehicle', 'vehicleId');
  const next = await Circuit.findOne({ where: { workshopId, follows }, transaction });
  if (next !== null && next.id !== id) throw new ApiProblem('circuit/followed', 'follows');
}

function recordOf({
  id,
  vehicleId,
  document,
  source,
  follows,
  authorId,
  drawnAt,
  why,
}: CircuitRow): CircuitRecord {
  return {
    id,
    vehicleId,
    circuit: document,
    ...(source === null ? {} : { source }),
    ...(follows === null ? {} : { follows }),
    ...(authorId === null || drawnAt === null
      ? {}
      : { drawn: { author: authorId, at: drawnAt.toISOString(), why: why ?? '' } }),
  };
}

/**
 * Stores a revision that is not there yet. One that is there is compared by the database, not here: a long one takes its time.
 * @throws {ApiProblem} naming `field` when its id is taken by something else
 */
export async function shelve(
  { sequelize }: Pick<Database, 'sequelize'>,
  workshopId: string,
  { id, vehicleId, circuit, source, follows, drawn }: CircuitRecord,
  field: string,
  transaction: Transaction,
): Promise<void> {
  const bind = { workshopId, id, vehicleId, document: JSON.stringify(circuit) };
  const options = { transaction, type: QueryTypes.SELECT } as const;
  const stored = await sequelize.query(
    `INSERT INTO circuits
        (workshop_id, id, vehicle_id, name, document, source, follows, author_id, drawn_at, why)
      VALUES ($workshopId, $id, $vehicleId, $name, $document, $source, $follows, $author, $at, $why)
      ON CONFLICT (workshop_id, id) DO NOTHING RETURNING id`,
    {
      ...options,
      bind: {
        ...bind,
        name: circuit.name,
        source: source ?? null,
        follows: follows ?? null,
        author: drawn?.author ?? null,
        at: drawn?.at ?? null,
        why: drawn?.why ?? null,
      },
    },
  );
  if (stored.length > 0) return;
  const [there] = await sequelize.query<{ same: boolean }>(
    `SELECT vehicle_id = $vehicleId AND document = $document::jsonb AS same FROM circuits
      WHERE workshop_id = $workshopId AND id = $id`,
    { ...options, bind },
  );
  if (there?.same !== true) throw new ApiProblem('circuit/id-taken', field);
}

/** Every revision, those of one circuit under the name of each. Cost: linear in their number. */
async function byName({ Circuit, Vehicle }: Models, workshopId: string): Promise<readonly CircuitSummary[]> {
  const vehicles = new Map((await Vehicle.findAll({ where: { workshopId } })).map((each) => [each.id, each]));
  const rows = await Circuit.findAll({
    where: { workshopId },
    attributes: ['id', 'vehicleId', 'name', 'follows'],
    order: [['name', 'ASC']],
  });
  const byId = new Map(rows.map((row) => [row.id, row]));
  const next = new Map(rows.flatMap(({ id, follows }) => (follows === null ? [] : [[follows, id] as const])));
  const place = new Map<string, { revision: number; latest: string }>();
  // From each first revision along what follows it.
  for (const row of rows) {
    if (row.follows !== null && byId.has(row.follows)) continue;
    const chain: string[] = [];
    for (let id: string | undefined = row.id; id !== undefined; id = next.get(id)) chain.push(id);
    chain.forEach((id, i) => place.set(id, { revision: i + 1, latest: chain.at(-1)! }));
  }
  return rows.flatMap(({ id, vehicleId, name }) => {
    const [vehicle, placed] = [vehicles.get(vehicleId), place.get(id)];
    if (vehicle === undefined || placed === undefined) return [];
    return [
      { id, name, vehicle: { id: vehicle.id, name: vehicle.name, service: vehicle.service }, ...placed },
    ];
  });
}
