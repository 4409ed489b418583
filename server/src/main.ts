import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { createApplication, type Application } from './application';
import { readConfiguration, type Configuration } from './configuration';
import { SESSIONS } from './account/sign-in';
import { codeOf, isUnreachable, isUpToDate, migrate, openDatabase } from './database';
import { openMetrics, serveMetrics } from './http/metrics';

/** Milliseconds that running requests are given once the server is to stop. */
const GRACE = 10_000;
/** Milliseconds for which a connection is held for the next request: longer than browsers and proxies hold theirs. */
const KEPT_ALIVE = 75_000;

/** Starts one server process, and stops it on SIGTERM or SIGINT once running requests are answered. */
async function main(): Promise<void> {
  const configuration = readConfiguration(process.env);
  await tablesWhenReachable(configuration);
  const database = openDatabase(
    configuration.databaseUrl,
    configuration.connections - Math.floor(configuration.connections * SESSIONS),
    configuration.patience,
  );
  const metrics = configuration.metricsPort === undefined ? undefined : openMetrics(database);
  const application = createApplication(database, configuration, metrics);
  const told = metrics && serveMetrics(metrics, configuration.metricsPort!, configuration.host);
  told?.on('error', fail);
  const server = application.express.listen(configuration.port, configuration.host, (error?: Error) => {
    if (error) return fail(error);
    const { port } = server.address() as AddressInfo;
    console.log(`Fidens listens on http://${configuration.host}:${port}`);
  });
  server.keepAliveTimeout = KEPT_ALIVE;
  stopInOrder(server, application, async () => {
    told?.close();
    await database.destroy();
  });
}

/** Milliseconds between two looks for a database that is not there yet, and between two words about it. */
const LOOKS = { every: 1_000, said: 30_000 };

/** Brings the tables up to date, or waits until that was done; and waits for the database where it is not there yet. */
async function tablesWhenReachable({ databaseUrl, migrates }: Configuration): Promise<void> {
  const { host } = new URL(databaseUrl);
  for (let waited = 0; ; waited += LOOKS.every) {
    try {
      if (migrates) return await migrate(databaseUrl);
      if (await isUpToDate(databaseUrl)) return;
      if (waited % LOOKS.said === 0)
        console.error('The tables are of an earlier version: waiting for "npm run migrate".');
    } catch (error) {
      if (!isUnreachable(error)) throw error;
      if (waited % LOOKS.said === 0)
        console.error(
          `The database at ${host || 'its socket'} cannot be reached yet (${codeOf(error)}): waiting for it.`,
        );
    }
    await new Promise((resolve) => setTimeout(resolve, LOOKS.every));
  }
}

function stopInOrder(server: Server, application: Application, then: () => Promise<void>): void {
  let stopping = false;
  const stop = () => {
    if (stopping) return;
    stopping = true;
    application.stop();
    server.close(() => {
      void application
        .close()
        .then(then)
        .then(() => process.exit(0));
    });
    server.closeIdleConnections();
    // A browser also holds connections open that it has not used yet; Node would wait a minute for their first request.
    setTimeout(() => server.closeAllConnections(), GRACE).unref();
    const unused = setInterval(() => server.closeIdleConnections(), 100);
    unused.unref();
  };
  process.on('SIGTERM', stop);
  process.on('SIGINT', stop);
}

/** What PostgreSQL says of an address that it does not open: the setting to look at. */
const REFUSALS: Record<string, string> = {
  '28P01': 'DATABASE_URL has a user and password that the database does not take',
  '28000': 'DATABASE_URL has a user that the database does not take',
  '3D000': 'DATABASE_URL names a database that does not exist',
};

function fail(error: unknown): never {
  const { message, port } = error as { message: string; port?: number };
  const code = codeOf(error);
  if (code === 'EADDRINUSE') console.error(`The port ${port} is taken. Set PORT to another one.`);
  else console.error(REFUSALS[code] ? `${REFUSALS[code]}.` : message);
  process.exit(1);
}

main().catch(fail);
