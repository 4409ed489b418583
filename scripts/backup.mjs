import { createWriteStream, existsSync, renameSync, rmSync } from 'node:fs';
import { spawn } from 'node:child_process';
import { join, resolve } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { URL } from 'node:url';
import { installPackages } from './install.mjs';
import { binFolder } from './postgres.mjs';
import { openRecords } from './records.mjs';
import { giveUp, say } from './say.mjs';

/**
 * `npm run backup -- FILE` and `npm run restore -- FILE`: all records of the database of `DATABASE_URL`, or of the private one,
 * into a file, and back into a database that nobody has an account in. `--replace` throws away what is there.
 */
const [command, ...words] = process.argv.slice(2);
const replace = words.includes('--replace');
const files = words.filter((word) => word !== '--replace');
const USAGE = { backup: 'npm run backup -- FILE', restore: 'npm run restore -- [--replace] FILE' };
if (!USAGE[command] || files.length !== 1) giveUp(`one file is wanted: ${USAGE[command] ?? USAGE.backup}`);
const file = resolve(files[0]);
await installPackages();
const records = await openRecords();
try {
  await (command === 'backup' ? backup() : restore());
} catch (error) {
  records.close();
  giveUp(error.message);
}
records.close();

async function backup() {
  if (existsSync(file)) throw new Error(`${file} is there already: nothing was written over it.`);
  // What is half written never looks like a back-up. What is made of the other tables is made again.
  const half = `${file}.part`;
  try {
    const { child, done } = start('pg_dump', [
      '--format=custom',
      '--no-owner',
      '--exclude-table-data=course_documents',
    ]);
    await pipeline(child.stdout, createWriteStream(half, { flags: 'wx', mode: 0o600 }));
    await done;
    renameSync(half, file);
  } catch (error) {
    rmSync(half, { force: true });
    throw error;
  }
  say(`All records are in ${file}. Who has it reads them: keep it as you keep them.`);
}

async function restore() {
  if (!existsSync(file)) throw new Error(`${file} is not there.`);
  const there = await query("select to_regclass('public.users') is not null");
  const accounts = there === 't' ? Number(await query('select count(*) from users')) : 0;
  if (accounts > 0 && !replace)
    throw new Error(
      `the database has ${accounts} accounts: nothing was restored. With --replace they go, and what is in the file takes their place.`,
    );
  await inOneTransaction('drop schema public cascade; create schema public;\n');
  say(`The records of ${file} are there again: ${await query('select count(*) from users')} accounts.`);
}

/** What is in the file, after some statements, as one transaction: a file that is none, or is cut off, changes nothing. */
async function inOneTransaction(first) {
  const read = start('pg_restore', ['--no-owner', '--exit-on-error', '--file=-', file]);
  const write = start('psql', [
    '-v',
    'ON_ERROR_STOP=1',
    '-qAt',
    '--single-transaction',
    '--output=/dev/null',
  ]);
  write.child.stdin.write(first);
  // What ends early says itself why.
  await pipeline(read.child.stdout, write.child.stdin, { end: false }).catch(() => undefined);
  try {
    await read.done;
  } catch (error) {
    // Its transaction ends with it.
    write.child.kill('SIGKILL');
    await write.done.catch(() => undefined);
    throw error;
  }
  write.child.stdin.end();
  await write.done;
}

/** One of PostgreSQL's own programs on the database; its password is no argument, as others of the machine see those. */
function start(program, args) {
  const url = new URL(records.url);
  const child = spawn(join(binFolder() ?? '', program), args, {
    stdio: ['pipe', 'pipe', 'pipe'],
    env: {
      ...process.env,
      PGHOST: url.hostname || '127.0.0.1',
      PGPORT: url.port || '5432',
      PGUSER: decodeURIComponent(url.username),
      PGPASSWORD: decodeURIComponent(url.password),
      PGDATABASE: decodeURIComponent(url.pathname.slice(1)),
    },
  });
  let said = '';
  child.stderr.on('data', (data) => (said += data));
  child.stdin.on('error', () => undefined);
  const done = new Promise((resolve, reject) => {
    child.on('error', reject);
    child.on('close', (code) => {
      if (code === 0) resolve();
      else reject(new Error(`${program} failed: ${said.trim().split('\n').at(-1) || code}`));
    });
  });
  // Whoever waits for it hears of it.
  done.catch(() => undefined);
  return { child, done };
}

/** The answer of one statement. */
async function query(sql) {
  const { child, done } = start('psql', ['-v', 'ON_ERROR_STOP=1', '-qAtc', sql]);
  let output = '';
  child.stdout.on('data', (data) => (output += data));
  await done;
  return output.trim();
}
