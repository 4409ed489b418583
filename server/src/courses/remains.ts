import { isSame, type Course } from '@fidens/core';
import type { Transaction } from 'objection';
import { keepDocument, type VersionedDocument } from './course-reading';

/** Rows as the database has them, which go back into their table as they came out of it. */
type Rows = readonly Readonly<Record<string, unknown>>[];

interface CourseRemains {
  readonly document: Course;
  readonly version: number;
  readonly position: number;
  readonly changes: Rows;
  readonly rehearsals: Rows;
  readonly feeds: Rows;
}

interface TermRemains {
  readonly position: number | null;
  readonly created_at: string;
  readonly feeds: Rows;
}

const rowsOf = (table: string, column: string) =>
  `(select coalesce(json_agg(own), '[]') from ${table} own where own.${column} = whole.id)`;

const COURSE = `json_build_object(
  'document', :document::json, 'version', whole.version, 'position', whole.position,
  'changes', ${rowsOf('course_changes', 'course_id')},
  'rehearsals', ${rowsOf('rehearsals', 'course_id')},
  'feeds', ${rowsOf('calendar_feeds', 'course_id')})`;

const TERM = `json_build_object(
  'position', whole.position, 'created_at', whole.created_at, 'feeds', ${rowsOf('calendar_feeds', 'term_id')})`;

/** How long a deletion can be taken back with all that stood beside it. */
const A_DAY = `interval '1 day'`;

/** Characters that are kept of one student: many terms of anybody. */
const MOST = 20_000_000;

async function lay(
  transaction: Transaction,
  table: string,
  what: string,
  bindings: Record<string, string>,
): Promise<void> {
  await transaction.raw(`delete from remains where deleted_at < now() - ${A_DAY}`);
  await transaction.raw(
    `insert into remains (id, user_id, kept) select whole.id, whole.user_id, ${what} from ${table} whole where whole.id = :id
     on conflict (user_id, id) do update set kept = excluded.kept, deleted_at = now()`,
    bindings,
  );
  // Who deletes without end keeps no more than the newest of it.
  await transaction.raw(
    `delete from remains where (user_id, id) in (
       select user_id, id from (
         select user_id, id, sum(octet_length(kept::text)) over (order by deleted_at desc, id) as size
         from remains where user_id = (select user_id from ${table} where id = :id)
       ) newest where size > ${MOST}
     )`,
    bindings,
  );
}

/** Keeps what stands beside a course that is about to be deleted: history, rehearsals, feed and place. */
export async function layCourse(transaction: Transaction, id: string, document: Course): Promise<void> {
  await lay(transaction, 'courses', COURSE, { id, document: JSON.stringify(document) });
}

/** Keeps what stands beside a term that is about to be deleted: its feed and its place. */
export async function layTerm(transaction: Transaction, id: string): Promise<void> {
  await lay(transaction, 'terms', TERM, { id });
}

async function taken<Kept>(transaction: Transaction, userId: string, id: string): Promise<Kept | undefined> {
  const { rows } = await transaction.raw<{ rows: { kept: Kept }[] }>(
    `delete from remains where id = ? and user_id = ? and deleted_at > now() - ${A_DAY} returning kept`,
    [id, userId],
  );
  return rows[0]?.kept;
}

async function putBack(transaction: Transaction, table: string, rows: Rows): Promise<void> {
  await transaction.raw(
    `insert into ${table} select * from json_populate_recordset(null::${table}, ?) on conflict do nothing`,
    [JSON.stringify(rows)],
  );
}

/**
 * Gives a course that was made again under its id what stood beside it when it was deleted. Its history goes on only where it is
 * the document that was deleted; another one is a later version than any that a device may have.
 *
 * @returns the version that it is now
 */
export async function takeUpCourse(
  transaction: Transaction,
  userId: string,
  { id, version: made, document }: VersionedDocument,
): Promise<number> {
  const kept = await taken<CourseRemains>(transaction, userId, id);
  if (!kept) return made;
  const goesOn = isSame(kept.document, document);
  const version = goesOn ? kept.version : kept.version + 1;
  await transaction('courses').where({ id }).update({ position: kept.position, version });
  await keepDocument(transaction, { id, version, document });
  if (goesOn) await putBack(transaction, 'course_changes', kept.changes);
  await putBack(transaction, 'rehearsals', kept.rehearsals);
  await putBack(transaction, 'calendar_feeds', kept.feeds);
  return version;
}

/** Gives a term that was made again under its id its place and its feed. */
export async function takeUpTerm(transaction: Transaction, userId: string, id: string): Promise<void> {
  const kept = await taken<TermRemains>(transaction, userId, id);
  if (!kept) return;
  const { position, created_at, feeds } = kept;
  await transaction('terms').where({ id }).update({ position, created_at });
  await putBack(transaction, 'calendar_feeds', feeds);
}
