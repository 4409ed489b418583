import { createApplication, migrate, openDatabase } from '@fidens/server';
import autocannon from 'autocannon';
import express from 'express';
import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';

const HOST = '127.0.0.1';

/** Requests a second for the Term list, against a bare Express route that reads one row, in the same run. */
export async function serverBench(): Promise<void> {
  const databaseUrl = process.env.DATABASE_URL!;
  await migrate(databaseUrl);
  const database = openDatabase(databaseUrl);
  const application = createApplication(database, {
    databaseUrl,
    port: 0,
    host: HOST,
    sessionSecret: 'only for the bench',
    sampleData: true,
    secureCookies: false,
    trustProxy: false,
    applicationFolder: undefined,
  });
  const fidens = await listen(application.express);
  const bare = await listen(
    express().get('/', async (_request, response) => {
      response.json(await database('users').first('id', 'name'));
    }),
  );
  const entered = await fetch(`${fidens.url}/api/v1/session/sample`, { method: 'POST' });
  const cookie = entered.headers.getSetCookie()[0]!.split(';')[0]!;
  const one = await measure(`${bare.url}/`);
  const list = await measure(`${fidens.url}/api/v1/courses`, { cookie });
  console.log(
    `${'A bare Express route that reads one row'.padEnd(64)} ${one.toFixed(0).padStart(10)} requests/s`,
  );
  console.log(
    `${'The Term list: 5 courses, every piece'.padEnd(64)} ${list.toFixed(0).padStart(10)} requests/s`,
  );
  console.log(
    `${'The bare route against the Term list'.padEnd(64)} ${(one / list).toFixed(1).padStart(10)} ×`,
  );
  fidens.server.close();
  bare.server.close();
  await application.close();
  await database.destroy();
}

async function listen(app: express.Express): Promise<{ server: Server; url: string }> {
  const server = await new Promise<Server>((resolve) => {
    const started: Server = app.listen(0, HOST, () => resolve(started));
  });
  return { server, url: `http://${HOST}:${(server.address() as AddressInfo).port}` };
}

/** Requests a second over five seconds from ten connections on this machine's loopback. */
async function measure(url: string, headers: Record<string, string> = {}): Promise<number> {
  const result = await autocannon({ url, connections: 10, duration: 5, headers });
  return result.requests.average;
}
