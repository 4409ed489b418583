import { courseSetting, isSame, type Scale } from '@fidens/core';
import { randomUUID } from 'node:crypto';
import type { Transaction } from 'objection';
import { knownAsker } from '../database';
import { changeCourse, listCourses, type StoredCourse } from './course-store';
import { GradingScale } from '../models';
import { invalid, notFound, Problem } from '../http/problem';
import { libraryOf, toLibraryScale, updateScale, type LibraryScale } from './scale-store';

/**
 * Changes a scale of the library, and with it every course that has the very same scale: all of them or none. Each course's
 * change stands in its own history.
 *
 * @throws a problem 404, 412 where it has changed since it was seen, 422 with the course whose records the new scale does not fit
 */
export async function changeScale(
  transaction: Transaction,
  userId: string,
  { id, version, name, scale }: LibraryScale,
): Promise<{ scale: LibraryScale; courses: StoredCourse[] }> {
  const locked = await GradingScale.query(transaction).findOne({ id, user_id: userId }).forUpdate();
  const record = locked && (await libraryOf(transaction, userId).findById(id));
  if (!record) throw notFound();
  const before = toLibraryScale(record);
  if (before.version !== version) {
    throw new Problem(412, 'stale', 'Nothing was stored: this scale has changed in the meantime.', [], {
      current: before,
    });
  }
  await updateScale(transaction, record, scale);
  await GradingScale.query(transaction)
    .findById(id)
    .patch({ name, version: version + 1 });
  const using = isSame(before.scale, scale)
    ? []
    : (await listCourses(transaction, userId)).filter(({ document }) => isSame(document.scale, before.scale));
  const courses: StoredCourse[] = [];
  for (const course of using) courses.push(await changeScaleOf(transaction, userId, course, scale));
  return { scale: { id, name, version: version + 1, scale }, courses };
}

async function changeScaleOf(
  transaction: Transaction,
  userId: string,
  { id, version, document }: StoredCourse,
  scale: Scale,
): Promise<StoredCourse> {
  const changed = await changeCourse(transaction, knownAsker(userId), id, {
    id: randomUUID(),
    edits: [courseSetting({ scale })],
    saw: { version },
  });
  if (changed.kind === 'changed') return changed.course;
  if (changed.kind === 'invalid')
    throw invalid(
      changed.faults.map(({ at, message }) => ({ at: `${document.title}: ${at}`, message })),
      `Nothing was stored: the scale does not fit ${document.title}.`,
    );
  throw new Problem(412, 'stale', `Nothing was stored: ${document.title} has changed in the meantime.`);
}
