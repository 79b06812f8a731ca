import { openApi } from '@grim-lantern/contract';
import compression from 'compression';
import express from 'express';
import type { Express } from 'express';
import { rateLimit } from 'express-rate-limit';
import helmet from 'helmet';
import { randomUUID } from 'node:crypto';
import { join } from 'node:path';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import type { Access } from './access/sessionReply';
import type { Database } from './database/database';
import { apiRoutes } from './routes/apiRoutes';
import { errorHandler } from './http/errorHandler';
import { ownSite } from './http/ownSite';
import { ApiProblem } from './errors/problems';
import type { Work } from './work/work';

export interface AppParts {
  readonly database: Database;
  /** The same behind its second wall (`openGuarded`). */
  readonly guarded: Database;
  readonly access: Access;
  readonly work: Work;
  /** What lays circuits out for everybody; without it each page does so for itself. */
  readonly drawing?: Work;
  /** Where the nightly backups of the installation lie. */
  readonly backupFolder?: string;
  /** Names that it is reached by, besides this machine's own and addresses in digits. */
  readonly hosts?: readonly string[];
  /** How many proxies stand before it and say, in X-Forwarded-…, who asked and how. */
  readonly proxies?: number;
  readonly logger: Logger;
  /** Folder of the built web application; without it only the API is served. */
  readonly webRoot?: string;
}

/**
 * A line a request, with an id that the reply carries as `x-request-id`: method, path without its query, status, time. Nothing of what
 * was typed, no cookie.
 */
function requestLog(logger: Logger) {
  return pinoHttp({
    logger,
    genReqId(_request, response) {
      const id = randomUUID();
      response.setHeader('x-request-id', id);
      return id;
    },
    customLogLevel: (_request, { statusCode }) => (statusCode >= 500 ? 'error' : 'info'),
    serializers: {
      req: ({ id, method, url }: { id: string; method: string; url: string }) => ({
        id,
        method,
        path: url.split('?')[0],
      }),
      res: ({ statusCode }: { statusCode: number }) => ({ status: statusCode }),
    },
  });
}

/** Where passwords, PINs and links are tried. */
const triedAt = [
  '/api/session',
  '/api/session/pin',
  '/api/setup',
  '/api/links',
  '/api/links/look',
  '/api/reports/look',
  '/api/reports/photo',
];

/** After thirty failures within a quarter of an hour an address waits. */
function fewFailures() {
  return rateLimit({
    windowMs: 15 * 60_000,
    limit: 30,
    skipSuccessfulRequests: true,
    legacyHeaders: false,
    handler: () => {
      throw new ApiProblem('request/too-many');
    },
  });
}

/** The whole server but its port. It keeps no state of its own: any number of them may share a database. */
export function createApp({
  database,
  guarded,
  access,
  work,
  drawing,
  hosts = [],
  proxies = 0,
  logger,
  webRoot,
  backupFolder,
}: AppParts): Express {
  const app = express();
  app.set('trust proxy', proxies);
  app.disable('x-powered-by');
  app.use(requestLog(logger));
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: {
          'default-src': ["'self'"],
          'script-src': ["'self'"],
          'worker-src': ["'self'"],
          'style-src': ["'self'", "'unsafe-inline'"],
          'img-src': ["'self'", 'data:', 'blob:'],
          // A workshop's own network speaks plain http.
          'upgrade-insecure-requests': null,
        },
      },
      strictTransportSecurity: false,
    }),
  );
  app.use(ownSite(hosts));
  app.use(compression());
  for (const path of triedAt) app.post(path, fewFailures());
  app.get('/api/openapi.json', (_request, response) => {
    response.json(openApi());
  });
  app.use(apiRoutes({ database, guarded, access, work, drawing: drawing ?? null, backupFolder, logger }));
  app.use('/api', () => {
    throw new ApiProblem('request/no-such-address');
  });
  if (webRoot !== undefined) {
    // What the build names by its content never changes; all else is asked for anew each time.
    app.use('/assets', express.static(join(webRoot, 'assets'), { maxAge: '1y', immutable: true }));
    // A piece of an older build: gone, and no page in its place.
    app.use('/assets', (_request, response) => void response.sendStatus(404));
    app.use(express.static(webRoot, { index: false, maxAge: 0 }));
    app.get('/{*path}', (_request, response) => {
      response.set('cache-control', 'no-cache').sendFile('index.html', { root: webRoot });
    });
  }
  app.use(errorHandler(logger));
  return app;
}
