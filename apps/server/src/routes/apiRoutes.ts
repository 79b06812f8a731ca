import { routes } from '@grim-lantern/contract';
import type { Role, Route, RouteName, Tell } from '@grim-lantern/contract';
import type { Request, RequestHandler, Response } from 'express';
import { Router, json, raw } from 'express';
import { Readable } from 'node:stream';
import type { Logger } from 'pino';
import { pipeline } from 'node:stream/promises';
import { ownAnswers, ownerAnswers, peopleAnswers } from './accessAnswers';
import { writeDown } from '../access/audit';
import { openAnswers } from './signInAnswers';
import type { Access } from '../access/sessionReply';
import { deed, sessionReply } from '../access/sessionReply';
import type { Visit } from '../access/visit';
import { visitOf } from '../access/visit';
import { workshopAnswers } from './workshopAnswers';
import { exportWorkshop } from '../archive/exportWorkshop';
import { circuitAnswers } from './circuitAnswers';
import type { Database } from '../database/database';
import { withinWorkshop } from '../database/guarded';
import { jobAnswers } from './jobAnswers';
import { reportAnswers } from './reportAnswers';
import { photoAnswers } from './photoAnswers';
import { traceAnswers } from './traceAnswers';
import { createLayouts } from '../repositories/layouts';
import type { StoredPicture } from '../repositories/photoRepository';
import { createPhotoRepository } from '../repositories/photoRepository';
import { createTraceRepository } from '../repositories/traceRepository';
import { vehicleAnswers } from './vehicleAnswers';
import type { Work } from '../work/work';
import type { SignedIn, ToAnybody } from '../http/answers';
import { loggedProblem } from '../http/errorHandler';
import { idIn } from '../http/idIn';
import { loopDelayGauge } from '../http/loopDelay';
import { holdsLongBody } from '../http/longBody';
import { sendTold } from '../http/progress';
import { ApiProblem } from '../errors/problems';

export interface RouteParts {
  /** For signing in, before it is known for which workshop. */
  readonly database: Database;
  /** For all that people of a workshop ask, behind the second wall. */
  readonly guarded: Database;
  readonly access: Access;
  readonly work: Work;
  readonly drawing: Work | null;
  readonly backupFolder: string | undefined;
  readonly logger: Logger;
}

/** The routes of the contract, each with what answers it, once whoever asks may. */
export function apiRoutes(parts: RouteParts): Router {
  const { database, guarded, access, work, drawing, backupFolder, logger } = parts;
  const undrawn = (error: unknown) => logger.warn({ err: error }, 'a circuit could not be laid out');
  const layouts = drawing === null ? null : createLayouts(guarded, drawing, undrawn);
  const loopDelay = loopDelayGauge();
  const { sharedReport, sharedPhoto, ...reports } = reportAnswers(database, guarded);
  const open: ToAnybody<Exclude<OpenName, 'sharedPhoto'>> = {
    alive: () => Promise.resolve({ status: 'alive' }),
    async health() {
      await database.sequelize.query('SELECT 1');
      return { status: 'ready', longestDelayMs: loopDelay() };
    },
    ...openAnswers(database, access),
    sharedReport,
  };
  const signedIn: SignedIn<Exclude<RouteName, OpenName | 'traceFile' | 'photoFile' | 'exportWorkshop'>> = {
    ...ownAnswers(guarded, (request) => sessionReply(database, access, request)),
    ...peopleAnswers(guarded),
    ...ownerAnswers(guarded, work, backupFolder),
    ...workshopAnswers(guarded),
    ...vehicleAnswers(guarded),
    ...jobAnswers(guarded, work),
    ...reports,
    ...photoAnswers(guarded),
    ...traceAnswers(guarded, work),
    ...circuitAnswers(guarded, work, layouts),
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
      const work = (tell: Tell) =>
        withinWorkshop<unknown>(visit.workshopId, () => signedIn[name](request, visit, tell));
      await sendTold(request, response, work, (error) => loggedProblem(logger, error));
    });
  }
  sendFiles(router, database, guarded, work);
  router[routes.sharedPhoto.method](
    pattern(routes.sharedPhoto.path),
    bodyOf('sharedPhoto'),
    async (request, response) => {
      sendPicture(response, await sharedPhoto(request), 'no-store');
    },
  );
  return router;
}

/** The routes whose answers are files. */
function sendFiles(router: Router, database: Database, guarded: Database, work: Work): void {
  const { traceFile, photoFile, exportWorkshop: archive } = routes;
  /** Sends a file of the workshop of whoever asks, where they may. */
  const send = (
    { method, path, who }: Pick<Route, 'method' | 'path'> & { readonly who: readonly Role[] },
    file: (visit: Visit, request: Request, response: Response) => Promise<void>,
  ) => {
    router[method](pattern(path), async (request, response) => {
      const visit = await allowed(database, request, who);
      await withinWorkshop(visit.workshopId, () => file(visit, request, response));
    });
  };
  send(photoFile, async ({ workshopId }, request, response) => {
    const photos = createPhotoRepository(guarded, workshopId);
    const picture = await photos.picture(idIn(request, 'photoId', 'photo/unknown'));
    // A photo never changes.
    sendPicture(response, picture, 'private, max-age=31536000, immutable');
  });
  send(traceFile, async ({ workshopId }, request, response) => {
    const traces = createTraceRepository({ database: guarded, workshopId, work });
    const pieces = await traces.pieces(idIn(request, 'traceId', 'trace/unknown'));
    response.type('application/octet-stream');
    await pipeline(Readable.from(pieces), response).catch(unlessGone(response));
  });
  send(archive, async (visit, request, response) => {
    await writeDown(guarded, { ...deed(visit, request), what: 'Exported the workshop' });
    response.type('application/x-tar').attachment('workshop.tar');
    const parts = { database: guarded, workshopId: visit.workshopId, work };
    await exportWorkshop(parts, response).catch(unlessGone(response));
  });
}

/** Opened by itself it is a picture and nothing else. */
function sendPicture(response: Response, { type, bytes }: StoredPicture, kept: string): void {
  response.set({ 'cache-control': kept, 'content-security-policy': "default-src 'none'; sandbox" });
  response.type(type).send(bytes);
}

/** Whoever asked may have gone away in the middle: nothing is wrong then. */
const unlessGone = (response: Response) => (error: unknown) => {
  if (!response.closed) throw error;
};

/** Reads the JSON of a request, as far as its route takes one; where that may be long, as bytes. */
function bodyOf(name: RouteName): RequestHandler {
  const { megabytes = 1 }: Route = routes[name];
  const limit = megabytes * 2 ** 20;
  return holdsLongBody(name) ? raw({ type: 'application/json', limit }) : json({ limit });
}

type OpenName = { [R in RouteName]: (typeof routes)[R]['who'] extends 'anybody' ? R : never }[RouteName];

/** @throws {ApiProblem} where nobody is signed in, or their role may not */
async function allowed(database: Database, request: Request, who: readonly Role[]): Promise<Visit> {
  const visit = await visitOf(database, request);
  if (visit === null) throw new ApiProblem('sign-in/needed');
  if (!who.includes(visit.person.role)) throw new ApiProblem('role/not-allowed');
  return visit;
}

/** A path of the contract as the router writes it. */
const pattern = (path: string) => path.replace(/\{(\w+)\}/g, ':$1');
