import type { Configuration } from '../src/configuration';
import { documentOfRows } from '../src/courses/course-reading';
import { checkCourse, type Course, type Edit } from '@fidens/core';
import { randomUUID } from 'node:crypto';
import type { Knex } from 'knex';
import request from 'supertest';
import { createApplication, type Application } from '../src/application';
import { migrate, openDatabase } from '../src/database';
import { temporaryPostgres, type TemporaryPostgres } from './temporary-postgres';

/** A server with a database of its own. */
export interface Harness {
  readonly postgres: TemporaryPostgres;
  readonly database: Knex;
  readonly application: Application;
  readonly stop: () => Promise<void>;
}

/** The configuration of a server of tests. */
export function configurationFor(databaseUrl: string, own: Partial<Configuration> = {}): Configuration {
  return {
    databaseUrl,
    port: 0,
    host: '127.0.0.1',
    sessionSecret: 'only for tests',
    sampleData: false,
    migrates: true,
    waiting: 200,
    patience: 15_000,
    metricsPort: undefined,
    secureCookies: false,
    trustProxy: false,
    connections: 14,
    mail: undefined,
    applicationFolder: undefined,
    ...own,
  };
}

export async function startHarness({
  sampleData = false,
  mail,
}: { sampleData?: boolean; mail?: Configuration['mail'] } = {}): Promise<Harness> {
  const postgres = await temporaryPostgres();
  await migrate(postgres.url);
  const database = openDatabase(postgres.url);
  const application = createApplication(database, configurationFor(postgres.url, { sampleData, mail }));
  const stop = async () => {
    await expectKeptAsRows(database);
    await application.close();
    await database.destroy();
    await postgres.remove();
  };
  return { postgres, database, application, stop };
}

/** Whatever a test has done: each document that is kept ready is the one that its course's rows make. */
async function expectKeptAsRows(database: Knex): Promise<void> {
  const kept = await database('courses')
    .join('course_documents', { course_id: 'courses.id', 'course_documents.version': 'courses.version' })
    .select<{ id: string; document: Course }[]>('courses.id', 'document');
  for (const { id, document } of kept)
    expect(document).toEqual(await database.transaction((transaction) => documentOfRows(transaction, id)));
}

export type Agent = ReturnType<typeof request.agent>;

export const PASSWORD = 'salt and tide 9';
let students = 0;

/** A new student, signed in. */
export async function student({ application }: Harness): Promise<Agent> {
  const agent = request.agent(application.express);
  const email = `student${(students += 1)}@saltmarsh.example`;
  await agent.post('/api/v1/accounts').send({ name: 'Ada Brook', email, password: PASSWORD }).expect(201);
  return agent;
}

export interface Stored {
  id: string;
  version: number;
  document: Course;
}

/** Stores a course in the student's first term. */
export async function store(agent: Agent, document: Course): Promise<Stored> {
  const terms = await agent.get('/api/v1/terms').expect(200);
  const { body } = await agent
    .post('/api/v1/courses')
    .send({ termId: terms.body[0].id, document })
    .expect(201);
  return body as Stored;
}

/** A course in the one form that it has everywhere: moments in UTC, decimals in their shortest text. */
export function oneForm(document: Course): Course {
  const checked = checkCourse(document);
  if (!checked.ok) throw new Error(JSON.stringify(checked.faults));
  return checked.value;
}

/** Asks for a change of a course. */
export function change(
  agent: Agent,
  course: { id: string; version: number },
  edits: unknown[],
  id = randomUUID(),
) {
  return agent
    .patch(`/api/v1/courses/${course.id}`)
    .set('If-Match', `"${course.version}"`)
    .send({ id, edits });
}

/** A small course: homework of two pieces, and an exam. */
export function smallCourse(): Course {
  return {
    format: 'fidens-course',
    version: 1,
    title: 'Knots and Splices',
    scale: {
      bands: [
        { label: 'A', from: '90', worth: '95' },
        { label: 'F', from: '0' },
      ],
    },
    root: {
      kind: 'category',
      id: 'course',
      name: 'Course',
      combine: 'weights',
      children: [
        {
          kind: 'category',
          id: 'homework',
          name: 'Homework',
          weight: '40',
          children: [
            {
              kind: 'assessment',
              id: 'one',
              name: 'One',
              possible: '20',
              status: 'scored',
              score: { points: '17.50' },
            },
            { kind: 'assessment', id: 'two', name: 'Two', possible: '20' },
          ],
        },
        { kind: 'assessment', id: 'exam', name: 'Exam', weight: '60', possible: '80' },
      ],
    },
  };
}

export const score = (id: string, points: string): Edit => ({
  op: 'set',
  id,
  set: { status: 'scored', score: { points } },
});
