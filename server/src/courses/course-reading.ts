import type { Course } from '@fidens/core';
import type { Knex } from 'knex';
import { hash } from 'node:crypto';
import type { Transaction } from 'objection';
import { knownAsker, type Asker } from '../database';
import { toDocument } from './course-document';
import {
  ASSESSMENT_COLUMNS,
  BAND_COLUMNS,
  CATEGORY_COLUMNS,
  COURSE_COLUMNS,
  REQUIREMENT_COLUMNS,
  SCALE_COLUMNS,
  textColumns,
} from './document-columns';
import type { CourseRecord } from '../models';

const rows = (columns: string, table: string, where: string) =>
  `(select coalesce(json_agg(rows), '[]') from (select ${columns} from ${table} where ${where}) rows)`;

/** One course whole, by its id, as one value. */
const COURSE = `
  select json_build_object(
    'record', (select row_to_json(own) from (select ${textColumns(COURSE_COLUMNS, 'id', 'term_id', 'version', 'scale_id', 'user_id')} from courses own where own.id = courses.id) own),
    'scale', (select row_to_json(own) from (select ${textColumns(SCALE_COLUMNS)} from grading_scales where id = courses.scale_id) own),
    'bands', ${rows(textColumns(BAND_COLUMNS, 'position'), 'grading_bands', 'scale_id = courses.scale_id')},
    'scales', (
      select coalesce(json_agg(own), '[]') from (
        select ${textColumns(SCALE_COLUMNS, 'known_as', `${rows(textColumns(BAND_COLUMNS, 'position'), 'grading_bands', 'scale_id = grading_scales.id')} as bands`)}
        from grading_scales where course_id = courses.id
      ) own),
    'categories', ${rows(textColumns(CATEGORY_COLUMNS, 'parent_id', 'position', 'late_none'), 'categories', 'course_id = courses.id')},
    'assessments', ${rows(textColumns(ASSESSMENT_COLUMNS, 'parent_id', 'position'), 'assessments', 'course_id = courses.id')},
    'requirements', ${rows(textColumns(REQUIREMENT_COLUMNS, 'position'), 'requirements', 'course_id = courses.id')}
  ) as course
  from courses where id = :id`;

/**
 * One course of who asks, with its document as it is kept ready, where that is of its version; and whether it holds a change already.
 * One row where somebody asks, without a course where it is none of theirs; none where nobody is signed in.
 */
const keptOf = (asker: string) => `
  select
    asker.user_id, courses.id, term_id, courses.version, scale_id, document as kept,
    exists (select from course_changes where course_id = courses.id and id = :change) as repeated
  from (${asker}) asker
  left join courses on courses.id = :id and courses.user_id = asker.user_id and term_id is not null
  left join course_documents kept on kept.course_id = courses.id and kept.version = courses.version`;

/** The row of a course, but for what its document says. */
export type CourseHead = Pick<CourseRecord, 'id' | 'user_id' | 'term_id' | 'scale_id' | 'version'>;

/** What this statement makes of a course; where there is none, of who asks. */
interface KeptCourse extends Omit<CourseHead, 'id'> {
  readonly id: string | null;
  readonly kept: Course | null;
  readonly repeated: boolean;
}

/** What the first statement makes of a course. */
interface WholeCourse {
  readonly record: CourseRecord;
  readonly scale: NonNullable<CourseRecord['scale']>;
  readonly bands: NonNullable<CourseRecord['scale']>['bands'];
  readonly scales: CourseRecord['scales'];
  readonly categories: CourseRecord['categories'];
  readonly assessments: CourseRecord['assessments'];
  readonly requirements: CourseRecord['requirements'];
}

/** A course that is about to be changed: its row, its document, and whether the change has been made already. */
export interface ReadCourse {
  readonly head: CourseHead;
  readonly document: Course;
  readonly repeated: boolean;
}

/** Who asks for a course, and the course, if it is theirs; without a document where none of its version is kept ready. */
interface KeptRead {
  readonly userId: string;
  readonly course?: Omit<ReadCourse, 'document'> & { readonly document: Course | undefined };
}

/**
 * A course of who asks, whatever its size, in one statement that also knows who that is.
 *
 * @param change - the id of the change that is asked for
 * @returns nothing where nobody is signed in
 */
export async function readKept(
  database: Knex | Transaction,
  { query, values }: Asker,
  courseId: string,
  change: string,
): Promise<KeptRead | undefined> {
  const { rows } = await database.raw<{ rows: KeptCourse[] }>(keptOf(query), {
    ...values,
    id: courseId,
    change,
  });
  if (!rows[0]) return undefined;
  const { repeated, kept, id, ...head } = rows[0];
  if (id === null) return { userId: head.user_id };
  return { userId: head.user_id, course: { head: { id, ...head }, document: kept ?? undefined, repeated } };
}

/** Locks a student's course and reads it whole. What is read begins once the lock is held, so it sees what the one before it has written. */
export async function lockCourse(
  transaction: Transaction,
  userId: string,
  courseId: string,
  change: string,
): Promise<ReadCourse | undefined> {
  await transaction.raw('select from courses where id = ? and user_id = ? for update', [courseId, userId]);
  const { course } = (await readKept(transaction, knownAsker(userId), courseId, change))!;
  return course && { ...course, document: course.document ?? (await documentOfRows(transaction, courseId)) };
}

/** A course's document, put together of its rows. */
export async function documentOfRows(transaction: Transaction, courseId: string): Promise<Course> {
  const found = await transaction.raw<{ rows: [{ course: WholeCourse }] }>(COURSE, { id: courseId });
  const { record, scale, bands, ...parts } = found.rows[0].course;
  // Rows as the database gives them; of a model nothing is asked but its columns.
  const whole = { ...record, scale: { ...scale, bands }, ...parts };
  return toDocument(whole as CourseRecord);
}

/** A course's document as of a version of it. */
export interface VersionedDocument {
  readonly id: string;
  readonly version: number;
  readonly document: Course;
}

/** Keeps a course's document ready beside its rows. */
export async function keepDocument(
  transaction: Transaction,
  { id, version, document }: VersionedDocument,
): Promise<void> {
  await transaction.raw(
    `insert into course_documents (course_id, version, document) values (?, ?, ?)
      on conflict (course_id) do update set version = excluded.version, document = excluded.document`,
    [id, version, JSON.stringify(document)],
  );
}

/** All courses of a student as they are sent, unless the client has them as they are. */
export interface CourseList {
  /** Names which courses there are, in which order and term, each in which version. */
  readonly tag: string;
  /** The list as JSON; nothing where the client has it already. */
  readonly json: string | undefined;
}

/** A course of the list; its document where it is kept ready, and the client has not said that it has it. */
interface ListedCourse {
  readonly id: string;
  readonly term_id: string;
  readonly version: number;
  readonly document?: string | null;
}

/** A document that is kept ready, as text, unless the client has it. */
const KEPT_TEXT = `case when id || '.' || version = any (:had) then null else (
  select document::text from course_documents kept where course_id = courses.id and kept.version = courses.version
) end as document`;

/** What a client has: the tag of its list, and which courses in which versions, as `id.version`. */
export interface Had {
  readonly tag: string | undefined;
  readonly courses: readonly string[];
}

const isIn = (had: readonly string[], { id, version }: ListedCourse) => had.includes(`${id}.${version}`);

/** The courses of who asks, in their order. As queries within it, what is theirs costs the database the least to plan. */
async function listed(
  database: Knex,
  { query, values }: Asker,
  columns: string,
  had: readonly string[] = [],
): Promise<ListedCourse[]> {
  const { rows } = await database.raw<{ rows: ListedCourse[] }>(
    `select ${columns} from courses where user_id = (${query}) and term_id is not null order by position, created_at, id`,
    { ...values, had: [...had] },
  );
  return rows;
}

const HEAD = 'id, term_id, version';

function tagOf(courses: readonly ListedCourse[]): string {
  const text = courses.map(({ id, term_id, version }) => `${id} ${term_id} ${version}`).join();
  return hash('sha256', text).slice(0, 32);
}

/**
 * The courses of who asks, in one statement that also knows who that is; in a second where the list that the client has is an older one.
 * Documents that are not kept ready are put together of their rows, and kept.
 *
 * @param had - what the client has: of those courses the documents are not sent again
 * @returns nothing where nobody is signed in
 */
export async function courseList(database: Knex, asker: Asker, had: Had): Promise<CourseList | undefined> {
  const courses = await (had.tag === undefined
    ? listed(database, asker, `${HEAD}, ${KEPT_TEXT}`, had.courses)
    : listed(database, asker, HEAD));
  if (courses.length === 0 && !(await isAnybody(database, asker))) return undefined;
  const tag = tagOf(courses);
  if (tag === had.tag) return { tag, json: undefined };
  const whole = { ...had, tag: undefined };
  if (had.tag !== undefined) return courseList(database, asker, whole);
  const missing = courses.filter((course) => course.document === null && !isIn(had.courses, course));
  if (missing.length > 0) {
    await database.transaction((transaction) => keepMissing(transaction, missing));
    return courseList(database, asker, whole);
  }
  const texts = courses.map(({ id, term_id, version, document }) => {
    const head = `"id":"${id}","termId":"${term_id}","version":${version}`;
    return document === null ? `{${head}}` : `{${head},"document":${document}}`;
  });
  return { tag, json: `[${texts.join(',')}]` };
}

/** Whether who asks is signed in. */
export async function isAnybody(database: Knex, { query, values }: Asker): Promise<boolean> {
  const { rows } = await database.raw<{ rows: unknown[] }>(query, values);
  return rows.length > 0;
}

async function keepMissing(transaction: Transaction, courses: readonly ListedCourse[]): Promise<void> {
  for (const { id } of courses) {
    // Locked, so that no change comes between the rows and what is made of them.
    const locked = await lockRow(transaction, id);
    if (locked)
      await keepDocument(transaction, {
        id,
        ...locked,
        document: await documentOfRows(transaction, id),
      });
  }
}

async function lockRow(transaction: Transaction, id: string): Promise<{ version: number } | undefined> {
  const { rows } = await transaction.raw<{ rows: { version: number }[] }>(
    'select version from courses where id = ? for update',
    [id],
  );
  return rows[0];
}
