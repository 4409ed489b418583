import { createHash, randomBytes } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { installPostgres, stateFolder } from './install.mjs';
import { isEnterable, PrivatePostgres } from './postgres.mjs';
import { giveUp, HOME, say } from './say.mjs';

/**
 * The database that Fidens keeps its records in: the one of `DATABASE_URL`, or a private PostgreSQL that is started here.
 *
 * @returns its address, and how to stop what was started
 */
export async function openRecords() {
  if (process.env.DATABASE_URL) return { url: process.env.DATABASE_URL, close: () => undefined };
  await installPostgres();
  const postgres = new PrivatePostgres(recordsFolder(), secretOf('postgres-password'));
  say('Starting PostgreSQL …');
  try {
    await postgres.start();
  } catch (error) {
    giveUp(`PostgreSQL could not be started: ${error.message}`);
  }
  return { url: postgres.url, close: () => !postgres.wasRunning && postgres.stop() };
}

/**
 * Where the private database is kept: in the checkout, or, where this is root and PostgreSQL's own user cannot enter the
 * checkout, in /var/lib.
 */
function recordsFolder() {
  const folder = join(stateFolder(), 'postgres');
  if (isEnterable(folder)) return folder;
  const other = `/var/lib/fidens-${createHash('sha256').update(HOME).digest('hex').slice(0, 12)}`;
  say(`PostgreSQL's user cannot enter ${HOME}: the records are kept in ${other}.`);
  return other;
}

/** The secret that signs session cookies: given, or made once and kept beside the records. */
export function sessionSecret() {
  return process.env.SESSION_SECRET || secretOf('session-secret');
}

/** A secret of this machine, made once and kept where its owner alone can read it. */
function secretOf(name) {
  const file = join(stateFolder(), name);
  if (!existsSync(file)) writeFileSync(file, randomBytes(32).toString('hex'), { mode: 0o600 });
  return readFileSync(file, 'utf8');
}
