import { readCourse, type Course } from '@fidens/core';
import type { Knex } from 'knex';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Transaction } from 'objection';
import { createCourse, createRuleSheet } from './course-store';
import { CourseRecord, GradingScale, Term, User } from './models';
import { insertScale } from './scale-store';

/** Noor Castellan of Saltmarsh College, in the ninth of fifteen weeks. */
const STUDENT = { name: 'Noor Castellan', email: 'noor@saltmarsh.example', is_sample: true };
const TODAY = '2026-10-20T12:00:00Z';
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
  return FILES.map((name) => {
    const read = readCourse(readFileSync(join(__dirname, '..', 'sample', `${name}.json`), 'utf8'));
    if (!read.ok) throw new Error(`${name}: ${JSON.stringify(read.faults)}`);
    return read.value;
  });
}

/** Makes the sample student with her courses, unless she is there already. Safe when several servers start at once. */
export async function seedSampleWorld(database: Knex): Promise<void> {
  await database.transaction(async (transaction) => {
    const user = await User.query(transaction)
      .insert({ ...STUDENT, today: new Date(TODAY) })
      .onConflict('email')
      .ignore()
      .returning('*');
    if (user?.id) await fill(transaction, user.id);
  });
}

/** Puts the sample student's records back to how they were at first. Nobody else's are touched. */
export async function resetSampleWorld(database: Knex): Promise<void> {
  await seedSampleWorld(database);
  await database.transaction(async (transaction) => {
    const { id } = (await User.query(transaction).findOne({ is_sample: true }).forUpdate())!;
    await CourseRecord.query(transaction).delete().where({ user_id: id });
    await GradingScale.query(transaction).delete().where({ user_id: id });
    await Term.query(transaction).delete().where({ user_id: id });
    await fill(transaction, id);
  });
}

async function fill(transaction: Transaction, userId: string): Promise<void> {
  const term = await Term.query(transaction).insert({ ...TERM, user_id: userId });
  const courses = sampleCourses();
  for (const course of courses) await createCourse(transaction, userId, term.id, course);
  await insertScale(transaction, userId, courses[0]!.scale, 'Saltmarsh letters');
  await createRuleSheet(transaction, userId, { ...courses[0]!, title: 'Field course with logs' });
}
