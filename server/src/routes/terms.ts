import { termSchema } from '@fidens/core';
import { Router, type Request } from 'express';
import type { Knex } from 'knex';
import { bodyOf, idOf } from '../body';
import { CourseRecord, Term } from '../models';
import { invalid, notFound, Problem } from '../problem';
import { studentId } from '../sign-in';

interface TermBody {
  name: string;
  startsOn?: string | null;
  endsOn?: string | null;
}

/** A student's terms. */
export function termRoutes(database: Knex): Router {
  const router = Router();

  router.get('/terms', async (request, response) => {
    const terms = await fields(database)
      .where({ user_id: studentId(request) })
      .orderBy([{ column: 'starts_on', order: 'desc', nulls: 'last' }, 'created_at']);
    response.json(terms.map(toTerm));
  });

  router.post('/terms', async (request, response) => {
    const { id } = await Term.query(database).insert({ ...termRow(request), user_id: studentId(request) });
    response
      .status(201)
      .location(`/api/v1/terms/${id}`)
      .json(toTerm((await fields(database).findById(id))!));
  });

  router.put('/terms/:termId', async (request, response) => {
    const id = idOf(request, 'termId');
    const changed = await Term.query(database)
      .patch(termRow(request))
      .where({ id, user_id: studentId(request) });
    if (changed === 0) throw notFound();
    response.json(toTerm((await fields(database).findById(id))!));
  });

  router.delete('/terms/:termId', async (request, response) => {
    const id = idOf(request, 'termId');
    const user_id = studentId(request);
    const courses = await CourseRecord.query(database).where({ term_id: id, user_id }).resultSize();
    if (courses > 0)
      throw new Problem(409, 'term-not-empty', 'This term has courses: move or delete them first.');
    if ((await Term.query(database).delete().where({ id, user_id })) === 0) throw notFound();
    response.status(204).end();
  });

  return router;
}

/** Days as text: a day is no moment, and must not move with a time zone. */
function fields(database: Knex) {
  return Term.query(database).select(
    'id',
    'name',
    database.raw('starts_on::text'),
    database.raw('ends_on::text'),
  );
}

function termRow(request: Request): Pick<Term, 'name' | 'starts_on' | 'ends_on'> {
  const { name, startsOn = null, endsOn = null } = bodyOf<TermBody>(request, termSchema);
  if (startsOn && endsOn && endsOn < startsOn) {
    throw invalid([{ at: 'endsOn', message: 'must not be before the first day' }]);
  }
  return { name, starts_on: startsOn, ends_on: endsOn };
}

function toTerm({ id, name, starts_on, ends_on }: Term): object {
  return { id, name, startsOn: starts_on, endsOn: ends_on };
}
