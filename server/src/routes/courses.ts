import { checkEdits, inWords, isSame, type Edit } from '@fidens/core';
import { Router, type Request, type Response } from 'express';
import Joi from 'joi';
import type { Knex } from 'knex';
import { bodyOf, documentOf, idOf, queryOf, uuidSchema, versionOf } from '../http/body';
import {
  changeCourse,
  createCourse,
  deleteCourse,
  findCourse,
  listChanges,
  type ChangeRequest,
  type StoredCourse,
} from '../courses/course-store';
import { courseList, isAnybody } from '../courses/course-reading';
import { readTogether, type Asker } from '../database';
import { CourseRecord, Term } from '../models';
import { invalid, notFound, Problem } from '../http/problem';
import { takeUpCourse } from '../courses/remains';
import { sampleCourses } from '../courses/sample-world';
import { askerOf, signedOut, studentId } from '../account/sign-in';

const newCourseSchema = Joi.object({
  id: uuidSchema,
  termId: uuidSchema.required(),
  document: Joi.object().unknown().required(),
});

const moveSchema = Joi.object({ termId: uuidSchema.required() });

const changeSchema = Joi.object({
  id: uuidSchema.required(),
  edits: Joi.array().required(),
  seen: Joi.array(),
  from: Joi.number().integer().min(1),
});

/** Which courses a client has in which versions: `id.version,id.version`. */
const haveSchema = Joi.object({
  have: Joi.string()
    .pattern(/^[0-9a-f-]{36}\.\d{1,9}(?:,[0-9a-f-]{36}\.\d{1,9}){0,399}$/)
    .messages(inWords('must be id.version, of several courses with commas between'))
    .allow(''),
}).unknown();

/** What that schema lets through. */
interface ChangeBody {
  readonly id: string;
  readonly edits: unknown[];
  readonly seen?: unknown[];
  /** The version of which the client has the document. */
  readonly from?: number;
}

/**
 * All courses of who asks: what every opening of Fidens begins with. One statement answers it, who asks included, so it stands before
 * whatever other requests need.
 */
export function courseListRoute(database: Knex): Router {
  const router = Router();

  router.get('/courses', async (request, response) => {
    const asker = askerOf(response);
    if (!asker) throw signedOut();
    const courses = await signedInFirst(database, asker, () => coursesHad(request));
    const tagHad = /^"([0-9a-f]{32})"$/.exec(request.get('if-none-match') ?? '')?.[1];
    const list = await courseList(database, asker, { tag: tagHad, courses });
    if (!list) throw signedOut();
    const { tag, json } = list;
    response.set('ETag', `"${tag}"`);
    if (json === undefined) response.status(304).end();
    else response.type('json').send(json);
  });

  return router;
}

/** Which courses in which versions a client says to have: none where it does not say. */
function coursesHad(request: Request): string[] {
  return request.query.have === undefined
    ? []
    : queryOf<{ have: string }>(request, haveSchema).have.split(',');
}

/** A change of a course, which is what is asked next often: what it reads knows who asks, too, so it stands before the sessions. */
export function courseChangeRoute(database: Knex): Router {
  const router = Router();

  router.patch('/courses/:courseId', async (request, response) => {
    const asker = askerOf(response);
    if (!asker) throw signedOut();
    const { courseId, told, from, change } = await signedInFirst(database, asker, () => changeAsked(request));
    const changed = await changeCourse(database, asker, courseId, change);
    if (changed.kind === 'nobody') throw signedOut();
    if (changed.kind === 'not found') throw notFound();
    if (changed.kind === 'invalid') throw invalid(changed.faults);
    if (changed.kind === 'stale') {
      throw new Problem(412, 'stale', 'Nothing was stored: this course has changed in the meantime.', [], {
        current: changed.course,
      });
    }
    if (changed.kind === 'asks') {
      const { course: current, collisions } = changed;
      throw new Problem(409, 'collision', 'Nothing was stored: another device has changed the same.', [], {
        current,
        collisions,
      });
    }
    const { course, made } = changed;
    // Who has the version before, and asked for just these edits, has the document.
    const { document: _, ...head } = course;
    const isKnown = made && from === course.version - 1 && isSame(told, made);
    sendCourse(response, isKnown ? head : course);
  });

  return router;
}

/** The change that a request asks for, and what it has told of it. */
function changeAsked(request: Request): {
  courseId: string;
  /** The edits as they came. */
  told: unknown[];
  from: number | undefined;
  change: ChangeRequest;
} {
  const courseId = idOf(request, 'courseId');
  const { id, edits, seen, from } = bodyOf<ChangeBody>(request, changeSchema);
  const checked = editsOf(edits, 'edits');
  const saw = seen ? { seen: editsOf(seen, 'seen') } : { version: versionOf(request) };
  return { courseId, told: edits, from, change: { id, edits: checked, saw } };
}

/** Reads a request before it is known who asks. Where it is wrong and nobody is signed in, that is what is said. */
async function signedInFirst<T>(database: Knex, asker: Asker, read: () => T): Promise<T> {
  try {
    return read();
  } catch (problem) {
    throw (await isAnybody(database, asker)) ? problem : signedOut();
  }
}

/** A student's courses, each one document. */
export function courseRoutes(database: Knex): Router {
  const router = Router();

  router.post('/courses', async (request, response) => {
    const { id, termId, document } = bodyOf<{ id?: string; termId: string; document: unknown }>(
      request,
      newCourseSchema,
    );
    const checked = documentOf(document);
    const user_id = studentId(request);
    const course = await database.transaction(async (transaction) => {
      const known = id && (await findCourse(transaction, user_id, id));
      if (known) return known;
      const term = await Term.query(transaction).findOne({ id: termId, user_id }).forKeyShare();
      if (!term) throw invalid([{ at: 'termId', message: 'is no term of yours' }]);
      const made = await createCourse(transaction, user_id, termId, checked, id);
      return id ? { ...made, version: await takeUpCourse(transaction, user_id, made) } : made;
    });
    sendCourse(response.status(201).location(`/api/v1/courses/${course.id}`), course);
  });

  router.get('/courses/:courseId', async (request, response) => {
    const [userId, courseId] = [studentId(request), idOf(request, 'courseId')];
    const course = await readTogether(database, (transaction) => findCourse(transaction, userId, courseId));
    if (!course) throw notFound();
    sendCourse(response, course);
  });

  router.get('/courses/:courseId/changes', async (request, response) => {
    const [userId, courseId] = [studentId(request), idOf(request, 'courseId')];
    const before = versionBefore(request);
    const page = await readTogether(database, (transaction) =>
      listChanges(transaction, userId, courseId, before),
    );
    if (!page) throw notFound();
    response.json(page);
  });

  router.put('/courses/:courseId/term', async (request, response) => {
    const [user_id, id] = [studentId(request), idOf(request, 'courseId')];
    const { termId } = bodyOf<{ termId: string }>(request, moveSchema);
    const course = await database.transaction(async (transaction) => {
      const term = await Term.query(transaction).findOne({ id: termId, user_id }).forKeyShare();
      if (!term) throw invalid([{ at: 'termId', message: 'is no term of yours' }]);
      const moved = await CourseRecord.query(transaction)
        .where({ id, user_id })
        .whereNotNull('term_id')
        .patch({ term_id: termId });
      if (moved === 0) throw notFound();
      return findCourse(transaction, user_id, id);
    });
    sendCourse(response, course!);
  });

  router.delete('/courses/:courseId', async (request, response) => {
    const courseId = idOf(request, 'courseId');
    const found = await database.transaction((transaction) =>
      deleteCourse(transaction, studentId(request), courseId),
    );
    if (!found) throw notFound();
    response.status(204).end();
  });

  router.get('/sample-courses', (_request, response) => {
    response.json(sampleCourses());
  });

  return router;
}

function editsOf(json: unknown[], at: string): Edit[] {
  const checked = checkEdits(json, at);
  if (!checked.ok) throw invalid(checked.faults);
  return checked.value;
}

function sendCourse(response: Response, course: Omit<StoredCourse, 'document'>): void {
  response.set('ETag', `"${course.version}"`).json(course);
}

/** The version below which changes are asked for, from `?before=7`. */
function versionBefore({ query: { before } }: Request): number | undefined {
  if (before === undefined) return undefined;
  if (typeof before !== 'string' || !/^\d{1,9}$/.test(before))
    throw invalid([{ at: 'before', message: 'must be a version, a whole number' }]);
  return Number(before);
}
