import { join } from 'node:path';
import { build } from './build.mjs';
import { installChromium, installPackages, installPostgres } from './install.mjs';
import { PrivatePostgres } from './postgres.mjs';
import { HOME, run } from './say.mjs';

/** `npm run bench`: measures the core, the server on a database of its own, and the screens in a browser. */
await installPackages();
await installPostgres();
await installChromium();
await build();
const postgres = PrivatePostgres.temporary();
await postgres.start();
const code = await run(process.execPath, ['--import', 'tsx', join(HOME, 'bench/src/main.ts')], {
  show: true,
  env: { ...process.env, DATABASE_URL: postgres.url, NODE_ENV: 'production' },
});
postgres.remove();
process.exit(code);
