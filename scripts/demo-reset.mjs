import { join } from 'node:path';
import { installPackages } from './install.mjs';
import { openRecords } from './records.mjs';
import { HOME, run } from './say.mjs';

/** `npm run demo:reset`: puts the sample student's records back to how they were at first. */
await installPackages();
const records = await openRecords();
const code = await run(process.execPath, ['--import', 'tsx', join(HOME, 'server/src/demo-reset.ts')], {
  show: true,
  env: { ...process.env, DATABASE_URL: records.url },
});
records.close();
process.exit(code);
