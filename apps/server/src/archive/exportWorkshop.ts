import type { VehicleRecord } from '@grim-lantern/contract';
import { createHash } from 'node:crypto';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { Writable } from 'node:stream';
import { pack } from 'tar-stream';
import type { Pack } from 'tar-stream';
import { createCircuitRepository } from '../repositories/circuitRepository';
import { createPhotoRepository } from '../repositories/photoRepository';
import { settingsOf } from '../repositories/settings';
import { storedJob } from '../repositories/storedJob';
import type { RepositoryParts } from '../repositories/traceRepository';
import { createTraceRepository } from '../repositories/traceRepository';
import { createVehicleRepository } from '../repositories/vehicleRepository';
import { createFuseBoxRepository } from '../repositories/fuseBoxRepository';
import type { ArchivedJob } from './documents';

/**
 * Writes everything that a workshop has as open documents into one `.tar`, in the same order and bytes whenever nothing has changed.
 * The last file is the manifest. Passwords and sessions are no part of it.
 * @throws what reading the database or writing throws; what was written until then is no archive
 */
export async function exportWorkshop(parts: RepositoryParts, to: Writable): Promise<void> {
  const tar = pack();
  const writing = pipeline(tar, to);
  const reading = writeAll(parts, new Archive(tar)).then(() => tar.finalize());
  try {
    // Whoever asked may go away in the middle: then nothing more is read for them.
    await Promise.race([reading, writing]);
  } catch (error) {
    tar.destroy(error instanceof Error ? error : new Error(String(error)));
    reading.catch(() => undefined);
    writing.catch(() => undefined);
    throw error;
  }
  await writing;
}

/** Adds files one after another, and keeps their checksums. */
class Archive {
  private readonly sums: Record<string, string> = {};
  constructor(private readonly tar: Pack) {}

  async document(name: string, content: unknown): Promise<void> {
    await this.file(name, Buffer.from(`${JSON.stringify(content, null, 2)}\n`));
  }

  async file(name: string, bytes: Buffer): Promise<void> {
    this.sums[name] = createHash('sha256').update(bytes).digest('hex');
    // The same time in every archive: the same contents are the same bytes.
    await new Promise<void>((resolve, reject) => {
      const entry = this.tar.entry({ name, size: bytes.length, mtime: new Date(0) }, bytes, (error) =>
        error ? reject(error) : resolve(),
      );
      // What is destroyed in the middle, because nobody reads it any more, says so here only.
      entry.on('error', reject);
    });
  }

  manifest(): Promise<void> {
    return this.document('manifest.json', {
      format: 'grim-lantern/workshop',
      version: 1,
      files: { ...this.sums },
    });
  }
}

async function writeAll(parts: RepositoryParts, archive: Archive): Promise<void> {
  const { database, workshopId } = parts;
  const { models } = database;
  const inOrder = { where: { workshopId }, order: [['id', 'ASC']] as [string, string][] };
  await archive.document('workshop.json', await settingsOf(database, workshopId));
  const people = await models.Technician.findAll(inOrder);
  await archive.document(
    'people.json',
    people.map((person) => ({ id: person.id, name: person.name, role: person.role, kit: person.kit })),
  );
  const vehicles = createVehicleRepository(database, workshopId);
  const byId = <T extends { readonly id: string }>(list: readonly T[]) =>
    [...list].sort((one, other) => (one.id < other.id ? -1 : 1));
  for (const vehicle of byId(await vehicles.list())) {
    const centres = byId(await createFuseBoxRepository(database, workshopId).centres(vehicle.id));
    await archive.document(`vehicles/${vehicle.id}.json`, {
      ...unversioned(vehicle),
      centres: centres.filter(({ removed }) => !removed).map(({ id, centre }) => ({ id, centre })),
      relayEntries: byId(await vehicles.relayEntries(vehicle.id)),
    });
  }
  const circuits = createCircuitRepository(database, workshopId);
  const rows = await models.Circuit.findAll({ ...inOrder, attributes: ['id'] });
  for (const { id } of rows) await archive.document(`circuits/${id}.json`, await circuits.get(id));
  await writeJobs(parts, archive);
  await writePhotos(parts, archive);
  await archive.manifest();
}

/** A vehicle without its version: that counts from 1 wherever it is taken in. */
function unversioned(vehicle: VehicleRecord): Omit<VehicleRecord, 'version'> {
  return Object.fromEntries(Object.entries(vehicle).filter(([key]) => key !== 'version')) as Omit<
    VehicleRecord,
    'version'
  >;
}

/** Each photo as it was kept, with what is said of it beside it. */
async function writePhotos({ database, workshopId }: RepositoryParts, archive: Archive): Promise<void> {
  const photos = createPhotoRepository(database, workshopId);
  const rows = await database.models.Photo.findAll({
    where: { workshopId },
    attributes: ['id', 'vehicleId'],
    order: [['id', 'ASC']],
  });
  const vehicles = new Set(rows.map(({ vehicleId }) => vehicleId));
  const records = (await Promise.all([...vehicles].map((id) => photos.list(id)))).flat();
  const recordOf = new Map(records.map((record) => [record.id, record]));
  for (const { id } of rows) {
    const { vehicleId, jobId, author, at, shows, of, caption, removed } = recordOf.get(id)!;
    const said = { jobId, author, at, shows, of, caption, removed };
    await archive.document(`photos/${vehicleId}/${id}.json`, said);
    await archive.file(`photos/${vehicleId}/${id}.picture`, (await photos.picture(id)).bytes);
  }
}

async function writeJobs(parts: RepositoryParts, archive: Archive): Promise<void> {
  const { database, workshopId } = parts;
  const { models } = database;
  const traces = createTraceRepository(parts);
  const ids = await models.Job.findAll({
    where: { workshopId },
    attributes: ['id'],
    order: [['id', 'ASC']],
  });
  for (const { id: jobId } of ids) {
    const job = await models.Job.findOne({ where: { workshopId, id: jobId }, rejectOnEmpty: true });
    const { log } = await storedJob(models, job);
    const document: ArchivedJob = {
      id: jobId,
      title: job.title,
      vehicleId: job.vehicleId,
      circuitId: job.circuitId,
      openedAt: job.openedAt.toISOString(),
      archived: job.archivedAt !== null,
      events: [...log],
    };
    await archive.document(`jobs/${jobId}.json`, document);
    for (const { id, author, side, kept } of await traces.list(jobId)) {
      const pieces = await Readable.from(await traces.pieces(id)).toArray();
      await archive.document(`recordings/${jobId}/${id}.json`, { author, side, kept });
      await archive.file(`recordings/${jobId}/${id}.trace`, Buffer.concat(pieces as Buffer[]));
    }
  }
}
