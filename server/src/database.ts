import knex, { type Knex } from 'knex';
import { migrations } from './migrations';

/**
 * Opens the database.
 *
 * @param url - a `postgres://` address
 */
export function openDatabase(url: string): Knex {
  return knex({
    client: 'pg',
    connection: { connectionString: url, application_name: 'fidens' },
    pool: { min: 0, max: 10 },
    acquireConnectionTimeout: 5_000,
    // What goes wrong is thrown too, and said once where it is caught.
    log: { error: () => undefined, warn: () => undefined },
  });
}

/** Brings the database to the newest version of its tables. Several servers may start at once: knex holds a lock. */
export async function migrate(database: Knex): Promise<void> {
  await database.migrate.latest({
    migrationSource: {
      getMigrations: async () => Object.keys(migrations),
      getMigrationName: (name: string) => name,
      getMigration: async (name: string) => migrations[name]!,
    },
  });
}

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

/** Whether an error says that the database cannot be reached just now, rather than that it refuses. */
export function isUnreachable(error: unknown): boolean {
  const { code, name, message } = error as { code?: string; name?: string; message?: string };
  const gone =
    /^(08|57P0|53)/.test(code ?? '') ||
    ['ECONNREFUSED', 'ECONNRESET', 'ENOENT', 'EPIPE'].includes(code ?? '');
  return (
    gone ||
    name === 'KnexTimeoutError' ||
    /Connection terminated|Connection ended|not queryable|timeout exceeded/i.test(message ?? '')
  );
}
