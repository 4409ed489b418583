import { checkRehearsal } from '@fidens/core';
import { Router } from 'express';
import type { Knex } from 'knex';
import { idOf } from '../http/body';
import { CourseRecord, RehearsalRecord } from '../models';
import { invalid, notFound, Problem } from '../http/problem';
import { studentId } from '../account/sign-in';

/** More than anyone compares; it only keeps a broken client from filling the database. */
const MOST_OF_A_COURSE = 50;

/** Trial scores that a student keeps under a name, apart from the record. */
export function rehearsalRoutes(database: Knex): Router {
  const router = Router();

  router.get('/rehearsals', async (request, response) => {
    const records = await RehearsalRecord.query(database)
      .where({ user_id: studentId(request) })
      .orderBy(['created_at', 'id']);
    response.json(records.map(toRehearsal));
  });

  router.put('/courses/:courseId/rehearsals/:rehearsalId', async (request, response) => {
    const [user_id, course_id] = [studentId(request), idOf(request, 'courseId')];
    const id = idOf(request, 'rehearsalId');
    const checked = checkRehearsal(request.body);
    if (!checked.ok) throw invalid(checked.faults);
    const { name, tries } = checked.value;
    await database.transaction(async (transaction) => {
      const course = await CourseRecord.query(transaction)
        .findOne({ id: course_id, user_id })
        .whereNotNull('term_id')
        .forUpdate();
      if (!course) throw notFound();
      const known = await RehearsalRecord.query(transaction).findById(id);
      if (known && (known.user_id !== user_id || known.course_id !== course_id)) throw notFound();
      if (known) return RehearsalRecord.query(transaction).findById(id).patch({ name, tries });
      const kept = await RehearsalRecord.query(transaction).where({ course_id }).resultSize();
      if (kept >= MOST_OF_A_COURSE)
        throw new Problem(409, 'too-many', `A course keeps at most ${MOST_OF_A_COURSE} rehearsals.`);
      return RehearsalRecord.query(transaction).insert({ id, user_id, course_id, name, tries });
    });
    response.json({ id, courseId: course_id, name, tries });
  });

  router.delete('/courses/:courseId/rehearsals/:rehearsalId', async (request, response) => {
    const [user_id, course_id] = [studentId(request), idOf(request, 'courseId')];
    const gone = await RehearsalRecord.query(database)
      .delete()
      .where({ id: idOf(request, 'rehearsalId'), user_id, course_id });
    if (gone === 0) throw notFound();
    response.status(204).end();
  });

  return router;
}

function toRehearsal({ id, course_id, name, tries }: RehearsalRecord) {
  return { id, courseId: course_id, name, tries };
}
