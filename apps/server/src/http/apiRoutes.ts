import { routes } from '@grim-lantern/contract';
import type {
  CircuitSummary,
  Colleague,
  Reply,
  RouteName,
  VehicleRecord,
  Workshop,
} from '@grim-lantern/contract';
import { Router } from 'express';
import type { Kit } from '@grim-lantern/core';
import type { Request } from 'express';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { z } from 'zod';
import { createCircuitShelf } from '../circuits/circuitShelf';
import type { Database } from '../database/database';
import { createJobLog } from '../jobs/jobLog';
import type { TraceShelf } from '../traces/traceShelf';
import { createTraceShelf } from '../traces/traceShelf';
import type { VehicleShelf } from '../vehicles/vehicleShelf';
import { createVehicleShelf } from '../vehicles/vehicleShelf';
import type { ProblemCode } from './problems';
import { ApiProblem } from './problems';
import { validated } from './validated';

/** What answers some of the routes. */
type Answers<N extends RouteName> = { readonly [R in N]: (request: Request) => Promise<Reply<R>> };

/** The routes of the contract, each with what answers it. */
export function apiRoutes(database: Database, workshopId: string): Router {
  const log = createJobLog(database, workshopId);
  const shelf = createCircuitShelf(database, workshopId);
  const vehicles = createVehicleShelf(database, workshopId);
  const traces = createTraceShelf(database, workshopId);
  const answers: {
    readonly [R in Exclude<RouteName, 'traceFile'>]: (request: Request) => Promise<Reply<R>>;
  } = {
    async health() {
      await database.sequelize.query('SELECT 1');
      return { status: 'ready' };
    },
    workshop: async () => workshop(database, workshopId, await shelf.list(), await vehicles.list()),
    keepKit(request) {
      const technician = idIn(request, 'technicianId', 'technician/none');
      return keepKit(database, workshopId, technician, validated(routes.keepKit.body, request.body));
    },
    ...vehicleAnswers(vehicles),
    jobs: async () => ({ jobs: [...(await log.list())] }),
    openJob: (request) => log.open(validated(routes.openJob.body, request.body)),
    importJob: (request) => log.takeIn(validated(routes.importJob.body, request.body)),
    job: (request) => log.get(idIn(request, 'jobId', 'job/unknown')),
    async events(request) {
      const { after } = validated(z.object(routes.events.query), request.query);
      return { events: [...(await log.eventsAfter(idIn(request, 'jobId', 'job/unknown'), after))] };
    },
    async appendEvents(request) {
      const { events } = validated(routes.appendEvents.body, request.body);
      return { events: [...(await log.append(idIn(request, 'jobId', 'job/unknown'), events))] };
    },
    ...traceAnswers(traces),
    addCircuit: (request) => shelf.add(validated(routes.addCircuit.body, request.body)),
    circuit: (request) => shelf.get(idIn(request, 'circuitId', 'circuit/unknown')),
  };
  const router = Router();
  for (const name of Object.keys(answers) as (keyof typeof answers)[]) {
    const { method, path } = routes[name];
    router[method](pattern(path), async (request, response) => {
      response.json(await answers[name](request));
    });
  }
  const { method, path } = routes.traceFile;
  router[method](pattern(path), async (request, response) => {
    const pieces = await traces.pieces(idIn(request, 'traceId', 'trace/unknown'));
    response.type('application/octet-stream');
    await pipeline(Readable.from(pieces), response).catch((error: unknown) => {
      // Whoever asked has gone away in the middle: nothing is wrong here.
      if (!response.closed) throw error;
    });
  });
  return router;
}

function vehicleAnswers(
  vehicles: VehicleShelf,
): Answers<'keepVehicle' | 'centres' | 'keepCentre' | 'removeCentre' | 'relayEntries' | 'addRelayEntry'> {
  return {
    keepVehicle(request) {
      const id = idIn(request, 'vehicleId', 'vehicle/unknown');
      return vehicles.keep({ id, ...validated(routes.keepVehicle.body, request.body) });
    },
    centres: async (request) => ({
      centres: [...(await vehicles.centres(idIn(request, 'vehicleId', 'vehicle/unknown')))],
    }),
    keepCentre(request) {
      const id = idIn(request, 'centreId', 'centre/unknown');
      return vehicles.keepCentre({ id, ...validated(routes.keepCentre.body, request.body) });
    },
    removeCentre: (request) => vehicles.removeCentre(idIn(request, 'centreId', 'centre/unknown')),
    relayEntries: async (request) => ({
      entries: [...(await vehicles.relayEntries(idIn(request, 'vehicleId', 'vehicle/unknown')))],
    }),
    addRelayEntry(request) {
      const id = idIn(request, 'entryId', 'relay-entry/unknown');
      return vehicles.addRelayEntry({ id, ...validated(routes.addRelayEntry.body, request.body) });
    },
  };
}

function traceAnswers(traces: TraceShelf): Answers<'traces' | 'addTrace' | 'fileTrace'> {
  return {
    traces: async (request) => ({
      traces: [...(await traces.list(idIn(request, 'jobId', 'job/unknown')))],
    }),
    async addTrace(request) {
      const { author } = validated(z.object(routes.addTrace.query), request.query);
      const jobId = idIn(request, 'jobId', 'job/unknown');
      const id = idIn(request, 'traceId', 'trace/unknown');
      // A refusal in the middle must still be answered: the rest is let run out, not cut off.
      const bytes = request.iterator({ destroyOnReturn: false });
      try {
        return await traces.add({ id, jobId, author, bytes });
      } finally {
        request.resume();
      }
    },
    fileTrace(request) {
      const id = idIn(request, 'traceId', 'trace/unknown');
      return traces.file(id, validated(routes.fileTrace.body, request.body));
    },
  };
}

/** A path of the contract as the router writes it. */
const pattern = (path: string) => path.replace(/\{(\w+)\}/g, ':$1');

/** A UUID from the path: what is none cannot name anything that is stored. */
function idIn(request: Request, parameter: string, unknown: ProblemCode): string {
  const result = z.uuid().safeParse(request.params[parameter]);
  if (!result.success) throw new ApiProblem(unknown);
  return result.data;
}

function colleague({ id, name, kit }: Colleague): Colleague {
  return { id, name, kit };
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
  const { name, hourlyRate, askFrom } = await models.Workshop.findOne({
    where: { id: workshopId },
    rejectOnEmpty: true,
  });
  const technicians = await models.Technician.findAll({ where: { workshopId }, order: [['name', 'ASC']] });
  return {
    name,
    hourlyRate,
    askFrom,
    technicians: technicians.map(colleague),
    vehicles: [...vehicles],
    circuits: [...circuits],
  };
}
