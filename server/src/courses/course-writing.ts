import { isSame, type Course, type PastChange } from '@fidens/core';
import type { Knex } from 'knex';
import type { Transaction } from 'objection';
import { requirementRows } from './condition-rows';
import { courseRow, rowChanges, type RowChanges } from './course-document';
import type { CourseHead } from './course-reading';
import { AssessmentRecord, CategoryRecord, RequirementRecord, type NodeRecord } from '../models';
import { insertFurtherScales, removeFurtherScales, updateScale } from './scale-store';

/** A change of a course that has been decided, ready to be written. */
export interface Writing {
  /** The course as it was read. */
  readonly head: CourseHead;
  readonly before: Course;
  readonly after: Course;
  /** The rows of nodes in which the two differ. */
  readonly rows: RowChanges;
  readonly change: Pick<PastChange, 'id' | 'edits' | 'inverse'>;
}

/** Whether `writeChange` alone writes a change: nothing is gone, and no scale and no requirement differs. */
export function isOneStatement({ before, after, rows }: Writing): boolean {
  return (
    rows.categories.gone.length + rows.assessments.gone.length === 0 &&
    isSame(before.scale, after.scale) &&
    isSame(before.scales, after.scales) &&
    hasSameRequirements(before, after)
  );
}

/** A requirement stands in the column of the table that holds what it is about: what is compared is its row. */
const hasSameRequirements = (before: Course, after: Course) =>
  isSame(requirementRows(before), requirementRows(after));

/** Writes what `writeChange` does not write, before it and in the same transaction, in which the course is locked. */
export async function writeRest(
  transaction: Transaction,
  { head, before, after, rows }: Writing,
): Promise<void> {
  const owner = ownerOf(head);
  if (!isSame(before.scale, after.scale)) {
    await updateScale(transaction, { id: head.scale_id, user_id: head.user_id }, after.scale);
  }
  if (!isSame(before.scales, after.scales)) {
    await removeFurtherScales(transaction, owner);
    await insertFurtherScales(transaction, owner, after);
  }
  await removeRows(CategoryRecord, transaction, owner, rows.categories);
  await removeRows(AssessmentRecord, transaction, owner, rows.assessments);
  if (!hasSameRequirements(before, after)) {
    await RequirementRecord.query(transaction).where({ course_id: head.id }).delete();
    await insertRequirements(transaction, owner, after);
  }
}

/**
 * Writes in one statement the row of a course, the rows of nodes that differ, its document beside them, and the change that made
 * them: if the course is still of the version that was read, and otherwise nothing.
 *
 * @returns whether it was written
 */
export async function writeChange(
  database: Knex | Transaction,
  { head, before, after, rows, change }: Writing,
): Promise<boolean> {
  const [was, now] = [courseRow(before), courseRow(after)];
  const columns = Object.keys(now).filter((column) => !isSame(was[column], now[column]));
  const upserts = upsertsOf(ownerOf(head), rows);
  const { rowCount }: { rowCount: number } = await database.raw(
    `with course as (
        update courses set ${columns.map((column) => `${column} = ?, `).join('')} version = version + 1
          where id = ? and version = ? returning id, user_id, version
      ), ${upserts.map(({ table, sql }) => `written_${table} as (${sql('where exists (select from course)')}), `).join('')} kept as (
        insert into course_documents (course_id, version, document) select id, version, ?::json from course
        on conflict (course_id) do update set version = excluded.version, document = excluded.document
      )
      insert into course_changes (course_id, user_id, id, version, edits, inverse)
        select id, user_id, ?, version, ?, ? from course`,
    [
      ...(columns.map((column) => now[column]) as never[]),
      ...[head.id, head.version],
      ...upserts.map(({ json }) => json),
      JSON.stringify(after),
      ...[change.id, JSON.stringify(change.edits), JSON.stringify(change.inverse)],
    ],
  );
  return rowCount > 0;
}

/** Writes the nodes and the requirements of a new course. */
export async function writeParts(transaction: Transaction, owner: Owner, document: Course): Promise<void> {
  for (const { sql, json } of upsertsOf(owner, rowChanges(undefined, document)))
    await transaction.raw(sql(), [json]);
  await insertRequirements(transaction, owner, document);
}

/** Whose rows are written. */
interface Owner {
  readonly course_id: string;
  readonly user_id: string;
}

const ownerOf = ({ id, user_id }: CourseHead): Owner => ({ course_id: id, user_id });

async function insertRequirements(transaction: Transaction, owner: Owner, document: Course): Promise<void> {
  const rows = requirementRows(document).map((row) => ({ ...row, ...owner }));
  if (rows.length > 0) await RequirementRecord.query(transaction).insert(rows);
}

async function removeRows(
  model: typeof NodeRecord,
  transaction: Transaction,
  { course_id }: Owner,
  { gone }: RowChanges['categories'],
): Promise<void> {
  if (gone.length > 0) await model.query(transaction).where({ course_id }).whereIn('id', gone).delete();
}

/** A statement that writes rows of a table, with one parameter. */
interface Upsert {
  readonly table: string;
  /** @param guard - a condition on which they are written */
  readonly sql: (guard?: string) => string;
  readonly json: string;
}

/**
 * What writes rows, as one statement for each table with one parameter: the database reads them out of JSON, decimals and moments
 * from text as it does everywhere. A parameter for each column of each row would cost more to put together than to carry out.
 */
function upsertsOf(owner: Owner, { categories, assessments }: RowChanges): Upsert[] {
  return [
    { table: CategoryRecord.tableName, rows: categories.written },
    { table: AssessmentRecord.tableName, rows: assessments.written },
  ].flatMap(({ table, rows }) => {
    if (rows.length === 0) return [];
    const columns = [...Object.keys(rows[0]!), ...Object.keys(owner)];
    const sql = (guard = '') =>
      `insert into ${table} (${columns.join(', ')})
        select ${columns.join(', ')} from jsonb_populate_recordset(null::${table}, ?::jsonb) ${guard}
        on conflict (course_id, id) do update set ${columns.map((column) => `${column} = excluded.${column}`).join(', ')}`;
    return [{ table, sql, json: JSON.stringify(rows.map((row) => ({ ...row, ...owner }))) }];
  });
}
