import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import { build } from './build.mjs';
import { installChromium, installPackages, installPostgres, stateFolder } from './install.mjs';
import { PrivatePostgres } from './postgres.mjs';
import { HOME, run, say } from './say.mjs';

/**
 * `npm test`: sets itself up, then runs every stage to its end, whatever became of the one before. The last line counts what
 * passed and failed in all of them.
 */
let passed = 0;
let failed = 0;

// What computes for a minute makes much that it soon needs no more: with more room for that, Node gets rid of it with an eighth less work.
process.env.NODE_OPTIONS = `${process.env.NODE_OPTIONS ?? ''} --max-semi-space-size=64`.trim();

// The packages come from one registry, the programs from another; of these one is installed after the other.
const [chromium] = await Promise.all([installPrograms(), installPackages()]);
const reports = join(stateFolder(), 'reports');
rmSync(reports, { recursive: true, force: true });
mkdirSync(reports, { recursive: true });

// Building waits for one thing after another as much as it computes: what else needs no browser is done beside it.
await Promise.all([build(), texts().then(units)]);
await playwright();

console.log(`${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);

/** Installs what is no package, and makes what every temporary database is copied from; gives the path of the browser. */
async function installPrograms() {
  await installPostgres();
  const path = await installChromium();
  const cluster = await PrivatePostgres.original();
  process.on('exit', () => cluster.remove());
  process.env.FIDENS_CLUSTER = cluster.folder;
  return path;
}

/** What is said of the sources as texts, by the scripts that say it by hand. */
async function texts() {
  for (const script of ['format:check', 'lint', 'rooms', 'types'])
    count(script, (await run('npm', ['run', '--silent', script])) === 0 ? 1 : 0, 1);
}

/** All workspaces in one run, on every core: by itself Jest leaves one free. */
async function units() {
  const file = join(reports, 'units.json');
  const workers = ['--maxWorkers', String(availableParallelism())];
  const code = await run('npx', ['jest', '--json', '--outputFile', file, '--silent', ...workers]);
  const report = readReport(file);
  // A suite that cannot even be loaded holds no tests, yet it has failed.
  const broken = report?.testResults.filter(
    (suite) => suite.status === 'failed' && suite.assertionResults.length === 0,
  ).length;
  countRun('unit tests', code, report && [report.numPassedTests, report.numFailedTests + broken]);
}

async function playwright() {
  const file = join(reports, 'e2e.json');
  const code = await run('npx', ['playwright', 'test', '--reporter', 'dot,json'], {
    cwd: join(HOME, 'e2e'),
    env: { ...process.env, PLAYWRIGHT_JSON_OUTPUT_NAME: file, CHROMIUM_PATH: chromium },
  });
  const stats = readReport(file)?.stats;
  countRun('end-to-end tests', code, stats && [stats.expected, stats.unexpected + stats.flaky]);
}

function readReport(file) {
  try {
    return JSON.parse(readFileSync(file, 'utf8'));
  } catch {
    return undefined;
  }
}

/** Counts a runner's tests; one that failed without a failing test, or left no report, counts as one failure. */
function countRun(name, code, counts) {
  const [good, bad] = counts ?? [0, 0];
  const failures = bad === 0 && (code !== 0 || !counts) ? 1 : bad;
  count(name, good, good + failures);
}

function count(name, good, all) {
  passed += good;
  failed += all - good;
  say(`${name}: ${good} of ${all}`);
}
