import type { Course } from '@fidens/core';
import { readCourse } from '@fidens/core/texts';
import type { Knex } from 'knex';
import { randomBytes } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { raw, type Transaction } from 'objection';
import { createCourse, createRuleSheet } from './course-store';
import { CourseRecord, GradingScale, Term, User } from './models';
import { insertScale } from './scale-store';

/** Noor Castellan of Saltmarsh College, in the ninth of fifteen weeks. */
const STUDENT = { name: 'Noor Castellan', is_sample: true };
export const SAMPLE_TODAY = '2026-10-20T12:00:00Z';
const TERM = { name: 'Autumn term', starts_on: '2026-08-24', ends_on: '2026-12-04' };

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
 */
export function sampleCourse(name: string): Course {
  const read = readCourse(readFileSync(join(__dirname, '..', 'sample', `${name}.json`), 'utf8'));
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

async function fill(transaction: Transaction, userId: string): Promise<void> {
  const term = await Term.query(transaction).insert({ ...TERM, user_id: userId });
  const courses = sampleCourses();
  for (const course of courses) await createCourse(transaction, userId, term.id, course);
  await insertScale(transaction, userId, courses[0]!.scale, 'Saltmarsh letters');
  await createRuleSheet(transaction, userId, { ...courses[0]!, title: 'Field course with logs' });
}
