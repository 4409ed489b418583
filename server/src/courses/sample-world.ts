import {
  momentText,
  statusOf,
  type Category,
  type Course,
  type CourseNode,
  type Official,
} from '@fidens/core';
import { readCourse } from '@fidens/core/texts';
import type { Knex } from 'knex';
import { randomBytes } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { raw, type Transaction } from 'objection';
import { createCourse, createRuleSheet } from './course-store';
import { CourseRecord, GradingScale, Term, User } from '../models';
import { insertScale } from './scale-store';

/** Noor Castellan of Saltmarsh College, in the ninth of fifteen weeks. */
const STUDENT = { name: 'Noor Castellan', is_sample: true };
export const SAMPLE_TODAY = '2026-10-20T12:00:00Z';
const TERM = { name: 'Autumn term', starts_on: '2026-08-24', ends_on: '2026-12-04' };
/** What came before, with courses and in lines, and what comes next. */
const SPRING = { name: 'Spring term 2026', starts_on: '2026-01-26', ends_on: '2026-05-22' };
const FIRST = { name: 'First term', archived: true };
const NEXT = { name: 'Spring term 2027', starts_on: '2027-01-25', ends_on: '2027-05-21' };

/** Courses of the first term, without any pieces: title, code, credits, and the grade that was given. */
const LINES: readonly (readonly [string, string, string, Official])[] = [
  ['Marine Biology', 'BIO 101', '4', { label: 'B+' }],
  ['Navigation and Tides', 'NAV 230', '5', { label: 'D' }],
  ['Knots and Lines', 'BLD 100', '1.5', { label: 'A' }],
  ['Harbour Choir', 'MUS 100', '1', { mark: 'Passed' }],
];

const FILES = [
  'coastal-ecology',
  'wooden-boat-construction',
  'navigation-and-tides',
  'technical-drawing',
  'maritime-law',
];

/** The courses of the sample world, read from their course files in `server/sample`. */
export function sampleCourses(): Course[] {
  return FILES.map(sampleCourse);
}

/**
 * One course of the sample world.
 *
 * @param name - of its file
 * @throws where the file is no valid course, with its faults
 */
export function sampleCourse(name: string): Course {
  const read = readCourse(readFileSync(join(__dirname, '..', '..', 'sample', `${name}.json`), 'utf8'));
  if (!read.ok) throw new Error(`${name}: ${JSON.stringify(read.faults)}`);
  return read.value;
}

/** Hours after which what a visitor did with the sample student is cleared away. */
const STAYS_FOR = 24;

/**
 * A sample student of the visitor's own, with her courses: what one visitor changes no other sees. Those that were opened more
 * than a day ago are cleared away.
 */
export async function openSampleWorld(database: Knex): Promise<User> {
  await clearSampleWorlds(database, STAYS_FOR);
  return database.transaction(async (transaction) => {
    const email = `noor.${randomBytes(6).toString('hex')}@saltmarsh.example`;
    const user = await User.query(transaction)
      .insert({ ...STUDENT, email, today: new Date(SAMPLE_TODAY) })
      .returning('*');
    await fill(transaction, user.id);
    return user;
  });
}

/**
 * Clears sample students away with all that is theirs. Nobody else's is touched.
 *
 * @param hours - only those that were opened more than so many hours ago
 */
export async function clearSampleWorlds(database: Knex, hours: number): Promise<void> {
  await database.transaction(async (transaction) => {
    const old = User.query(transaction)
      .where({ is_sample: true })
      .where('created_at', '<=', raw("now() - ? * interval '1 hour'", hours))
      .select('id')
      .orderBy('id')
      .forUpdate()
      .skipLocked();
    const ids = (await old).map(({ id }) => id);
    // What belongs to a course goes with it; courses hold their terms and scales, so they go first.
    await CourseRecord.query(transaction).delete().whereIn('user_id', ids);
    await GradingScale.query(transaction).delete().whereIn('user_id', ids);
    await Term.query(transaction).delete().whereIn('user_id', ids);
    await User.query(transaction).delete().whereIn('id', ids);
  });
}

/** So much earlier was the term before. */
const BEFORE = 210 * 86_400_000;
const MOMENTS = new Set(['due', 'extended', 'handedIn']);

/** A course when it is over: every piece has its score, and a grade was given. */
function over(course: Course, names: Pick<Course, 'title' | 'code'>, official: Official): Course {
  const { school: _school, class: _class, target: _target, ...rest } = course;
  const finished = (node: CourseNode): CourseNode => {
    if (node.kind === 'category') {
      const { planned: _planned, ...category } = node;
      return { ...category, children: node.children.map(finished) };
    }
    const { assume: _assume, ...kept } = node;
    const piece = JSON.parse(JSON.stringify(kept), (key, value: unknown) =>
      MOMENTS.has(key) ? momentText(new Date(Date.parse(value as string) - BEFORE)) : value,
    ) as typeof kept;
    if (node.score || node.deduct || statusOf(node) === 'excused' || statusOf(node) === 'missing')
      return piece;
    return { ...piece, status: 'scored', score: { percent: '86' } };
  };
  return { ...rest, ...names, official, root: finished(course.root) as Category };
}

async function fillEarlier(transaction: Transaction, user_id: string): Promise<void> {
  const [first, spring] = [
    await Term.query(transaction).insert({ ...FIRST, user_id }),
    await Term.query(transaction).insert({ ...SPRING, user_id }),
  ];
  const { scale } = sampleCourse(FILES[0]!);
  for (const [title, code, credits, official] of LINES) {
    const root: Category = { kind: 'category', id: 'course', name: 'Course', children: [] };
    const line: Course = { format: 'fidens-course', version: 1, title, code, credits, official, scale, root };
    await createCourse(transaction, user_id, first.id, line);
  }
  const ecology = { title: 'Shore Ecology', code: 'ECO 110' };
  const drawing = { title: 'Freehand Drawing', code: 'DRW 100' };
  const [shore, lines] = [sampleCourse('coastal-ecology'), sampleCourse('technical-drawing')];
  await createCourse(transaction, user_id, spring.id, over(shore, ecology, { label: 'B+' }));
  await createCourse(
    transaction,
    user_id,
    spring.id,
    over(lines, drawing, { label: lines.scale.bands[1]!.label }),
  );
}

async function fill(transaction: Transaction, userId: string): Promise<void> {
  await fillEarlier(transaction, userId);
  await Term.query(transaction).insert({ ...NEXT, user_id: userId });
  const term = await Term.query(transaction).insert({ ...TERM, user_id: userId });
  const courses = sampleCourses();
  for (const course of courses) await createCourse(transaction, userId, term.id, course);
  await insertScale(transaction, userId, courses[0]!.scale, 'Saltmarsh letters');
  await createRuleSheet(transaction, userId, { ...courses[0]!, title: 'Field course with logs' });
}
