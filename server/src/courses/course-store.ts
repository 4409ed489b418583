import {
  applyEdits,
  decide,
  ruleSheet,
  type Collision,
  type Course,
  type Decided,
  type Edit,
  type Fault,
  type PastChange,
} from '@fidens/core';
import { randomUUID } from 'node:crypto';
import type { Knex } from 'knex';
import { raw, type Transaction } from 'objection';
import { courseRow, rowChanges, toDocument } from './course-document';
import { keepDocument, lockCourse, readKept, type ReadCourse } from './course-reading';
import { isOneStatement, writeChange, writeParts, writeRest, type Writing } from './course-writing';
import type { Asker } from '../database';
import { CourseChange, CourseRecord, GradingScale } from '../models';
import { withinQuota } from './quota';
import { layCourse } from './remains';
import { insertFurtherScales, insertScale } from './scale-store';

/** A course as the API gives it: its document, whose it is to find, and which version it is. */
export interface StoredCourse {
  readonly id: string;
  readonly termId: string;
  readonly version: number;
  readonly document: Course;
}

/** What became of a request to change a course. */
export type Changed =
  | {
      readonly kind: 'changed';
      readonly course: StoredCourse;
      /** The edits that were made of the version before; nothing where none had to be made any more. */
      readonly made?: readonly Edit[];
    }
  | { readonly kind: 'nobody' }
  | { readonly kind: 'not found' }
  | { readonly kind: 'stale'; readonly course: StoredCourse }
  | { readonly kind: 'asks'; readonly course: StoredCourse; readonly collisions: readonly Collision[] }
  | { readonly kind: 'invalid'; readonly faults: readonly Fault[] };

/** A change as it is asked for. */
export interface ChangeRequest {
  /** Made by the client; a second request with the same id changes nothing. */
  readonly id: string;
  readonly edits: readonly Edit[];
  /** What its maker saw: the edits that led back there, or the version of the whole course. */
  readonly saw: { readonly seen: readonly Edit[] } | { readonly version: number };
}

const GRAPH = '[scale.bands, scales.bands, categories, assessments, requirements]';

/** A student's courses: those that stand in a term. */
const coursesOf = (transaction: Transaction, userId: string) =>
  CourseRecord.query(transaction).where({ user_id: userId }).whereNotNull('term_id');

/** A student's rule sheets. */
const sheetsOf = (transaction: Transaction, userId: string) =>
  CourseRecord.query(transaction).where({ user_id: userId }).whereNull('term_id');

/** All courses of a student, in a fixed number of queries (one for each table, and one for further scales), whatever their number. */
export async function listCourses(transaction: Transaction, userId: string): Promise<StoredCourse[]> {
  const records = await coursesOf(transaction, userId)
    .orderBy(['position', 'created_at', 'id'])
    .withGraphFetched(GRAPH);
  return records.map(toStored);
}

/** A rule sheet as the API gives it. */
export interface RuleSheet {
  readonly id: string;
  readonly document: Course;
}

/** All rule sheets of a student by name, in a fixed number of queries. */
export async function listRuleSheets(transaction: Transaction, userId: string): Promise<RuleSheet[]> {
  const records = await sheetsOf(transaction, userId)
    .orderBy(['title', 'created_at', 'id'])
    .withGraphFetched(GRAPH);
  return records.map((record) => ({ id: record.id, document: toDocument(record) }));
}

/** One course of a student, or nothing. */
export async function findCourse(
  transaction: Transaction,
  userId: string,
  courseId: string,
): Promise<StoredCourse | undefined> {
  const record = await coursesOf(transaction, userId).findById(courseId).withGraphFetched(GRAPH);
  return record && toStored(record);
}

/**
 * Stores a new course.
 *
 * @param document - a document that `checkCourse` has passed
 * @param wanted - the id that it gets
 * @throws a problem 403 where the student has as much as one may have
 */
export async function createCourse(
  transaction: Transaction,
  userId: string,
  termId: string,
  document: Course,
  wanted = randomUUID() as string,
): Promise<StoredCourse> {
  await withinQuota(transaction, userId, document);
  const id = await insertDocument(transaction, userId, wanted, termId, document);
  const course = (await findCourse(transaction, userId, id))!;
  await keepDocument(transaction, course);
  return course;
}

/**
 * Keeps a course's rules to use again: whatever of the student is in the document stays out.
 *
 * @param document - a document that `checkCourse` has passed
 */
export async function createRuleSheet(
  transaction: Transaction,
  userId: string,
  document: Course,
  wanted = randomUUID() as string,
): Promise<RuleSheet> {
  await withinQuota(transaction, userId, document);
  const id = await insertDocument(transaction, userId, wanted, null, ruleSheet(document));
  return (await findRuleSheet(transaction, userId, id))!;
}

/** One rule sheet of a student, or nothing. */
export async function findRuleSheet(
  transaction: Transaction,
  userId: string,
  sheetId: string,
): Promise<RuleSheet | undefined> {
  const record = await sheetsOf(transaction, userId).findById(sheetId).withGraphFetched(GRAPH);
  return record && { id: record.id, document: toDocument(record) };
}

async function insertDocument(
  transaction: Transaction,
  userId: string,
  id: string,
  termId: string | null,
  document: Course,
): Promise<string> {
  const scaleId = await insertScale(transaction, userId, document.scale);
  await CourseRecord.query(transaction).insert({
    ...courseRow(document),
    id,
    user_id: userId,
    term_id: termId,
    scale_id: scaleId,
    position: raw('(select coalesce(max(position) + 1, 0) from courses where user_id = ?)', userId),
  });
  const owner = { course_id: id, user_id: userId };
  await insertFurtherScales(transaction, owner, document);
  await writeParts(transaction, owner, document);
  return id;
}

/**
 * Changes a course: all edits or none. What a change saw is compared here, field by field, every time: what another has written
 * since is never written over unasked. A course is read and decided about without being held; the statement that writes holds
 * only if nobody wrote in between. Where somebody did, or where more than that statement is needed, its row is locked and it is
 * read and decided about again.
 *
 * @param asker - whose course it is to be
 * @throws a problem 403 where the student has as much as one may have
 */
export async function changeCourse(
  database: Knex | Transaction,
  asker: Asker,
  courseId: string,
  request: ChangeRequest,
): Promise<Changed> {
  const read = await readKept(database, asker, courseId, request.id);
  if (!read) return { kind: 'nobody' };
  if (!read.course) return { kind: 'not found' };
  if (read.course.document) {
    const decided = decideChange(read.course as ReadCourse, request);
    if (decided.kind !== 'write') return decided;
    const { writing, adds } = decided;
    if (!adds && isOneStatement(writing) && (await writeChange(database, writing))) return changedBy(writing);
  }
  return database.transaction(async (transaction) => {
    const locked = await lockCourse(transaction, read.userId, courseId, request.id);
    if (!locked) return { kind: 'not found' };
    const decided = decideChange(locked, request);
    if (decided.kind !== 'write') return decided;
    const { writing, adds } = decided;
    if (adds) await withinQuota(transaction, read.userId, writing.after, writing.before);
    await writeRest(transaction, writing);
    if (!(await writeChange(transaction, writing))) throw new Error('A locked course has another version.');
    return changedBy(writing);
  });
}

const changedBy = ({ head, after, change }: Writing): Changed => ({
  kind: 'changed',
  made: change.edits,
  course: { id: head.id, termId: head.term_id!, version: head.version + 1, document: after },
});

/** What is to become of a request to change a course: an answer, or something to write and whether it adds to what is kept. */
function decideChange(
  { head, document, repeated }: ReadCourse,
  { id, edits, saw }: ChangeRequest,
): Changed | { readonly kind: 'write'; readonly writing: Writing; readonly adds: boolean } {
  const course = { id: head.id, termId: head.term_id!, version: head.version, document };
  if (repeated) return { kind: 'changed', course };
  if ('version' in saw && saw.version !== course.version) return { kind: 'stale', course };
  const decided = decideIn(document, edits, 'seen' in saw ? saw.seen : undefined);
  if (decided.kind === 'asks') return { ...decided, course };
  if (decided.kind === 'invalid') return decided;
  if (decided.edits.length === 0) return { kind: 'changed', course };
  const after = decided.course;
  const change = { id, edits: decided.edits, inverse: decided.inverse };
  const writing = { head, before: document, after, rows: rowChanges(document, after), change };
  return { kind: 'write', writing, adds: decided.edits.some(({ op }) => op === 'add') };
}

/** Makes edits in a course, held against what they saw; where that is not said, it is the course as it is. */
function decideIn(course: Course, edits: readonly Edit[], seen: readonly Edit[] | undefined): Decided {
  if (seen) return decide(course, { edits, seen });
  const made = applyEdits(course, edits);
  return made.ok ? decide(course, { edits, seen: made.inverse }) : { kind: 'invalid', faults: made.faults };
}

/** A page of a course's history. */
export interface HistoryPage {
  /** The newest first. */
  readonly changes: readonly PastChange[];
  /** Whether there are older ones. */
  readonly more: boolean;
}

const CHANGES_AT_ONCE = 50;

/**
 * What was changed in a course, the newest first.
 *
 * @param before - only changes that made a version below this one; all where nothing is given
 * @returns nothing where the student has no such course
 */
export async function listChanges(
  transaction: Transaction,
  userId: string,
  courseId: string,
  before: number | undefined,
): Promise<HistoryPage | undefined> {
  const course = await coursesOf(transaction, userId).findById(courseId);
  if (!course) return undefined;
  const query = CourseChange.query(transaction)
    .where({ course_id: courseId, user_id: userId })
    .orderBy('version', 'desc')
    .limit(CHANGES_AT_ONCE + 1);
  const found = await (before === undefined ? query : query.where('version', '<', before));
  const changes = found.slice(0, CHANGES_AT_ONCE).map(({ id, version, made_at, edits, inverse }) => ({
    id,
    version,
    madeAt: made_at.toISOString(),
    edits,
    inverse,
  }));
  return { changes, more: found.length > CHANGES_AT_ONCE };
}

/** Deletes a course with all that is in it; for a day it can be made again as it was. Answers whether there was one. */
export async function deleteCourse(
  transaction: Transaction,
  userId: string,
  courseId: string,
): Promise<boolean> {
  const record = await coursesOf(transaction, userId).findById(courseId).forUpdate();
  if (!record) return false;
  await layCourse(transaction, courseId, (await findCourse(transaction, userId, courseId))!.document);
  return deleteRecord(transaction, record);
}

/** Deletes a rule sheet. Answers whether there was one. */
export async function deleteRuleSheet(
  transaction: Transaction,
  userId: string,
  sheetId: string,
): Promise<boolean> {
  return deleteRecord(transaction, await sheetsOf(transaction, userId).findById(sheetId).forUpdate());
}

async function deleteRecord(transaction: Transaction, record: CourseRecord | undefined): Promise<boolean> {
  if (!record) return false;
  await CourseRecord.query(transaction).deleteById(record.id);
  await GradingScale.query(transaction).deleteById(record.scale_id);
  return true;
}

function toStored(record: CourseRecord): StoredCourse {
  return { id: record.id, termId: record.term_id!, version: record.version, document: toDocument(record) };
}
