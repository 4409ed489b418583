import type { RequestHandler } from 'express';
import type { Knex } from 'knex';
import { createServer, type Server } from 'node:http';
import { collectDefaultMetrics, Gauge, Histogram, Registry } from 'prom-client';
import { migrationsIn } from '../database';

/** What one process counts of itself, in the open text format of metrics. */
export interface Metrics {
  /** Counts each request, and how long it took. */
  readonly count: RequestHandler;
  readonly registry: Registry;
}

/** The parts of knex's pool that are looked at (tarn). */
interface Pool {
  numUsed(): number;
  numPendingAcquires(): number;
}

/** Seconds by which requests are told apart. */
const SECONDS = [0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 5, 15];

export function openMetrics(database: Knex): Metrics {
  const registry = new Registry();
  collectDefaultMetrics({ register: registry });
  const requests = new Histogram({
    name: 'fidens_request_seconds',
    help: 'Requests by method, route and status, with how long they took.',
    labelNames: ['method', 'route', 'status'],
    buckets: SECONDS,
    registers: [registry],
  });
  const { pool } = database.client as { pool: Pool };
  const gauge = (name: string, help: string, read: () => number | Promise<number>) =>
    new Gauge({
      name,
      help,
      registers: [registry],
      async collect() {
        // A database that cannot be asked leaves the last value.
        await Promise.resolve(read()).then(
          (value) => this.set(value),
          () => undefined,
        );
      },
    });
  gauge('fidens_database_used', 'Connections to the database in use.', () => pool.numUsed());
  gauge('fidens_database_waiting', 'Requests that wait for a connection.', () => pool.numPendingAcquires());
  gauge(
    'fidens_migrations',
    'Migrations that the database has.',
    async () => (await migrationsIn(database)).length,
  );
  const count: RequestHandler = (request, response, next) => {
    const began = process.hrtime.bigint();
    response.on('close', () => {
      const { path } = (request.route ?? {}) as { path?: unknown };
      requests.observe(
        {
          method: request.method,
          // The pattern of a route, never an address: it has no ids.
          route: typeof path === 'string' ? `${request.baseUrl}${path}` : 'none',
          status: String(response.statusCode),
        },
        Number(process.hrtime.bigint() - began) / 1e9,
      );
    });
    next();
  };
  return { count, registry };
}

/** Serves the metrics on a port of their own, which no student reaches. */
export function serveMetrics({ registry }: Metrics, port: number, host: string): Server {
  return createServer((_request, response) => {
    void registry.metrics().then(
      (text) => response.setHeader('Content-Type', registry.contentType).end(text),
      () => response.writeHead(500).end(),
    );
  }).listen(port, host);
}
