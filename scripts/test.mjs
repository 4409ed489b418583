import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { build } from './build.mjs';
import { installChromium, installPackages, installPostgres, stateFolder } from './install.mjs';
import { HOME, run, say } from './say.mjs';

/**
 * `npm test`: sets itself up, then runs every stage to its end, whatever became of the one before. The last line counts what
 * passed and failed in all of them.
 */
const WORKSPACES = ['core', 'cli', 'server', 'client', 'e2e', 'bench'];
const ROOMS = ['core/src', 'cli/src', 'server/src', 'client/src', 'client/app', 'bench/src'];
let passed = 0;
let failed = 0;

await installPackages();
await installPostgres();
const chromium = await installChromium();
const reports = join(stateFolder(), 'reports');
rmSync(reports, { recursive: true, force: true });
mkdirSync(reports, { recursive: true });

await texts();
await units();
await build();
await playwright();

console.log(`${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);

async function texts() {
  await check('format', ['prettier', '--check', '.']);
  await check('lint', ['eslint', '.', '--max-warnings', '0']);
  await check('the borders between rooms', ['depcruise', '--config', '.dependency-cruiser.cjs', ...ROOMS]);
  const [first, second] = [WORKSPACES.slice(0, 3), WORKSPACES.slice(3)];
  const types = async (workspaces) => {
    for (const workspace of workspaces) await check(`types of ${workspace}`, ['tsc', '-p', workspace]);
  };
  await Promise.all([types(first), types(second)]);
}

async function units() {
  for (const project of ['core', 'cli', 'server', 'client']) await jest(project);
}

async function check(name, command) {
  count(name, (await run('npx', command)) === 0 ? 1 : 0, 1);
}

async function jest(project) {
  const file = join(reports, `${project}.json`);
  const code = await run('npx', [
    'jest',
    '--selectProjects',
    project,
    '--json',
    '--outputFile',
    file,
    '--silent',
  ]);
  const report = readReport(file);
  // A suite that cannot even be loaded holds no tests, yet it has failed.
  const broken = report?.testResults.filter(
    (suite) => suite.status === 'failed' && suite.assertionResults.length === 0,
  ).length;
  countRun(`tests of ${project}`, code, report && [report.numPassedTests, report.numFailedTests + broken]);
}

async function playwright() {
  const file = join(reports, 'e2e.json');
  const code = await run('npx', ['playwright', 'test', '--reporter', 'line,json'], {
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
