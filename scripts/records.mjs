import { randomBytes } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { installPostgres, stateFolder } from './install.mjs';
import { PrivatePostgres } from './postgres.mjs';
import { giveUp, say } from './say.mjs';

/**
 * The database that Fidens keeps its records in: the one of `DATABASE_URL`, or a private PostgreSQL that is started here.
 *
 * @returns its address, and how to stop what was started
 */
export async function openRecords() {
  if (process.env.DATABASE_URL) return { url: process.env.DATABASE_URL, close: () => undefined };
  await installPostgres();
  const postgres = new PrivatePostgres(join(stateFolder(), 'postgres'));
  say('Starting PostgreSQL …');
  try {
    await postgres.start();
  } catch (error) {
    giveUp(`PostgreSQL could not be started: ${error.message}`);
  }
  return { url: postgres.url, close: () => !postgres.wasRunning && postgres.stop() };
}

/** The secret that signs session cookies: given, or made once and kept beside the records. */
export function sessionSecret() {
  if (process.env.SESSION_SECRET) return process.env.SESSION_SECRET;
  const file = join(stateFolder(), 'session-secret');
  if (!existsSync(file)) writeFileSync(file, randomBytes(32).toString('hex'), { mode: 0o600 });
  return readFileSync(file, 'utf8');
}
