import { check, checkCourse, depthFault, inWords, type Course } from '@fidens/core';
import type { Request, RequestHandler } from 'express';
import Joi from 'joi';
import { invalid, notFound, Problem } from './problem';

/** Refuses a body that is nested so deeply that looking at it would cost a stack. */
export const refuseDeepBodies: RequestHandler = (request, _response, next) => {
  const fault = depthFault(request.body);
  if (fault) throw invalid([fault]);
  next();
};

/** What a request without a body is held against. A schema that was made required for each request would be put together each time. */
const NOTHING = Joi.required();

/**
 * The body of a request as its schema wants it.
 *
 * @throws a problem 422 that names each wrong field
 */
export function bodyOf<T>(request: Request, schema: Joi.Schema): T {
  const checked = check<T>(request.body === undefined ? NOTHING : schema, request.body);
  if (!checked.ok) throw invalid(checked.faults);
  return checked.value;
}

/**
 * What stands behind the question mark of a request, as its schema wants it.
 *
 * @throws a problem 422 that names what is wrong
 */
export function queryOf<T>(request: Request, schema: Joi.Schema): T {
  const checked = check<T>(schema, request.query);
  if (!checked.ok) throw invalid(checked.faults);
  return checked.value;
}

const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/i;

/**
 * An id out of a request's path. What is no id of ours answers as what does not exist.
 *
 * @throws a problem 404
 */
export function idOf(request: Request, name: string): string {
  const id = request.params[name];
  if (typeof id !== 'string' || !UUID.test(id)) throw notFound();
  return id;
}

export const uuidSchema = Joi.string().pattern(UUID).messages(inWords('must be a UUID'));

/**
 * A document of a request's body that is a whole course.
 *
 * @throws a problem 422 that names each place in it
 */
export function documentOf(document: unknown): Course {
  const checked = checkCourse(document);
  if (checked.ok) return checked.value;
  throw invalid(
    checked.faults.map(({ at, message }) => ({ at: at ? `document.${at}` : 'document', message })),
  );
}

/**
 * The version that the client saw, from `If-Match: "7"`.
 *
 * @throws a problem 428 where none is said
 */
export function versionOf(request: Request): number {
  const match = /^"(\d{1,9})"$/.exec(request.get('if-match') ?? '');
  if (!match) {
    throw new Problem(428, 'version-needed', 'Say in If-Match which version you saw, such as "7" in quotes.');
  }
  return Number(match[1]);
}
