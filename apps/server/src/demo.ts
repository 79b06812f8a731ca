import { circuitSchema, firstProblem, jobEventSchema } from '@grim-lantern/contract';
import { readFile, readdir } from 'node:fs/promises';
import { join } from 'node:path';
import { z } from 'zod';
import type { Database } from './database/database';

const demoSchema = z.strictObject({
  id: z.uuid(),
  name: z.string(),
  hourlyRate: z.number().min(0),
  askFrom: z.number().min(0),
  technicians: z.array(z.strictObject({ id: z.uuid(), name: z.string() })),
  vehicles: z.array(z.strictObject({ id: z.uuid(), name: z.string(), service: z.string() })),
  circuits: z.array(z.strictObject({ id: z.uuid(), vehicleId: z.uuid(), file: z.string() })),
});

const demoJobSchema = z.strictObject({
  id: z.uuid(),
  circuitId: z.uuid(),
  title: z.string(),
  openedAt: z.iso.datetime(),
  events: z.array(jobEventSchema),
});

/**
 * Loads the demo workshop from its documents, once: a workshop that is there already is left alone.
 * @returns its id, and whether it was loaded now
 * @throws {Error} naming the file and the field that does not fit
 */
export async function loadDemo(
  database: Database,
  folder: string,
): Promise<{ workshopId: string; loaded: boolean }> {
  const workshop = await document(demoSchema, join(folder, 'workshop.json'));
  const { models, sequelize } = database;
  const workshopId = workshop.id;
  if ((await models.Workshop.count({ where: { id: workshopId } })) > 0) return { workshopId, loaded: false };
  const circuits = await Promise.all(
    workshop.circuits.map(async ({ id, vehicleId, file }) => {
      const circuit = await document(circuitSchema, join(folder, 'circuits', file));
      return { workshopId, id, vehicleId, name: circuit.name, document: circuit };
    }),
  );
  const files = (await readdir(join(folder, 'jobs'))).filter((file) => file.endsWith('.json')).sort();
  const jobs = await Promise.all(files.map((file) => document(demoJobSchema, join(folder, 'jobs', file))));
  await sequelize.transaction(async (transaction) => {
    const options = { transaction };
    const { name, hourlyRate, askFrom } = workshop;
    await models.Workshop.create({ id: workshopId, name, hourlyRate, askFrom }, options);
    await models.Technician.bulkCreate(
      workshop.technicians.map((each) => ({ workshopId, ...each })),
      options,
    );
    await models.Vehicle.bulkCreate(
      workshop.vehicles.map((each) => ({ workshopId, ...each })),
      options,
    );
    await models.Circuit.bulkCreate(circuits, options);
    for (const { id, circuitId, title, openedAt, events } of jobs) {
      const vehicleId = workshop.circuits.find((each) => each.id === circuitId)?.vehicleId ?? '';
      await models.Job.create(
        {
          workshopId,
          id,
          vehicleId,
          circuitId,
          title,
          openedAt: new Date(openedAt),
          lastSequence: events.length,
        },
        options,
      );
      await models.JobEvent.bulkCreate(
        events.map((event, index) => ({
          workshopId,
          jobId: id,
          sequence: index + 1,
          id: event.id,
          authorId: event.author,
          body: event,
        })),
        options,
      );
    }
  });
  return { workshopId, loaded: true };
}

async function document<T>(schema: z.ZodType<T>, file: string): Promise<T> {
  const parsed = schema.safeParse(JSON.parse(await readFile(file, 'utf8')));
  if (!parsed.success) throw new Error(`${file} does not fit. ${firstProblem(parsed.error).message}`);
  return parsed.data;
}
