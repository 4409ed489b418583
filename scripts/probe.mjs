import { join } from 'node:path';
import { installPackages, installPostgres } from './install.mjs';
import { HOME, run } from './say.mjs';

/** `npm run probe [NAME…]`: what takes minutes to try, such as a thousand writes through crashes. */
await installPackages();
await installPostgres();
const probes = join(HOME, 'bench/src/probe/main.ts');
process.exit(
  await run(process.execPath, ['--import', 'tsx', probes, ...process.argv.slice(2)], { show: true }),
);
