import { spawn, spawnSync } from 'node:child_process';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

/** The checkout's folder. */
export const HOME = join(dirname(fileURLToPath(import.meta.url)), '..');
/** What running leaves behind: the database, secrets, build marks. Git ignores it. */
export const STATE = join(HOME, '.fidens');
export const isRoot = process.getuid?.() === 0;

/** Tells what is being done. */
export function say(text) {
  console.log(`· ${text}`);
}

/** Ends with one clear sentence. */
export function giveUp(text) {
  console.error(`\nFidens: ${text}`);
  process.exit(1);
}

/** A command's output, or undefined where it fails. */
export function ask(command, args, options = {}) {
  const result = spawnSync(command, args, { encoding: 'utf8', ...options });
  return result.status === 0 ? result.stdout.trim() : undefined;
}

/** Runs a command to its end; its output is shown only where it fails, unless `show` is set. Resolves to its exit code. */
export function run(command, args, { show = false, ...options } = {}) {
  return new Promise((resolve) => {
    const child = spawn(command, args, {
      cwd: HOME,
      stdio: show ? 'inherit' : ['ignore', 'pipe', 'pipe'],
      ...options,
    });
    let output = '';
    child.stdout?.on('data', (data) => (output += data));
    child.stderr?.on('data', (data) => (output += data));
    child.on('error', (error) => {
      console.error(error.message);
      resolve(127);
    });
    child.on('close', (code) => {
      if (code !== 0 && !show) console.error(output);
      resolve(code ?? 1);
    });
  });
}
