import compression from 'compression';
import express, { type Express } from 'express';
import expressStaticGzip from 'express-static-gzip';
import helmet from 'helmet';
import type { Knex } from 'knex';
import { join } from 'node:path';
import type { Configuration } from './configuration';
import { answerNotFound, answerProblems } from './problem';
import { accountRoutes } from './routes/accounts';
import { courseRoutes } from './routes/courses';
import { libraryRoutes } from './routes/library';
import { rehearsalRoutes } from './routes/rehearsals';
import { sweepRoutes } from './routes/sweep';
import { termRoutes } from './routes/terms';
import { refuseOtherSites } from './same-site';
import { requireStudent, sessions } from './sign-in';

/** A server that is ready to listen. */
export interface Application {
  readonly express: Express;
  /** Lets go of the connections that it opened itself. */
  readonly close: () => Promise<void>;
}

/** Puts the server together. It keeps nothing in memory between requests, so any number of processes can share a database. */
export function createApplication(database: Knex, configuration: Configuration): Application {
  const app = express();
  const session = sessions(configuration);
  app.disable('x-powered-by');
  app.set('trust proxy', 'loopback');
  app.use(securityHeaders());
  app.use(compression());

  const api = express.Router();
  api.use((_request, response, next) => {
    response.set('Cache-Control', 'no-store');
    next();
  });
  api.use(refuseOtherSites, express.json({ limit: '4mb' }), session.middleware);
  api.use(accountRoutes(database, configuration));
  api.use(
    requireStudent,
    termRoutes(database),
    courseRoutes(database),
    libraryRoutes(database),
    rehearsalRoutes(database),
    sweepRoutes(database),
  );
  api.use(answerNotFound);
  app.use('/api/v1', api);
  app.use('/api', answerNotFound);

  if (configuration.applicationFolder) serveApplication(app, configuration.applicationFolder);
  app.use(answerProblems);
  return { express: app, close: session.close };
}

function securityHeaders() {
  return helmet({
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'self'"],
        scriptSrc: ["'self'"],
        // React Native for the web writes its styles into style elements of its own.
        styleSrc: ["'self'", "'unsafe-inline'"],
        imgSrc: ["'self'", 'data:'],
        fontSrc: ["'self'"],
        connectSrc: ["'self'"],
        workerSrc: ["'self'"],
        objectSrc: ["'none'"],
        baseUri: ["'none'"],
        formAction: ["'self'"],
        frameAncestors: ["'none'"],
      },
    },
    strictTransportSecurity: false,
    referrerPolicy: { policy: 'same-origin' },
  });
}

/**
 * The built application, compressed when it was built. Files whose names carry a hash are kept for a year, the page that names
 * them is asked for anew.
 */
function serveApplication(app: Express, folder: string): void {
  app.use(
    expressStaticGzip(folder, {
      enableBrotli: true,
      orderPreference: ['br', 'gz'],
      index: false,
      serveStatic: {
        setHeaders: (response, path) => {
          const hashed = /[.-][0-9a-f]{16,}\.\w+(\.(br|gz))?$/.test(path);
          response.setHeader('Cache-Control', hashed ? 'public, max-age=31536000, immutable' : 'no-cache');
        },
      },
    }),
  );
  app.get('/{*path}', (_request, response) => {
    response.set('Cache-Control', 'no-cache').sendFile(join(folder, 'index.html'));
  });
}
