import type { AccountArchive, Rehearsal } from '@fidens/core';
import { randomUUID } from 'node:crypto';
import { raw, type Model, type ModelClass, type Transaction } from 'objection';
import { createCourse, createRuleSheet, listCourses, listRuleSheets } from './course-store';
import { CourseChange, CourseRecord, GradingScale, RehearsalRecord, Term, User } from '../models';
import { QUOTAS, withinCount } from './quota';
import { insertScale, libraryOf, toLibraryScale } from './scale-store';

/** Everything that a student has, in open formats: terms, courses with their history, scales, rule sheets and rehearsals. */
export async function archiveOf(transaction: Transaction, { id, ...user }: User): Promise<AccountArchive> {
  const terms = await Term.query(transaction)
    .where({ user_id: id })
    .select(
      'id',
      'name',
      'archived',
      'position',
      transaction.raw('starts_on::text'),
      transaction.raw('ends_on::text'),
    )
    .orderBy(['created_at', 'id']);
  const courses = await listCourses(transaction, id);
  const changes = await CourseChange.query(transaction)
    .where({ user_id: id })
    .orderBy(['course_id', 'version']);
  const scales = await libraryOf(transaction, id).orderBy(['name', 'created_at', 'id']);
  const sheets = await listRuleSheets(transaction, id);
  const rehearsals = await RehearsalRecord.query(transaction)
    .where({ user_id: id })
    .orderBy(['created_at', 'id']);
  return {
    format: 'fidens-account',
    version: 1,
    gpa: { repeats: user.gpa_repeats, decimals: user.gpa_decimals, mode: user.gpa_mode },
    terms: terms.map(({ id: termId, name: term, starts_on, ends_on, archived, position }) => ({
      id: termId,
      name: term,
      startsOn: starts_on,
      endsOn: ends_on,
      archived,
      position,
    })),
    courses: courses.map((course) => ({
      ...course,
      history: changes
        .filter(({ course_id }) => course_id === course.id)
        .map(({ id: change, version, made_at, edits, inverse }) => ({
          id: change,
          version,
          madeAt: made_at.toISOString(),
          edits,
          inverse,
        })),
    })),
    scales: scales.map(toLibraryScale).map(({ name: scaleName, scale }) => ({ name: scaleName, scale })),
    sheets: sheets.map(({ document }) => document),
    rehearsals: rehearsals.map(({ course_id, name: rehearsal, tries }) => ({
      courseId: course_id,
      name: rehearsal,
      tries,
    })),
  };
}

/**
 * Puts an archive back into an account, beside whatever is in it. What has an id that is free keeps it; else it gets another.
 *
 * @param archive - one that `checkArchive` has passed
 * @throws a problem 403 where the account has no room for it
 */
export async function putBack(
  transaction: Transaction,
  userId: string,
  archive: AccountArchive,
): Promise<void> {
  const { repeats, decimals, mode } = archive.gpa;
  await User.query(transaction)
    .findById(userId)
    .patch({ gpa_repeats: repeats, gpa_decimals: decimals, gpa_mode: mode });
  const termIds = new Map<string, string>();
  for (const [index, { id, name, startsOn, endsOn, archived, position }] of archive.terms.entries()) {
    await withinCount(transaction, Term, userId, QUOTAS.terms, 'terms');
    const own = await freeId(transaction, Term, id);
    termIds.set(id, own);
    await Term.query(transaction).insert({
      id: own,
      user_id: userId,
      name,
      starts_on: startsOn,
      ends_on: endsOn,
      archived,
      position,
      // They come in the order in which they were made.
      created_at: raw("now() + ? * interval '1 millisecond'", index) as never,
    } as never);
  }
  const courseIds = new Map<string, string>();
  for (const { id, termId, version, document, history } of archive.courses) {
    const own = await freeId(transaction, CourseRecord, id);
    courseIds.set(id, own);
    await createCourse(transaction, userId, termIds.get(termId)!, document, own);
    await CourseRecord.query(transaction).findById(own).patch({ version });
    const changes = history.map(({ id: change, version: made, madeAt, edits, inverse }) => ({
      course_id: own,
      user_id: userId,
      id: change,
      version: made,
      made_at: new Date(madeAt),
      edits: [...edits],
      inverse: [...inverse],
    }));
    for (let from = 0; from < changes.length; from += AT_ONCE)
      await CourseChange.query(transaction).insert(changes.slice(from, from + AT_ONCE));
  }
  for (const { name, scale } of archive.scales) {
    await withinCount(transaction, GradingScale, userId, QUOTAS.scales + QUOTAS.courses, 'grading scales');
    await insertScale(transaction, userId, scale, name);
  }
  for (const sheet of archive.sheets) await createRuleSheet(transaction, userId, sheet);
  for (const { courseId, ...rehearsal } of archive.rehearsals)
    await keepRehearsal(transaction, userId, courseIds.get(courseId)!, rehearsal);
}

/** So many changes of the past are written with one statement. */
const AT_ONCE = 500;

async function keepRehearsal(
  transaction: Transaction,
  user_id: string,
  course_id: string,
  { name, tries }: Omit<Rehearsal, 'id'>,
): Promise<void> {
  await RehearsalRecord.query(transaction).insert({ id: randomUUID(), user_id, course_id, name, tries });
}

const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i;

/** An id that nobody has: the one of the archive, where it is free. */
async function freeId(transaction: Transaction, model: ModelClass<Model>, id: string): Promise<string> {
  const isFree = UUID.test(id) && !(await model.query(transaction).findById(id));
  return isFree ? id : randomUUID();
}
