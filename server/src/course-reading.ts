import type { Transaction } from 'objection';
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
import type { CourseRecord } from './models';

const rows = (columns: string, table: string, where: string) =>
  `(select coalesce(json_agg(rows), '[]') from (select ${columns} from ${table} where ${where}) rows)`;

/** One course whole, by its id, as one value. */
const COURSE = `
  select json_build_object(
    'repeated', exists (select from course_changes where course_id = courses.id and id = :change),
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

/** What the statement above makes of a course. */
interface WholeCourse {
  readonly repeated: boolean;
  readonly record: CourseRecord;
  readonly scale: NonNullable<CourseRecord['scale']>;
  readonly bands: NonNullable<CourseRecord['scale']>['bands'];
  readonly scales: CourseRecord['scales'];
  readonly categories: CourseRecord['categories'];
  readonly assessments: CourseRecord['assessments'];
  readonly requirements: CourseRecord['requirements'];
}

/** A course that is about to be changed: its row, its document, and whether the change has been made already. */
export interface LockedCourse {
  readonly record: Pick<CourseRecord, 'id' | 'user_id' | 'term_id' | 'scale_id' | 'version'>;
  readonly document: ReturnType<typeof toDocument>;
  readonly repeated: boolean;
}

/**
 * Locks a student's course and reads it whole, in two statements whatever its size: every change of a score passes here. The second
 * statement begins once the lock is held, so it sees what the one before it has written.
 *
 * @param change - the id of the change that is asked for
 * @returns nothing where the student has no such course
 */
export async function lockCourse(
  transaction: Transaction,
  userId: string,
  courseId: string,
  change: string,
): Promise<LockedCourse | undefined> {
  const locked: { rowCount: number } = await transaction.raw(
    'select from courses where id = ? and user_id = ? and term_id is not null for update',
    [courseId, userId],
  );
  if (locked.rowCount === 0) return undefined;
  const found: { rows: [{ course: WholeCourse }] } = await transaction.raw(COURSE, { id: courseId, change });
  const { repeated, record, scale, bands, ...parts } = found.rows[0].course;
  // Rows as the database gives them; of a model nothing is asked but its columns.
  const whole = { ...record, scale: { ...scale, bands }, ...parts };
  const document = toDocument(whole as CourseRecord);
  return { record, document, repeated };
}
