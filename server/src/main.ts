import type { AddressInfo } from 'node:net';
import { createApplication } from './application';
import { readConfiguration } from './configuration';
import { isUnreachable, migrate, openDatabase } from './database';
import { seedSampleWorld } from './sample-world';

/** Milliseconds that running requests are given once the server is to stop. */
const GRACE = 3_000;

/** Starts one server process, and stops it on SIGTERM or SIGINT once running requests are answered. */
async function main(): Promise<void> {
  const configuration = readConfiguration(process.env);
  const database = openDatabase(configuration.databaseUrl);
  await migrate(database);
  if (configuration.sampleData) await seedSampleWorld(database);
  const application = createApplication(database, configuration);
  const server = application.express.listen(configuration.port, configuration.host, (error?: Error) => {
    if (error) return fail(error);
    const { port } = server.address() as AddressInfo;
    console.log(`Fidens listens on http://${configuration.host}:${port}`);
  });
  let stopping = false;
  const stop = () => {
    if (stopping) return;
    stopping = true;
    server.close(() => {
      void application
        .close()
        .then(() => database.destroy())
        .then(() => process.exit(0));
    });
    server.closeIdleConnections();
    // A browser also holds connections open that it has not used yet; Node would wait a minute for their first request.
    setTimeout(() => server.closeAllConnections(), GRACE).unref();
  };
  process.on('SIGTERM', stop);
  process.on('SIGINT', stop);
}

function fail(error: unknown): never {
  const { code, message, port } = error as { code?: string; message: string; port?: number };
  if (code === 'EADDRINUSE') console.error(`The port ${port} is taken. Set PORT to another one.`);
  else if (isUnreachable(error)) console.error(`The database cannot be reached: ${message || code}`);
  else console.error(message);
  process.exit(1);
}

main().catch(fail);
