import { nodesIn, type Course } from '@fidens/core';
import type { Model, ModelClass, Transaction } from 'objection';
import { AssessmentRecord, CategoryRecord, CourseRecord, User } from '../models';
import { Problem } from '../http/problem';

/** What one student may keep: far more than a life of studying brings, and little enough that one reading of it harms nobody. */
export const QUOTAS = {
  /** Courses and rule sheets, together. */
  courses: 400,
  /** Categories and pieces in all of them. */
  nodes: 15_000,
  terms: 100,
  scales: 200,
} as const;

/** Categories and pieces of a course. */
function sizeOf(course: Course): number {
  return nodesIn(course.root).length;
}

/**
 * Sees to it that a student has room for a course, new or grown. The student's row is locked: of two that come at once the
 * second counts the first.
 *
 * @param before - the course as it is kept now, where it is
 * @throws a problem 403
 */
export async function withinQuota(
  transaction: Transaction,
  userId: string,
  course: Course,
  before?: Course,
): Promise<void> {
  await User.query(transaction).findById(userId).select('id').forUpdate();
  if (!before)
    await withinCount(transaction, CourseRecord, userId, QUOTAS.courses, 'courses and rule sheets');
  const kept =
    (await CategoryRecord.query(transaction).where({ user_id: userId }).resultSize()) +
    (await AssessmentRecord.query(transaction).where({ user_id: userId }).resultSize());
  const after = kept - (before ? sizeOf(before) : 0) + sizeOf(course);
  if (after > QUOTAS.nodes) refuse(QUOTAS.nodes, 'categories and pieces');
}

/**
 * Sees to it that a student has fewer rows of a table than one may have.
 *
 * @throws a problem 403
 */
export async function withinCount(
  transaction: Transaction,
  model: ModelClass<Model>,
  userId: string,
  most: number,
  what: string,
): Promise<void> {
  if ((await model.query(transaction).where({ user_id: userId }).resultSize()) >= most) refuse(most, what);
}

function refuse(most: number, what: string): never {
  throw new Problem(
    403,
    'quota',
    `Nothing was stored: an account keeps at most ${most} ${what}. Delete what you do not need any more.`,
  );
}
