import { shortestDecimal } from '@fidens/core';
import knex, { type Knex } from 'knex';
import { types } from 'pg';
import { migrations } from './migrations';

/** Decimals keep every digit and come back in their one form; a float would lose some. */
types.setTypeParser(types.builtins.NUMERIC, shortestDecimal);
// A list of decimals, in which there may be nulls.
const NUMERIC_LIST = 1231;
types.setTypeParser(NUMERIC_LIST as never, (text: string) =>
  text
    .slice(1, -1)
    .split(',')
    .filter((item) => item !== '')
    .map((item) => (item === 'NULL' ? null : shortestDecimal(item))),
);

/**
 * Milliseconds that one statement, one wait for a lock, and one transaction with nothing to do may take: what is not answered by
 * then is answered with 503, and nobody waits behind it.
 */
const patience = (statement: number) => ({
  statement_timeout: statement,
  lock_timeout: 5_000,
  idle_in_transaction_session_timeout: 15_000,
});

/**
 * Opens the database.
 *
 * @param url - a `postgres://` address
 * @param connections - so many at most
 * @param statement - milliseconds that one statement may take
 */
export function openDatabase(url: string, connections = 10, statement = 15_000): Knex {
  return knex({
    client: 'pg',
    connection: { connectionString: url, application_name: 'fidens', ...patience(statement) },
    pool: { min: 0, max: connections },
    acquireConnectionTimeout: 5_000,
    log: QUIET,
  });
}

/** What goes wrong is thrown too, and said once where it is caught. */
const QUIET = { error: () => undefined, warn: () => undefined };

/** Names the lock that the process which migrates holds: "Fid" and the number of tables that were there first. */
const MIGRATION_LOCK = 0x466964_0a;

/**
 * Brings the database to the newest version of its tables. Of several processes that start at once one does it and the others
 * wait for it, by a lock that PostgreSQL itself lets go when its holder dies; a mark that a killed process left is taken away.
 *
 * @param url - a `postgres://` address
 */
export async function migrate(url: string): Promise<void> {
  const database = knex({
    client: 'pg',
    connection: { connectionString: url, application_name: 'fidens migration' },
    pool: { min: 0, max: 2 },
    acquireConnectionTimeout: 5_000,
    log: QUIET,
  });
  try {
    await database.transaction(async (transaction) => {
      await transaction.raw('select pg_advisory_xact_lock(?)', [MIGRATION_LOCK]);
      if (await database.schema.hasTable(LOCK_TABLE)) await database(LOCK_TABLE).delete();
      await database.migrate.latest({ migrationSource: SOURCE });
    });
  } finally {
    await database.destroy();
  }
}

/** The migrations that a database has, by name; none where it has no tables yet. */
export async function migrationsIn(database: Knex): Promise<string[]> {
  if (!(await database.schema.hasTable('knex_migrations'))) return [];
  return database('knex_migrations').orderBy('id').pluck('name');
}

/** Whether a database has every table that this version needs. */
export async function isUpToDate(url: string): Promise<boolean> {
  const database = openDatabase(url, 1);
  try {
    const there = new Set(await migrationsIn(database));
    return Object.keys(migrations).every((name) => there.has(name));
  } finally {
    await database.destroy();
  }
}

/** Where knex notes that it migrates. We hold a better lock. */
const LOCK_TABLE = 'knex_migrations_lock';

const SOURCE: Knex.MigrationSource<string> = {
  getMigrations: () => Promise.resolve(Object.keys(migrations)),
  getMigrationName: (name) => name,
  getMigration: (name) => Promise.resolve(migrations[name]!),
};

/**
 * Reads several tables as they were at one moment, over one connection: a course that is changed meanwhile is seen whole,
 * before or after.
 */
export function readTogether<T>(
  database: Knex,
  read: (transaction: Knex.Transaction) => Promise<T>,
): Promise<T> {
  return database.transaction(read, { isolationLevel: 'repeatable read', readOnly: true });
}

/** Of whom a statement reads, told by a query of one `user_id` that stands in it: empty where nobody is signed in. */
export interface Asker {
  readonly query: string;
  /** Of its parameters, by name. */
  readonly values: Readonly<Record<string, string | number>>;
}

/** A student who is known already, as a statement is told of who asks. */
export const knownAsker = (user: string): Asker => ({
  query: 'select :user::uuid as user_id',
  values: { user },
});

/** The database's own code of an error, which Objection wraps; or Node's, where it was not reached. */
export function codeOf(error: unknown): string {
  const { code, nativeError } = error as { code?: string; nativeError?: { code?: string } };
  return nativeError?.code ?? code ?? '';
}

/**
 * What says that the database cannot do its work just now: connections lost (08), no room or memory (53), stopped or starting
 * (57P), a statement or a wait that took too long (57014, 55P03), a server that only reads (25006), transactions that met (40).
 */
const UNABLE = /^(08|53|57P|57014|55P03|25006|25P03|40001|40P01)/;
const UNREACHED = new Set([
  'ECONNREFUSED',
  'ECONNRESET',
  'ENOENT',
  'EPIPE',
  'ENOTFOUND',
  'EAI_AGAIN',
  'ETIMEDOUT',
]);

/** Whether an error says that the database cannot do its work just now, rather than that it refuses. */
export function isUnreachable(error: unknown): boolean {
  const { name, message } = error as { name?: string; message?: string };
  const code = codeOf(error);
  return (
    UNABLE.test(code) ||
    UNREACHED.has(code) ||
    name === 'KnexTimeoutError' ||
    /Connection terminated|Connection ended|not queryable|timeout exceeded/i.test(message ?? '')
  );
}
