import {
  fuseBoxRecordSchema,
  circuitSchema,
  firstProblem,
  jobEventSchema,
  roles,
  uuid,
} from '@grim-lantern/contract';
import { readFile, readdir } from 'node:fs/promises';
import { join } from 'node:path';
import { z } from 'zod';
import type { Database } from '../database/database';
import { appendEvents } from '../repositories/appendEvents';
import { demoRecordingSchema, saveDemoRecordings } from './demoRecordings';
import { workHere } from '../work/work';
import { createTraceRepository } from '../repositories/traceRepository';

const demoSchema = z.strictObject({
  id: uuid(),
  name: z.string(),
  currency: z.string(),
  hourlyRate: z.number().min(0),
  askFrom: z.number().min(0),
  technicians: z.array(z.strictObject({ id: uuid(), name: z.string(), role: z.enum(roles) })),
  vehicles: z.array(z.strictObject({ id: uuid(), name: z.string(), service: z.string() })),
  circuits: z.array(z.strictObject({ id: uuid(), vehicleId: uuid(), file: z.string() })),
});

const demoJobSchema = z.strictObject({
  id: uuid(),
  circuitId: uuid(),
  title: z.string(),
  openedAt: z.iso.datetime(),
  events: z.array(jobEventSchema),
  recordings: z.array(demoRecordingSchema).default([]),
});

/** The demo's workshop, where this database has it. */
export async function findDemo({ models }: Database, folder: string): Promise<string | null> {
  const { id } = await document(demoSchema, join(folder, 'workshop.json'));
  return (await models.Workshop.count({ where: { id } })) > 0 ? id : null;
}

/**
 * Loads the demo's documents into a database that holds no workshop yet. Nothing is ever added to one that does: what was
 * deleted there does not come back.
 * @returns how many jobs were loaded
 * @throws {Error} naming the file and the field that does not fit
 */
export async function loadDemo(database: Database, folder: string): Promise<number> {
  const { models, sequelize } = database;
  // Its documents are read for an empty database only, not at every start.
  if ((await models.Workshop.count()) > 0) return 0;
  const { workshop, circuits, centres, jobs } = await readDemo(folder);
  const workshopId = workshop.id;
  const loaded = await sequelize.transaction(async (transaction) => {
    // Of two servers that start at once the second waits here, then finds a workshop.
    await sequelize.query('LOCK TABLE workshops IN SHARE ROW EXCLUSIVE MODE', { transaction });
    if ((await models.Workshop.count({ transaction })) > 0) return false;
    const options = { transaction };
    const owned = <T>(each: T) => ({ workshopId, ...each });
    const { name, currency, hourlyRate, askFrom } = workshop;
    await models.Workshop.create({ id: workshopId, name, currency, hourlyRate, askFrom }, options);
    await models.Technician.bulkCreate(workshop.technicians.map(owned), options);
    await models.Vehicle.bulkCreate(workshop.vehicles.map(owned), options);
    await models.Circuit.bulkCreate(circuits.map(owned), options);
    await models.Centre.bulkCreate(centres.map(owned), options);
    for (const { id, circuitId, title, openedAt, events } of jobs) {
      const vehicleId = workshop.circuits.find((each) => each.id === circuitId)?.vehicleId ?? '';
      const job = { workshopId, id, vehicleId, circuitId, title, openedAt: new Date(openedAt) };
      await appendEvents(models, await models.Job.create(job, options), events, transaction);
    }
    return true;
  });
  if (!loaded) return 0;
  const repository = createTraceRepository({ database, workshopId, work: workHere });
  for (const { id, circuitId, recordings } of jobs) {
    const circuit = circuits.find((each) => each.id === circuitId)?.document;
    if (circuit !== undefined) await saveDemoRecordings(repository, id, circuit, recordings);
  }
  return jobs.length;
}

async function readDemo(folder: string) {
  const workshop = await document(demoSchema, join(folder, 'workshop.json'));
  const circuits = await Promise.all(
    workshop.circuits.map(async ({ id, vehicleId, file }) => {
      const circuit = await document(circuitSchema, join(folder, 'circuits', file));
      return { id, vehicleId, name: circuit.name, document: circuit };
    }),
  );
  const boxes = await documents(fuseBoxRecordSchema, join(folder, 'centres'));
  const centres = boxes.map(({ id, vehicleId, centre }) => ({ id, vehicleId, document: centre }));
  return { workshop, circuits, centres, jobs: await documents(demoJobSchema, join(folder, 'jobs')) };
}

/** Every document of a folder, in the order of their names. */
async function documents<T>(schema: z.ZodType<T>, folder: string): Promise<readonly T[]> {
  const files = (await readdir(folder)).filter((file) => file.endsWith('.json')).sort();
  return Promise.all(files.map((file) => document(schema, join(folder, file))));
}

async function document<T>(schema: z.ZodType<T>, file: string): Promise<T> {
  const parsed = schema.safeParse(JSON.parse(await readFile(file, 'utf8')));
  if (!parsed.success) throw new Error(`${file} does not fit. ${firstProblem(parsed.error).message}`);
  return parsed.data;
}
