import compression from 'compression';
import express, { type Express, type RequestHandler } from 'express';
import expressStaticGzip from 'express-static-gzip';
import helmet from 'helmet';
import type { Knex } from 'knex';
import { randomUUID } from 'node:crypto';
import { join } from 'node:path';
import { constants } from 'node:zlib';
import { limitChanges, sendDevices } from './account/attempts';
import { refuseDeepBodies } from './http/body';
import type { Configuration } from './configuration';
import { openMail } from './account/mail';
import type { Metrics } from './http/metrics';
import { boundQueue } from './http/overload';
import { answerNotFound, answerProblems } from './http/problem';
import { accountRoutes } from './routes/account';
import { courseChangeRoute, courseListRoute, courseRoutes } from './routes/courses';
import { doorRoutes } from './routes/doors';
import { feedRoutes, publicFeeds } from './routes/feeds';
import { healthRoutes } from './routes/health';
import { libraryRoutes } from './routes/library';
import { rehearsalRoutes } from './routes/rehearsals';
import { schoolRoutes } from './routes/school';
import { sweepRoutes } from './routes/sweep';
import { termRoutes } from './routes/terms';
import { refuseOtherSites } from './http/same-site';
import { knowAsker, requireStudent, sessions } from './account/sign-in';
import { keysOf } from './account/signing';

/** A server that is ready to listen. */
export interface Application {
  readonly express: Express;
  /** Tells every connection that is answered from now on to end. */
  readonly stop: () => void;
  /** Lets go of the connections that it opened itself. */
  readonly close: () => Promise<void>;
}

/** Puts the server together. It keeps nothing in memory between requests, so any number of processes can share a database. */
export function createApplication(
  database: Knex,
  configuration: Configuration,
  metrics?: Metrics,
): Application {
  const app = express();
  const session = sessions(configuration);
  const mail = configuration.mail && openMail(configuration.mail);
  app.disable('x-powered-by');
  app.set('trust proxy', configuration.trustProxy);
  let stopping = false;
  app.use((_request, response, next) => {
    if (stopping) response.set('Connection', 'close');
    next();
  });
  app.use(nameRequests);
  app.use(
    '/health',
    healthRoutes(database, () => stopping),
  );
  // Answers are compressed while the student waits: quickly rather than to the last byte.
  app.use(compression({ level: 3, brotli: { params: { [constants.BROTLI_PARAM_QUALITY]: 3 } } }));

  if (metrics) app.use(metrics.count);
  const headers = securityHeaders(configuration);
  const api = express.Router();
  api.use(says(headersOfData(headers)), boundQueue(configuration.waiting));
  api.use(knowAsker(keysOf(configuration)), courseListRoute(database), limitChanges());
  // A whole account may be larger than any one thing in it.
  api.use('/account/archive', refuseOtherSites, express.json({ limit: '10mb' }));
  api.use(refuseOtherSites, express.json({ limit: '4mb' }), refuseDeepBodies);
  api.use(courseChangeRoute(database));
  api.use(sendDevices(configuration), session.middleware);
  api.use(doorRoutes(database, configuration, mail));
  api.use(
    requireStudent,
    termRoutes(database),
    courseRoutes(database),
    libraryRoutes(database),
    rehearsalRoutes(database),
    sweepRoutes(database),
    feedRoutes(database, configuration),
    accountRoutes(database, configuration, mail),
  );
  api.use(answerNotFound);
  app.use('/api/v1', api);
  app.use(says(headers));
  app.use('/api', answerNotFound);
  app.use('/feed', publicFeeds(database, configuration), answerNotFound);
  if (configuration.sampleData) app.use('/school', schoolRoutes());

  if (configuration.applicationFolder) serveApplication(app, configuration.applicationFolder);
  app.use(answerProblems);
  const stop = () => {
    stopping = true;
  };
  const close = async () => {
    mail?.close();
    await session.close();
  };
  return { express: app, stop, close };
}

/** Gives each request a name that its answer carries and the log has, or keeps the one that a proxy gave it. */
const nameRequests: RequestHandler = (request, response, next) => {
  const given = request.get('x-request-id');
  const requestId = given && /^[\w-]{8,64}$/.test(given) ? given : randomUUID();
  response.locals.requestId = requestId;
  response.set('X-Request-Id', requestId);
  next();
};

/** What a page of ours may never ask of the device. */
const PERMISSIONS = [
  'camera',
  'microphone',
  'geolocation',
  'payment',
  'usb',
  'serial',
  'bluetooth',
  'midi',
  'display-capture',
];

/** What every answer says to the browser of how our pages are to be kept safe. It is the same in all of them: it is put together once. */
function securityHeaders({ secureCookies }: Configuration): Map<string, string> {
  const headers = new Map([['Permissions-Policy', PERMISSIONS.map((name) => `${name}=()`).join(', ')]]);
  const collect = helmet({
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'self'"],
        scriptSrc: ["'self'"],
        styleSrc: ["'self'"],
        // React Native for the web, the fonts' loader and the gestures write style elements of their own whose text changes with
        // every build and screen: hashes were tried and the page stayed blank, and none of them takes a nonce. Attributes need
        // no exception: what a script sets of an element's style is not forbidden by any policy.
        styleSrcElem: ["'self'", "'unsafe-inline'"],
        styleSrcAttr: ["'none'"],
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
    // Only where the cookies are for HTTPS: on a loopback it would lock the student out.
    strictTransportSecurity: secureCookies && { maxAge: 365 * 24 * 60 * 60 },
    referrerPolicy: { policy: 'same-origin' },
  });
  const collector = {
    setHeader: (name: string, value: string) => headers.set(name, value),
    removeHeader: () => undefined,
  };
  collect({} as never, collector as never, (error) => {
    if (error) throw error as Error;
  });
  return headers;
}

const says =
  (headers: Map<string, string>): RequestHandler =>
  (_request, response, next) => {
    response.setHeaders(headers);
    next();
  };

/** What browsers heed in the answer for a page alone, and not for data, a script, a font or a picture: a slow line is spared it. */
const OF_PAGES = [
  'Cross-Origin-Opener-Policy',
  'Origin-Agent-Cluster',
  'Permissions-Policy',
  'X-DNS-Prefetch-Control',
  'X-Download-Options',
  'X-Frame-Options',
  'X-Permitted-Cross-Domain-Policies',
  'X-XSS-Protection',
];

/** What answers with data say: they are kept nowhere, and are no page, wherever one is opened as such. */
function headersOfData(all: Map<string, string>): Map<string, string> {
  return new Map([
    ...[...all].filter(([name]) => !OF_PAGES.includes(name)),
    ['Content-Security-Policy', "default-src 'none'; frame-ancestors 'none'"],
    ['Cache-Control', 'no-store'],
  ]);
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
          if (hashed) for (const name of OF_PAGES) response.removeHeader(name);
        },
      },
    }),
  );
  app.get('/{*path}', (_request, response) => {
    response.set('Cache-Control', 'no-cache').sendFile(join(folder, 'index.html'));
  });
}
