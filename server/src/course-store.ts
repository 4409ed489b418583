import {
  applyEdits,
  checkCourse,
  ruleSheet,
  type Course,
  type Edit,
  type Fault,
  type PastChange,
} from '@fidens/core';
import { raw, type Transaction } from 'objection';
import { courseRow, nodeRows, toDocument } from './course-document';
import type { Fields } from './document-columns';
import {
  AssessmentRecord,
  CategoryRecord,
  CourseChange,
  CourseRecord,
  GradingScale,
  NodeRecord,
} from './models';
import { insertScale, updateScale } from './scale-store';

/** A course as the API gives it: its document, whose it is to find, and which version it is. */
export interface StoredCourse {
  readonly id: string;
  readonly termId: string;
  readonly version: number;
  readonly document: Course;
}

/** What became of a request to change a course. */
export type Changed =
  | { readonly kind: 'changed'; readonly course: StoredCourse }
  | { readonly kind: 'not found' }
  | { readonly kind: 'stale'; readonly course: StoredCourse }
  | { readonly kind: 'invalid'; readonly faults: readonly Fault[] };

/** A change as it is asked for. */
export interface ChangeRequest {
  /** Made by the client; a second request with the same id changes nothing. */
  readonly id: string;
  /** The version that the client saw. */
  readonly version: number;
  readonly edits: readonly Edit[];
}

const GRAPH = '[scale.bands, categories, assessments]';

/** A student's courses: those that stand in a term. */
const coursesOf = (transaction: Transaction, userId: string) =>
  CourseRecord.query(transaction).where({ user_id: userId }).whereNotNull('term_id');

/** A student's rule sheets. */
const sheetsOf = (transaction: Transaction, userId: string) =>
  CourseRecord.query(transaction).where({ user_id: userId }).whereNull('term_id');

/** All courses of a student, in a fixed number of queries (one for each of five tables), whatever their number. */
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
 */
export async function createCourse(
  transaction: Transaction,
  userId: string,
  termId: string,
  document: Course,
): Promise<StoredCourse> {
  const id = await insertDocument(transaction, userId, termId, document);
  return (await findCourse(transaction, userId, id))!;
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
): Promise<RuleSheet> {
  const id = await insertDocument(transaction, userId, null, ruleSheet(document));
  const record = await sheetsOf(transaction, userId).findById(id).withGraphFetched(GRAPH);
  return { id, document: toDocument(record!) };
}

async function insertDocument(
  transaction: Transaction,
  userId: string,
  termId: string | null,
  document: Course,
): Promise<string> {
  const scaleId = await insertScale(transaction, userId, document.scale);
  const record = await CourseRecord.query(transaction).insert({
    ...courseRow(document),
    user_id: userId,
    term_id: termId,
    scale_id: scaleId,
    position: raw('(select count(*) from courses where user_id = ?)', userId),
  });
  await saveNodes(transaction, { course_id: record.id, user_id: userId }, undefined, document);
  return record.id;
}

/**
 * Changes a course: all edits or none. The row of the course is locked, so that of two changes made at once the second sees
 * the first.
 */
export async function changeCourse(
  transaction: Transaction,
  userId: string,
  courseId: string,
  request: ChangeRequest,
): Promise<Changed> {
  const locked = await coursesOf(transaction, userId).findById(courseId).forUpdate();
  if (!locked) return { kind: 'not found' };
  const course = (await findCourse(transaction, userId, courseId))!;
  const repeated = await CourseChange.query(transaction).findById([courseId, request.id]);
  if (repeated) return { kind: 'changed', course };
  if (request.version !== course.version) return { kind: 'stale', course };
  const edited = applyEdits(course.document, request.edits);
  if (!edited.ok) return { kind: 'invalid', faults: edited.faults };
  const checked = checkCourse(edited.course);
  if (!checked.ok) return { kind: 'invalid', faults: checked.faults };
  const changed = { ...course, version: course.version + 1, document: checked.value };
  await saveChange(transaction, locked, course.document, changed);
  await CourseChange.query(transaction).insert({
    course_id: courseId,
    user_id: userId,
    id: request.id,
    version: changed.version,
    edits: [...request.edits],
    inverse: [...edited.inverse],
  });
  return { kind: 'changed', course: changed };
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

/** Deletes a course with all that is in it. Answers whether there was one. */
export async function deleteCourse(
  transaction: Transaction,
  userId: string,
  courseId: string,
): Promise<boolean> {
  return deleteRecord(transaction, await coursesOf(transaction, userId).findById(courseId).forUpdate());
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

async function saveChange(
  transaction: Transaction,
  { id, user_id, scale_id }: CourseRecord,
  before: Course,
  { document, version }: StoredCourse,
): Promise<void> {
  await CourseRecord.query(transaction)
    .findById(id)
    .patch({ ...courseRow(document), version });
  if (!isSame(before.scale, document.scale)) {
    await updateScale(transaction, { id: scale_id, user_id }, document.scale);
  }
  await saveNodes(transaction, { course_id: id, user_id }, before, document);
}

/** Writes the rows in which two documents differ. */
async function saveNodes(
  transaction: Transaction,
  owner: { course_id: string; user_id: string },
  before: Course | undefined,
  after: Course,
): Promise<void> {
  const old = before && nodeRows(before);
  const now = nodeRows(after);
  await saveRows(CategoryRecord, transaction, owner, old?.categories, now.categories);
  await saveRows(AssessmentRecord, transaction, owner, old?.assessments, now.assessments);
}

const AT_ONCE = 500;

async function saveRows(
  model: typeof NodeRecord,
  transaction: Transaction,
  owner: { course_id: string; user_id: string },
  old: ReadonlyMap<string, Fields> = new Map(),
  now: ReadonlyMap<string, Fields>,
): Promise<void> {
  const gone = [...old.keys()].filter((id) => !now.has(id));
  if (gone.length > 0)
    await model.query(transaction).where({ course_id: owner.course_id }).whereIn('id', gone).delete();
  const written = [...now]
    .filter(([id, row]) => !isSame(old.get(id), row))
    .map(([, row]) => ({ ...row, ...owner }));
  for (let start = 0; start < written.length; start += AT_ONCE) {
    await model
      .query(transaction)
      .insert(written.slice(start, start + AT_ONCE))
      .onConflict(['course_id', 'id'])
      .merge();
  }
}

function isSame(a: unknown, b: unknown): boolean {
  return JSON.stringify(a) === JSON.stringify(b);
}
