import { createApplication, migrate, openDatabase, sampleCourses } from '@fidens/server';
import type { Knex } from 'knex';
import { once } from 'node:events';
import type { AddressInfo } from 'node:net';
import { PrivatePostgres } from '../../../scripts/postgres.mjs';
import { BENCH_CONFIGURATION } from '../configuration';
import { Client } from './servers';

const STUDENTS = 100_000;
/** Students that one statement adds. */
const AT_ONCE = 5_000;
/** Tables with fewer rows are read whole by any planner. */
const LARGE = 10_000;

/** What a student's rows are in, each after what it hangs from. */
const TABLES: readonly { readonly table: string; readonly where?: string }[] = [
  { table: 'users' },
  { table: 'terms' },
  // A course has a scale, and a further scale a course.
  { table: 'grading_scales', where: 'course_id is null' },
  { table: 'courses' },
  { table: 'grading_scales', where: 'course_id is not null' },
  { table: 'grading_bands' },
  { table: 'categories' },
  { table: 'assessments' },
  { table: 'requirements' },
  { table: 'course_documents' },
  { table: 'course_changes' },
];

interface PlanNode {
  'Node Type': string;
  'Relation Name'?: string;
  'Actual Rows': number;
  Plans?: PlanNode[];
}

/**
 * A hundred thousand students, each with the five courses of the sample world: every statement of what one of them does is
 * explained. None may read through a large table.
 */
export async function plan(): Promise<string> {
  const postgres = PrivatePostgres.temporary();
  await postgres.start();
  await migrate(postgres.url);
  const database = openDatabase(postgres.url, 10, 3_600_000);
  const application = createApplication(database, { ...BENCH_CONFIGURATION, databaseUrl: postgres.url });
  const server = application.express.listen(0, '127.0.0.1');
  await once(server, 'listening');
  const url = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  try {
    const client = new Client(url);
    const id = await client.begin('plan', 3);
    const terms = (await client.insist('GET', '/terms', undefined)).body as { id: string }[];
    const ids: string[] = [];
    for (const document of sampleCourses()) {
      const body = { id: crypto.randomUUID(), termId: terms[0]!.id, document };
      ids.push(body.id);
      const { status } = await client.insist('POST', '/courses', body);
      if (status !== 201) throw new Error(`A course was answered ${status}.`);
    }
    await client.insist('DELETE', `/courses/${id}`, undefined);
    await client.insist('GET', '/courses', undefined);
    await multiply(database);
    const asked = await statementsOf(database, () => work(client, terms[0]!.id, ids[0]!));
    const large = new Set(
      (await database('pg_class').where('reltuples', '>', LARGE).where('relkind', 'r').pluck('relname')).map(
        String,
      ),
    );
    let slowest = 0;
    for (const { sql, bindings } of asked) {
      const { took, nodes } = await explained(database, sql, bindings);
      slowest = Math.max(slowest, took);
      const through = nodes.find(
        (node) => node['Node Type'].includes('Seq Scan') && large.has(node['Relation Name'] ?? ''),
      );
      if (through)
        throw new Error(`A statement reads through ${through['Relation Name']}: ${sql.slice(0, 300)}`);
    }
    const [{ size, rows }] = (
      await database.raw<{ rows: { size: string; rows: string }[] }>(
        'select pg_database_size(current_database()) as size, (select sum(reltuples) from pg_class where relkind = ? and relnamespace = ?::regnamespace) as rows',
        ['r', 'public'],
      )
    ).rows as [{ size: string; rows: string }];
    return `${STUDENTS} students with five courses (${(Number(rows) / 1e6).toFixed(1)} million rows, ${(Number(size) / 1e9).toFixed(1)} GB): ${asked.length} statements by indexes, the slowest ${slowest.toFixed(1)} ms`;
  } finally {
    server.close();
    server.closeAllConnections();
    await application.close();
    await database.destroy();
    postgres.remove();
  }
}

/** What a student does in a day. */
async function work(client: Client, termId: string, courseId: string): Promise<void> {
  const edits = [{ op: 'course', set: { title: 'Renamed' } }];
  const steps: [string, string, unknown?][] = [
    ['GET', '/session'],
    ['GET', '/terms'],
    ['GET', '/courses'],
    ['GET', `/courses/${courseId}`],
    [
      'PATCH',
      `/courses/${courseId}`,
      { id: crypto.randomUUID(), edits, seen: [{ op: 'course', set: { title: 'Coastal Ecology' } }] },
    ],
    ['GET', '/courses'],
    ['GET', `/courses/${courseId}/changes`],
    ['GET', '/scales'],
    ['GET', '/rule-sheets'],
    ['GET', '/rehearsals'],
    ['PUT', `/courses/${courseId}/feed`, {}],
    ['GET', '/feeds'],
    ['GET', '/account'],
    ['POST', '/session', { email: 'plan@saltmarsh.example', password: 'salt and tide 9' }],
    ['PUT', `/courses/${courseId}/term`, { termId }],
    ['DELETE', `/courses/${courseId}`],
  ];
  for (const [method, path, body] of steps) {
    const { status } = await client.ask(method, path, body);
    if (status === 0 || status >= 400) throw new Error(`${method} ${path} was answered ${status}`);
  }
}

interface Statement {
  readonly sql: string;
  readonly bindings: readonly unknown[];
}

/** The statements that something makes, each of its kind once. */
async function statementsOf(database: Knex, make: () => Promise<void>): Promise<Statement[]> {
  const found = new Map<string, Statement>();
  const listen = ({ sql, bindings = [] }: { sql: string; bindings?: unknown[] }) => {
    if (/^\s*(select|with|insert|update|delete)/i.test(sql)) found.set(sql, { sql, bindings });
  };
  database.on('query', listen);
  await make();
  database.off('query', listen);
  return [...found.values()];
}

/** A statement's plan as it was carried out, in a transaction that is taken back. */
async function explained(
  database: Knex,
  sql: string,
  bindings: readonly unknown[],
): Promise<{ took: number; nodes: PlanNode[] }> {
  const transaction = await database.transaction();
  try {
    const connection = (await transaction.client.acquireConnection()) as {
      query: (
        text: string,
        values: unknown[],
      ) => Promise<{ rows: { 'QUERY PLAN': [{ Plan: PlanNode; 'Execution Time'?: number }] }[] }>;
    };
    const explain = (how: string) => connection.query(`explain (${how}format json) ${sql}`, [...bindings]);
    await connection.query('savepoint here', []);
    // What was carried out already may not be possible again: then its plan alone is looked at.
    const { rows } = await explain('analyze, ').catch(async () => {
      await connection.query('rollback to here', []);
      return explain('');
    });
    const [{ Plan, 'Execution Time': took = 0 }] = rows[0]!['QUERY PLAN'];
    return { took, nodes: within(Plan) };
  } finally {
    await transaction.rollback();
  }
}

function within(node: PlanNode): PlanNode[] {
  return [node, ...(node.Plans ?? []).flatMap(within)];
}

/** Makes of the one student who is there a hundred thousand: every id another, all else the same. */
async function multiply(database: Knex): Promise<void> {
  const copies: ((from: number) => string)[] = [];
  for (const [place, { table, where = 'true' }] of TABLES.entries()) {
    const columns = await database('information_schema.columns')
      .where({ table_schema: 'public', table_name: table, is_generated: 'NEVER' })
      .select<{ column_name: string; data_type: string }[]>('column_name', 'data_type');
    const names = columns.map(({ column_name: name }) => `"${name}"`);
    const values = columns.map(({ column_name: name, data_type: type }) => {
      if (type === 'uuid') return `md5("${name}"::text || '/' || n)::uuid`;
      return name === 'email' ? `n || "${name}"` : `"${name}"`;
    });
    // The rows of the first student, before there are others.
    await database.raw(`create table seed${place} as select * from ${table} where ${where}`);
    copies.push(
      (from) =>
        `insert into ${table} (${names.join(', ')}) select ${values.join(', ')}
         from seed${place}, generate_series(${from}, ${Math.min(from + AT_ONCE, STUDENTS) - 1}) n`,
    );
  }
  for (let from = 1; from < STUDENTS; from += AT_ONCE)
    await database.transaction(async (transaction) => {
      // Rules name pieces whose rows come after theirs.
      await transaction.raw('set constraints all deferred');
      for (const copy of copies) await transaction.raw(copy(from));
    });
  for (const place of TABLES.keys()) await database.raw(`drop table seed${place}`);
  await database.raw('analyze');
}
