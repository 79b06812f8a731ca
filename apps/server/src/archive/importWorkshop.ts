import { eventFlaws } from '@grim-lantern/contract';
import type { Tell } from '@grim-lantern/contract';
import type { Circuit, JobEvent } from '@grim-lantern/core';
import { createHash } from 'node:crypto';
import { createReadStream, createWriteStream } from 'node:fs';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { Transaction } from 'sequelize';
import { extract } from 'tar-stream';
import type { z } from 'zod';
import { shelve } from '../repositories/circuitRepository';
import type { Database } from '../database/database';
import { ApiProblem } from '../errors/problems';
import { checked } from '../errors/validated';
import { importEvents } from '../repositories/importJob';
import { createPhotoRepository } from '../repositories/photoRepository';
import type { RepositoryParts } from '../repositories/traceRepository';
import { createTraceRepository } from '../repositories/traceRepository';
import { documents } from './documents';

type Documents = typeof documents;
type Content<K extends keyof Documents> = z.infer<Documents[K]['schema']>;

/** Everything of an archive but its recordings and photos themselves, which stay in the file. */
interface Archive {
  readonly workshop: Content<'workshop'>;
  readonly people: Content<'people'>;
  readonly vehicles: readonly Content<'vehicle'>[];
  readonly circuits: readonly Content<'circuit'>[];
  readonly jobs: readonly Content<'job'>[];
  /** By `jobId/traceId`. */
  readonly recordings: ReadonlyMap<string, Content<'recording'>>;
  /** By `vehicleId/photoId`. */
  readonly photos: ReadonlyMap<string, Content<'photo'>>;
}

const photoName = /^photos\/([0-9a-f-]{36})\/([0-9a-f-]{36})\.(json|picture)$/;
const recordingName = /^recordings\/([0-9a-f-]{36})\/([0-9a-f-]{36})\.(json|trace)$/;

/**
 * Takes an archive into an empty workshop: all of it or nothing. Its people come without access; the owner gives it to them.
 * @param tell - told how many of its jobs, recordings and photos are stored
 * @returns how many jobs came
 * @throws {ApiProblem} naming the first file that is missing, changed or does not fit
 */
export async function importWorkshop(parts: RepositoryParts, bytes: Readable, tell: Tell): Promise<number> {
  const { database, workshopId } = parts;
  const folder = await mkdtemp(join(tmpdir(), 'lantern-import-'));
  const file = join(folder, 'archive.tar');
  try {
    await pipeline(bytes, createWriteStream(file));
    const archive = await readArchive(file);
    let done = 0;
    const of = archive.jobs.length + archive.recordings.size + archive.photos.size;
    tell({ done, of });
    const oneMore = () => tell({ done: ++done, of });
    await database.sequelize.transaction(async (transaction) => {
      await refuseUnlessEmpty(database, workshopId, transaction);
      await storeDocuments(database, workshopId, archive, transaction, oneMore);
      await storeFiles(parts, archive, file, transaction, oneMore);
    });
    return archive.jobs.length;
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

async function refuseUnlessEmpty(
  { models }: Database,
  workshopId: string,
  transaction: Transaction,
): Promise<void> {
  const where = { id: workshopId };
  await models.Workshop.findOne({ where, transaction, lock: transaction.LOCK.UPDATE });
  const vehicles = await models.Vehicle.count({ where: { workshopId }, transaction });
  if (vehicles > 0) throw new ApiProblem('archive/not-empty');
}

/** Each file of an archive, in its order, with its bytes. */
async function* entriesOf(file: string): AsyncGenerator<{ name: string; bytes: Buffer }> {
  const reader = extract();
  const reading = pipeline(createReadStream(file), reader);
  // Whoever stops asking in the middle ends it: that is no failure of anybody's.
  reading.catch(() => undefined);
  try {
    for await (const entry of reader) {
      const parts: Buffer[] = [];
      for await (const part of entry) parts.push(part as Buffer);
      yield { name: entry.header.name, bytes: Buffer.concat(parts) };
    }
    await reading;
  } catch {
    throw new ApiProblem('archive/unreadable');
  }
}

/** Reads it through once: every file is there, unchanged, and fits. */
async function readArchive(file: string): Promise<Archive> {
  const sums = new Map<string, string>();
  const found: { [K in keyof Documents]: Content<K>[] } = {
    workshop: [],
    people: [],
    vehicle: [],
    circuit: [],
    job: [],
    recording: [],
    photo: [],
    manifest: [],
  };
  const recordings = new Map<string, Content<'recording'>>();
  const photos = new Map<string, Content<'photo'>>();
  for await (const { name, bytes } of entriesOf(file)) {
    sums.set(name, createHash('sha256').update(bytes).digest('hex'));
    if (name.endsWith('.trace') || name.endsWith('.picture')) continue;
    const kind = (Object.keys(documents) as (keyof Documents)[]).find((each) =>
      documents[each].name.test(name),
    );
    if (kind === undefined) throw new ApiProblem('archive/flaw', name, `${name}: Expected no such file.`);
    const content = contentOf(kind, name, bytes);
    (found[kind] as unknown[]).push(content);
    const [, job, trace] = recordingName.exec(name) ?? [];
    if (kind === 'recording') recordings.set(`${job}/${trace}`, content as Content<'recording'>);
    const [, vehicle, photo] = photoName.exec(name) ?? [];
    if (kind === 'photo') photos.set(`${vehicle}/${photo}`, content as Content<'photo'>);
  }
  const [[manifest], [workshop], [people]] = [found.manifest, found.workshop, found.people];
  if (manifest === undefined || workshop === undefined || people === undefined) {
    throw new ApiProblem('archive/unreadable');
  }
  for (const [name, sum] of Object.entries(manifest.files)) {
    if (sums.get(name) !== sum) {
      throw new ApiProblem(
        'archive/flaw',
        name,
        `${name}: Expected the file that was exported; it is missing or changed.`,
      );
    }
  }
  return {
    workshop,
    people,
    vehicles: found.vehicle,
    circuits: found.circuit,
    jobs: found.job,
    recordings,
    photos,
  };
}

function contentOf<K extends keyof Documents>(kind: K, name: string, bytes: Buffer): Content<K> {
  let content: unknown;
  try {
    content = JSON.parse(bytes.toString());
  } catch {
    throw new ApiProblem('archive/flaw', name, `${name}: Expected JSON.`);
  }
  const schema: z.ZodType<unknown> = documents[kind].schema;
  const result = checked(schema, content);
  if ('data' in result) return result.data as Content<K>;
  throw new ApiProblem('archive/flaw', name, `${name}: ${result.message}`);
}

async function storeDocuments(
  database: Database,
  workshopId: string,
  { workshop, people, vehicles, circuits, jobs }: Archive,
  transaction: Transaction,
  oneMore: () => void,
): Promise<void> {
  const { models } = database;
  const options = { transaction };
  await models.Workshop.update(workshop, { where: { id: workshopId }, ...options });
  const rows = people.map((person) => ({ workshopId, ...person, active: false }));
  await models.Technician.bulkCreate(rows, { ...options, ignoreDuplicates: true });
  for (const { centres, relayEntries, archived, rest, ...vehicle } of vehicles) {
    await models.Vehicle.create(
      {
        workshopId,
        ...vehicle,
        restLimitAmps: rest.limitAmps,
        batteryAmpHours: rest.batteryAmpHours,
        archivedAt: archived ? new Date() : null,
      },
      options,
    );
    const vehicleId = vehicle.id;
    await models.Centre.bulkCreate(
      centres.map(({ id, centre }) => ({ workshopId, id, vehicleId, document: centre })),
      options,
    );
    await models.RelayEntry.bulkCreate(
      relayEntries.map(({ id, author, at, vehicleId: of, ...document }) => ({
        workshopId,
        id,
        vehicleId: of,
        authorId: author,
        at: new Date(at),
        document,
      })),
      options,
    );
  }
  for (const circuit of inOrderOfRevision(circuits)) {
    await shelve(database, workshopId, circuit, `circuits/${circuit.id}.json`, transaction);
  }
  for (const { events, archived, openedAt, ...job } of jobs) {
    const archivedAt = archived ? new Date() : null;
    const row = await models.Job.create(
      { workshopId, ...job, openedAt: new Date(openedAt), archivedAt },
      options,
    );
    refuseMisfits(job.id, circuits.find(({ id }) => id === job.circuitId)?.circuit, events);
    await importEvents(models, row, events, transaction);
    oneMore();
  }
}

/** @throws {ApiProblem} where the events of a job are not about its circuit, or that is not in the archive */
function refuseMisfits(jobId: string, circuit: Circuit | undefined, events: readonly JobEvent[]): void {
  const file = `jobs/${jobId}.json`;
  if (circuit === undefined)
    throw new ApiProblem('archive/flaw', file, `${file}: Expected its circuit in the archive.`);
  const flaw = eventFlaws({ circuit, events })[0];
  if (flaw !== undefined) {
    throw new ApiProblem('archive/flaw', file, `${file}, events.${flaw.path}: ${flaw.message}`);
  }
}

/** What a revision follows comes before it. */
function inOrderOfRevision(circuits: Archive['circuits']): Archive['circuits'] {
  const byId = new Map(circuits.map((circuit) => [circuit.id, circuit]));
  const placed = new Set<Content<'circuit'>>();
  for (const circuit of circuits) {
    const chain: Content<'circuit'>[] = [];
    for (let each: Content<'circuit'> | undefined = circuit; each !== undefined && !chain.includes(each);) {
      chain.unshift(each);
      each = each.follows === undefined ? undefined : byId.get(each.follows);
    }
    for (const each of chain) placed.add(each);
  }
  return [...placed];
}

/** Stores recordings and photos, each with what is said of it, as they lie in the archive: it is read through once more. */
async function storeFiles(
  parts: RepositoryParts,
  { recordings, photos }: Archive,
  file: string,
  transaction: Transaction,
  oneMore: () => void,
): Promise<void> {
  const { database, workshopId } = parts;
  const traces = createTraceRepository(parts);
  const album = createPhotoRepository(database, workshopId);
  for await (const { name, bytes } of entriesOf(file)) {
    const [, jobId, traceId, traceEnding] = recordingName.exec(name) ?? [];
    if (jobId !== undefined && traceId !== undefined && traceEnding === 'trace') {
      const { author, side, kept } = besideIt(recordings.get(`${jobId}/${traceId}`), name);
      await traces.add({ id: traceId, jobId, author, bytes: [bytes] }, transaction);
      await traces.file(traceId, { side, kept }, transaction);
      oneMore();
    }
    const [, vehicleId, photoId, photoEnding] = photoName.exec(name) ?? [];
    if (vehicleId !== undefined && photoId !== undefined && photoEnding === 'picture') {
      const { removed, ...said } = besideIt(photos.get(`${vehicleId}/${photoId}`), name);
      await album.add({ ...said, id: photoId, vehicleId, bytes: [bytes] }, transaction);
      if (removed) await album.file(photoId, { caption: said.caption, removed }, transaction);
      oneMore();
    }
  }
}

/** @throws {ApiProblem} where nothing is said of a file beside it */
function besideIt<T>(about: T | undefined, name: string): T {
  if (about === undefined)
    throw new ApiProblem('archive/flaw', name, `${name}: Expected its .json beside it.`);
  return about;
}
