import { createRequire } from 'node:module';
import { join } from 'node:path';
import { build, exportForBrowsers } from './build.mjs';
import { installChromium, installPackages, installPostgres } from './install.mjs';
import { PrivatePostgres } from './postgres.mjs';
import { HOME, run } from './say.mjs';

/** `npm run bench`: measures the core, the reader of syllabuses, the server on a database of its own, the screens in a browser, and first visits. */
await installPackages();
await installPostgres();
await installChromium();
await installPackages(join(HOME, 'bench/lighthouse'));
await build();
// A blank page of the same stack, which the first load is measured beside.
await exportForBrowsers(join(HOME, 'bench/blank'));
// The core is measured as it is shipped, in one bundle: what runs TypeScript directly slows every function that it names.
const core = join(HOME, 'bench/dist/core.bench.mjs');
const { buildSync } = createRequire(join(HOME, 'bench/package.json'))('esbuild');
buildSync({
  entryPoints: [join(HOME, 'bench/src/core.bench.ts')],
  bundle: true,
  platform: 'node',
  format: 'esm',
  // What a package says for bundlers: some load parts of their other form by paths of their own.
  mainFields: ['module', 'main'],
  outfile: core,
  banner: {
    // Under a name that no module of the bundle has.
    js: "import * as nodeModuleOfBench from 'node:module'; const require = nodeModuleOfBench.createRequire(import.meta.url);",
  },
});
const codes = [
  await run(process.execPath, [core], { show: true }),
  await run(process.execPath, ['--import', 'tsx', join(HOME, 'bench/src/syllabus.bench.ts')], { show: true }),
];
const postgres = PrivatePostgres.temporary();
await postgres.start();
codes.push(
  await run(process.execPath, ['--import', 'tsx', join(HOME, 'bench/src/main.ts')], {
    show: true,
    env: { ...process.env, DATABASE_URL: postgres.url, NODE_ENV: 'production' },
  }),
);
postgres.remove();
// Each part is measured whatever became of the one before; one that failed is told.
process.exit(codes.find((code) => code !== 0) ?? 0);
