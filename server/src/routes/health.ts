import { Router } from 'express';
import type { Knex } from 'knex';

/** Milliseconds in which the database must have answered for the server to be ready. */
const PATIENCE = 2_000;

/**
 * For whoever watches the server: `live` says that the process answers at all, `ready` that it can do its work, which it cannot
 * while it stops or the database does not answer.
 */
export function healthRoutes(database: Knex, isStopping: () => boolean): Router {
  const router = Router();
  router.use((_request, response, next) => {
    response.set('Cache-Control', 'no-store');
    next();
  });
  router.get('/live', (_request, response) => {
    response.json({ status: 'live' });
  });
  router.get('/ready', async (_request, response) => {
    const why = isStopping()
      ? 'stopping'
      : await database
          .raw('select 1')
          .timeout(PATIENCE)
          .then(
            () => undefined,
            () => 'no database',
          );
    if (why === undefined) response.json({ status: 'ready' });
    else response.status(503).json({ status: why });
  });
  return router;
}
