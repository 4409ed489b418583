import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { binFolder } from './postgres.mjs';
import { ask, giveUp, HOME, isRoot, run, say, STATE } from './say.mjs';

/** Installs the packages of a lock file, unless they are there: the project's own, or those of a folder that stands by itself. */
export async function installPackages(home = HOME) {
  const lock = createHash('sha256')
    .update(readFileSync(join(home, 'package-lock.json')))
    .digest('hex');
  const mark = join(home, 'node_modules', '.fidens-lock');
  if (existsSync(mark) && readFileSync(mark, 'utf8') === lock) return;
  say('Installing packages (npm ci), a minute or two …');
  if ((await run('npm', ['ci', '--no-audit', '--no-fund'], { cwd: home })) !== 0) {
    giveUp('the packages could not be installed; the lines above say why. Is the npm registry reachable?');
  }
  writeFileSync(mark, lock);
}

/** Installs PostgreSQL from Debian's packages, unless it is there. */
export async function installPostgres() {
  if (binFolder()) return;
  say('Installing PostgreSQL (apt-get) …');
  await apt('postgresql-common');
  // Debian would start a cluster of its own on the usual port; Fidens keeps a private one.
  const quiet =
    'mkdir -p /etc/postgresql-common && echo create_main_cluster = false >> /etc/postgresql-common/createcluster.conf';
  await asRoot('sh', ['-c', quiet]);
  await apt('postgresql');
  if (!binFolder()) giveUp('PostgreSQL was installed but its programs are not where Debian puts them.');
}

/** Debian's Chromium without windows, and with them: the first does the same work in about three quarters of the time. */
const CHROMIUM = ['/usr/bin/chromium-headless-shell', '/usr/bin/chromium', '/usr/bin/chromium-browser'];

/** Installs Debian's Chromium, unless it is there; gives its path. */
export async function installChromium() {
  const found = () => process.env.CHROMIUM_PATH ?? CHROMIUM.find((path) => existsSync(path));
  if (!found()) {
    say('Installing Chromium (apt-get) …');
    // Debian has it without windows since 2025.
    if ((await aptCode('chromium-headless-shell')) !== 0) await apt('chromium');
  }
  return found() ?? giveUp('Chromium was installed but is not where Debian puts it.');
}

let listed = false;

async function apt(...packages) {
  if ((await aptCode(...packages)) !== 0)
    giveUp(`${packages.join(', ')} could not be installed; the lines above say why.`);
}

async function aptCode(...packages) {
  const environment = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  if (!ask('apt-get', ['--version'])) {
    giveUp(`${packages.join(', ')} is missing and there is no apt-get here: install it by hand.`);
  }
  if (!listed) await asRoot('apt-get', ['update'], { env: environment });
  listed = true;
  return asRoot('apt-get', ['install', '-y', '--no-install-recommends', ...packages], {
    env: environment,
  });
}

function asRoot(command, args, options) {
  if (isRoot) return run(command, args, options);
  if (!ask('sudo', ['--version']))
    giveUp('something must be installed, and this is neither root nor a user with sudo.');
  return run('sudo', ['DEBIAN_FRONTEND=noninteractive', command, ...args], { ...options, show: true });
}

export function stateFolder() {
  mkdirSync(STATE, { recursive: true });
  return STATE;
}
