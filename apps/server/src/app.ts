import { openApi } from '@grim-lantern/contract';
import compression from 'compression';
import express from 'express';
import type { Express } from 'express';
import helmet from 'helmet';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import type { Database } from './database/database';
import { apiRoutes } from './http/apiRoutes';
import { errorHandler } from './http/errorHandler';
import { ApiProblem } from './http/problems';

export interface AppParts {
  readonly database: Database;
  readonly workshopId: string;
  readonly logger: Logger;
  /** Folder of the built web application; without it only the API is served. */
  readonly webRoot?: string;
}

/** The whole server but its port. It keeps no state of its own: any number of them may share a database. */
export function createApp({ database, workshopId, logger, webRoot }: AppParts): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(pinoHttp({ logger, redact: ['req.headers.cookie'], autoLogging: false }));
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: {
          'default-src': ["'self'"],
          'script-src': ["'self'"],
          'worker-src': ["'self'"],
          'style-src': ["'self'", "'unsafe-inline'"],
          'img-src': ["'self'", 'data:'],
          // A workshop's own network speaks plain http.
          'upgrade-insecure-requests': null,
        },
      },
      strictTransportSecurity: false,
    }),
  );
  app.use(compression());
  app.use('/api', express.json({ limit: '5mb' }));
  app.get('/api/openapi.json', (_request, response) => {
    response.json(openApi());
  });
  app.use(apiRoutes(database, workshopId));
  app.use('/api', () => {
    throw new ApiProblem('request/no-such-address');
  });
  if (webRoot !== undefined) {
    app.use(express.static(webRoot, { index: false, maxAge: '1y', immutable: true }));
    app.get('/{*path}', (_request, response) => {
      response.set('cache-control', 'no-cache').sendFile('index.html', { root: webRoot });
    });
  }
  app.use(errorHandler(logger));
  return app;
}
