import { Router } from 'express';
import type { Knex } from 'knex';
import { User } from '../models';
import { Problem } from '../http/problem';
import { studentId } from '../account/sign-in';

/** The weekly sweep: that a student has gone through everything that is loose, now. */
export function sweepRoutes(database: Knex): Router {
  const router = Router();

  router.put('/sweep', async (request, response) => {
    const user = await User.query(database)
      .findById(studentId(request))
      .patch({ swept_at: database.raw('coalesce(today, now())') as never })
      .returning('*')
      .first();
    if (!user) throw new Problem(401, 'signed-out', 'Sign in first.');
    response.json({ sweptAt: user.swept_at!.toISOString() });
  });

  return router;
}
