import { termSchema } from '@fidens/core';
import { Router, type Request } from 'express';
import Joi from 'joi';
import type { Knex } from 'knex';
import { bodyOf, idOf, uuidSchema } from '../http/body';
import { deleteCourse } from '../courses/course-store';
import { CourseRecord, Term } from '../models';
import { invalid, notFound, Problem } from '../http/problem';
import { QUOTAS, withinCount } from '../courses/quota';
import { layTerm, takeUpTerm } from '../courses/remains';
import { studentId } from '../account/sign-in';

interface TermBody {
  id?: string;
  name: string;
  startsOn?: string | null;
  endsOn?: string | null;
  archived?: boolean;
}

const orderSchema = Joi.object({ ids: Joi.array().items(uuidSchema).max(QUOTAS.terms).unique().required() });

/** A student's terms. */
export function termRoutes(database: Knex): Router {
  const router = Router();

  router.get('/terms', async (request, response) => {
    const terms = await fields(database)
      .where({ user_id: studentId(request) })
      .orderBy([
        { column: 'position', nulls: 'first' },
        'archived',
        { column: 'starts_on', order: 'desc', nulls: 'last' },
        { column: 'created_at', order: 'desc' },
      ]);
    response.json(terms.map(toTerm));
  });

  router.post('/terms', async (request, response) => {
    const user_id = studentId(request);
    const { id: wanted, ...row } = termRow(request);
    const id = await database.transaction(async (transaction) => {
      const known = wanted && (await Term.query(transaction).findOne({ id: wanted, user_id }));
      if (known) return known.id;
      await withinCount(transaction, Term, user_id, QUOTAS.terms, 'terms');
      const made = await Term.query(transaction).insert({ ...row, ...(wanted && { id: wanted }), user_id });
      if (wanted) await takeUpTerm(transaction, user_id, wanted);
      return made.id;
    });
    response
      .status(201)
      .location(`/api/v1/terms/${id}`)
      .json(toTerm((await fields(database).findById(id))!));
  });

  // Of those that are not named the order stays by their days, before the others.
  router.put('/terms/order', async (request, response) => {
    const { ids } = bodyOf<{ ids: string[] }>(request, orderSchema);
    const user_id = studentId(request);
    await database.transaction(async (transaction) => {
      await Term.query(transaction).where({ user_id }).patch({ position: null });
      for (const [position, id] of ids.entries())
        if ((await Term.query(transaction).where({ id, user_id }).patch({ position })) === 0)
          throw invalid([{ at: `ids[${position}]`, message: 'is no term of yours' }]);
    });
    response.status(204).end();
  });

  router.put('/terms/:termId', async (request, response) => {
    const id = idOf(request, 'termId');
    const { id: _id, ...row } = termRow(request);
    const changed = await Term.query(database)
      .patch(row)
      .where({ id, user_id: studentId(request) });
    if (changed === 0) throw notFound();
    response.json(toTerm((await fields(database).findById(id))!));
  });

  router.delete('/terms/:termId', async (request, response) => {
    const id = idOf(request, 'termId');
    const user_id = studentId(request);
    await database.transaction(async (transaction) => {
      const term = await Term.query(transaction).findOne({ id, user_id }).forUpdate();
      if (!term) throw notFound();
      if ((await Term.query(transaction).where({ user_id }).resultSize()) === 1)
        throw new Problem(409, 'last-term', 'This is the only term: begin another before it goes.');
      const courses = await CourseRecord.query(transaction).where({ term_id: id, user_id }).select('id');
      if (courses.length > 0 && request.query.with !== 'courses')
        throw new Problem(409, 'term-not-empty', 'This term has courses: move or delete them first.');
      for (const course of courses) await deleteCourse(transaction, user_id, course.id);
      await layTerm(transaction, id);
      await Term.query(transaction).deleteById(id);
    });
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
    'archived',
  );
}

const newTermSchema = termSchema.keys({ id: uuidSchema });

function termRow(
  request: Request,
): Pick<Term, 'name' | 'starts_on' | 'ends_on' | 'archived'> & { id: string | undefined } {
  const {
    id,
    name,
    startsOn = null,
    endsOn = null,
    archived = false,
  } = bodyOf<TermBody>(request, newTermSchema);
  if (startsOn && endsOn && endsOn < startsOn) {
    throw invalid([{ at: 'endsOn', message: 'must not be before the first day' }]);
  }
  return { id, name, starts_on: startsOn, ends_on: endsOn, archived };
}

function toTerm({ id, name, starts_on, ends_on, archived }: Term): object {
  return { id, name, startsOn: starts_on, endsOn: ends_on, archived };
}
