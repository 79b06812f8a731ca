import { routes } from '@grim-lantern/contract';
import type {
  CircuitSummary,
  Colleague,
  Role,
  Route,
  RouteName,
  VehicleRecord,
  Workshop,
} from '@grim-lantern/contract';
import type { JobEvent, Kit } from '@grim-lantern/core';
import type { Request, RequestHandler } from 'express';
import { Router, json } from 'express';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { z } from 'zod';
import { ownAnswers, ownerAnswers } from '../access/accessAnswers';
import { writeDown } from '../access/audit';
import { openAnswers } from '../access/doors';
import type { Access } from '../access/sessionReply';
import { deed } from '../access/sessionReply';
import type { Visit } from '../access/visit';
import { refuseStrangers, visitOf } from '../access/visit';
import { createCircuitShelf } from '../circuits/circuitShelf';
import type { Database } from '../database/database';
import { createJobLog } from '../jobs/jobLog';
import { createTraceShelf } from '../traces/traceShelf';
import { createCentreShelf } from '../vehicles/centreShelf';
import { createVehicleShelf } from '../vehicles/vehicleShelf';
import type { SignedIn, ToAnybody } from './answers';
import { idIn } from './idIn';
import { ApiProblem } from './problems';
import { validated } from './validated';

/** The routes of the contract, each with what answers it, once whoever asks may. */
export function apiRoutes(database: Database, access: Access, backupFolder?: string): Router {
  const open: ToAnybody<OpenName> = {
    async health() {
      await database.sequelize.query('SELECT 1');
      return { status: 'ready' };
    },
    ...openAnswers(database, access),
  };
  const signedIn: SignedIn<Exclude<RouteName, OpenName | 'traceFile'>> = {
    ...ownAnswers(database, access),
    ...ownerAnswers(database, backupFolder),
    ...workshopAnswers(database),
    ...vehicleAnswers(database),
    ...jobAnswers(database),
    ...traceAnswers(database),
    ...circuitAnswers(database),
  };
  const router = Router();
  for (const name of Object.keys(open) as (keyof typeof open)[]) {
    const { method, path } = routes[name];
    router[method](pattern(path), bodyOf(name), async (request, response) => {
      response.set('cache-control', 'no-store').json(await open[name](request, response));
    });
  }
  for (const name of Object.keys(signedIn) as (keyof typeof signedIn)[]) {
    const { method, path, who } = routes[name];
    // Who asks is known before a long body is read.
    const guard: RequestHandler = async (request, response, next) => {
      response.locals['visit'] = await allowed(database, request, who);
      next();
    };
    router[method](pattern(path), guard, bodyOf(name), async (request, response) => {
      const visit = response.locals['visit'] as Visit;
      response.set('cache-control', 'no-store').json(await signedIn[name](request, visit));
    });
  }
  const { method, path, who } = routes.traceFile;
  router[method](pattern(path), async (request, response) => {
    const { workshopId } = await allowed(database, request, who);
    const traces = createTraceShelf(database, workshopId);
    const pieces = await traces.pieces(idIn(request, 'traceId', 'trace/unknown'));
    response.type('application/octet-stream');
    await pipeline(Readable.from(pieces), response).catch((error: unknown) => {
      // Whoever asked has gone away in the middle: nothing is wrong here.
      if (!response.closed) throw error;
    });
  });
  return router;
}

/** Reads the JSON of a request, as far as its route takes one. */
function bodyOf(name: RouteName): RequestHandler {
  const { megabytes = 1 }: Route = routes[name];
  return json({ limit: megabytes * 2 ** 20 });
}

type OpenName = { [R in RouteName]: (typeof routes)[R]['who'] extends 'anybody' ? R : never }[RouteName];

/** @throws {ApiProblem} where nobody is signed in, or their role may not */
async function allowed(database: Database, request: Request, who: readonly Role[]): Promise<Visit> {
  const visit = await visitOf(database, request);
  if (visit === null) throw new ApiProblem('sign-in/needed');
  if (!who.includes(visit.person.role)) throw new ApiProblem('role/not-allowed');
  return visit;
}

function workshopAnswers(database: Database): SignedIn<'workshop' | 'keepKit'> {
  return {
    workshop: async (_request, { workshopId }) =>
      workshop(
        database,
        workshopId,
        await createCircuitShelf(database, workshopId).list(),
        await createVehicleShelf(database, workshopId).list(),
      ),
    keepKit(request, visit) {
      const technician = idIn(request, 'technicianId', 'technician/none');
      const kit = validated(routes.keepKit.body, request.body);
      refuseStrangers(visit, [technician], 'technicianId');
      return keepKit(database, visit.workshopId, technician, kit);
    },
  };
}

function jobAnswers(
  database: Database,
): SignedIn<'jobs' | 'openJob' | 'importJob' | 'job' | 'events' | 'appendEvents'> {
  const log = ({ workshopId }: Visit) => createJobLog(database, workshopId);
  return {
    jobs: async (_request, visit) => ({ jobs: [...(await log(visit).list())] }),
    openJob(request, visit) {
      const job = validated(routes.openJob.body, request.body);
      refuseStrangers(visit, [job.author], 'author');
      refuseFuture([job.at], 'at');
      return log(visit).open(job);
    },
    async importJob(request, visit) {
      const job = await log(visit).takeIn(validated(routes.importJob.body, request.body));
      await writeDown(database, { ...deed(visit, request), what: 'Imported a job', about: job.title });
      return job;
    },
    job: (request, visit) => log(visit).get(idIn(request, 'jobId', 'job/unknown')),
    async events(request, visit) {
      const { after } = validated(z.object(routes.events.query), request.query);
      const jobId = idIn(request, 'jobId', 'job/unknown');
      return { events: [...(await log(visit).eventsAfter(jobId, after))] };
    },
    async appendEvents(request, visit) {
      const { events } = validated(routes.appendEvents.body, request.body);
      const authors = events.map(({ author }) => author);
      refuseStrangers(visit, authors, 'events.*.author');
      refuseBeyondRole(visit, events);
      refuseFuture(
        events.map(({ at }) => at),
        'events.*.at',
      );
      return { events: [...(await log(visit).append(idIn(request, 'jobId', 'job/unknown'), events))] };
    },
  };
}

/**
 * The past is taken as it is told: what is sent late was entered offline. The future is a wrong clock's.
 * @throws {ApiProblem} naming the first time that is more than a day ahead of this server's clock
 */
function refuseFuture(times: readonly string[], field: string): void {
  const latest = Date.now() + 86_400_000;
  const ahead = times.findIndex((at) => Date.parse(at) > latest);
  if (ahead >= 0) throw new ApiProblem('event/time', field.replace('*', String(ahead)));
}

/** What an apprentice leaves to a technician: to name the cause, repair, deal with the customer, close. */
const forTrained: ReadonlySet<JobEvent['type']> = new Set([
  'cause-found',
  'repair-done',
  'customer-asked',
  'customer-answered',
  'job-closed',
  'job-reopened',
]);

/** @throws {ApiProblem} naming the first event that its author may not make */
function refuseBeyondRole({ authors }: Visit, events: readonly JobEvent[]): void {
  const beyond = events.findIndex(
    ({ author, type }) => authors.get(author) === 'apprentice' && forTrained.has(type),
  );
  if (beyond >= 0) throw new ApiProblem('role/not-allowed', `events.${beyond}`);
}

function circuitAnswers(database: Database): SignedIn<'addCircuit' | 'circuit'> {
  const shelf = ({ workshopId }: Visit) => createCircuitShelf(database, workshopId);
  return {
    addCircuit(request, visit) {
      const record = validated(routes.addCircuit.body, request.body);
      if (record.drawn !== undefined) refuseStrangers(visit, [record.drawn.author], 'drawn.author');
      return shelf(visit).add(record);
    },
    circuit: (request, visit) => shelf(visit).get(idIn(request, 'circuitId', 'circuit/unknown')),
  };
}

function vehicleAnswers(
  database: Database,
): SignedIn<'keepVehicle' | 'centres' | 'keepCentre' | 'removeCentre' | 'relayEntries' | 'addRelayEntry'> {
  const shelf = ({ workshopId }: Visit) => createVehicleShelf(database, workshopId);
  const boxes = ({ workshopId }: Visit) => createCentreShelf(database, workshopId);
  const vehicleId = (request: Request) => idIn(request, 'vehicleId', 'vehicle/unknown');
  return {
    keepVehicle: (request, visit) =>
      shelf(visit).keep(
        { id: vehicleId(request), ...validated(routes.keepVehicle.body, request.body) },
        visit.person.id,
      ),
    centres: async (request, visit) => ({ centres: [...(await boxes(visit).centres(vehicleId(request)))] }),
    keepCentre(request, visit) {
      const id = idIn(request, 'centreId', 'centre/unknown');
      const centre = validated(routes.keepCentre.body, request.body);
      return boxes(visit).keepCentre({ id, ...centre }, visit.person.id);
    },
    async removeCentre(request, visit) {
      const removed = await boxes(visit).removeCentre(
        idIn(request, 'centreId', 'centre/unknown'),
        visit.person.id,
      );
      const what = 'Removed a fuse box';
      await writeDown(database, { ...deed(visit, request), what, about: removed.centre.name });
      return removed;
    },
    relayEntries: async (request, visit) => ({
      entries: [...(await shelf(visit).relayEntries(vehicleId(request)))],
    }),
    addRelayEntry(request, visit) {
      const id = idIn(request, 'entryId', 'relay-entry/unknown');
      const entry = validated(routes.addRelayEntry.body, request.body);
      refuseStrangers(visit, [entry.author], 'author');
      return shelf(visit).addRelayEntry({ id, ...entry });
    },
  };
}

function traceAnswers(database: Database): SignedIn<'traces' | 'addTrace' | 'fileTrace'> {
  const shelf = ({ workshopId }: Visit) => createTraceShelf(database, workshopId);
  return {
    traces: async (request, visit) => ({
      traces: [...(await shelf(visit).list(idIn(request, 'jobId', 'job/unknown')))],
    }),
    async addTrace(request, visit) {
      // A refusal in the middle must still be answered: the rest is let run out, not cut off.
      const bytes = request.iterator({ destroyOnReturn: false });
      try {
        const { author } = validated(z.object(routes.addTrace.query), request.query);
        refuseStrangers(visit, [author], 'author');
        const jobId = idIn(request, 'jobId', 'job/unknown');
        const id = idIn(request, 'traceId', 'trace/unknown');
        return await shelf(visit).add({ id, jobId, author, bytes });
      } finally {
        request.resume();
      }
    },
    fileTrace(request, visit) {
      const id = idIn(request, 'traceId', 'trace/unknown');
      return shelf(visit).file(id, validated(routes.fileTrace.body, request.body));
    },
  };
}

/** A path of the contract as the router writes it. */
const pattern = (path: string) => path.replace(/\{(\w+)\}/g, ':$1');

function colleague({ id, name, kit, role, active }: Colleague): Colleague {
  return { id, name, kit, role, active };
}

/** @throws {ApiProblem} where this workshop has no such technician */
async function keepKit({ models }: Database, workshopId: string, id: string, kit: Kit): Promise<Colleague> {
  const technician = await models.Technician.findOne({ where: { workshopId, id } });
  if (technician === null) throw new ApiProblem('technician/none');
  return colleague(await technician.update({ kit }));
}

async function workshop(
  { models }: Database,
  workshopId: string,
  circuits: readonly CircuitSummary[],
  vehicles: readonly VehicleRecord[],
): Promise<Workshop> {
  const { name, currency, hourlyRate, askFrom } = await models.Workshop.findOne({
    where: { id: workshopId },
    rejectOnEmpty: true,
  });
  const technicians = await models.Technician.findAll({ where: { workshopId }, order: [['name', 'ASC']] });
  return {
    name,
    currency,
    hourlyRate,
    askFrom,
    technicians: technicians.map(colleague),
    vehicles: [...vehicles],
    circuits: [...circuits],
  };
}
