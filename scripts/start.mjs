import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { build, DIST } from './build.mjs';
import { installPackages } from './install.mjs';
import { openRecords, sessionSecret } from './records.mjs';
import { HOME, say } from './say.mjs';

/** `npm start`: installs and builds what is missing, starts the database and the server, and stops both on Ctrl-C. */
await installPackages();
await build();
const records = await openRecords();
const sampleData = process.env.FIDENS_SAMPLE_DATA ?? 'on';
const server = spawn(process.execPath, ['--import', 'tsx', join(HOME, 'server/src/main.ts')], {
  cwd: HOME,
  // A group of its own: Ctrl-C reaches it through us alone, once.
  detached: true,
  stdio: ['ignore', 'pipe', 'inherit'],
  env: {
    NODE_ENV: 'production',
    ...process.env,
    DATABASE_URL: records.url,
    SESSION_SECRET: sessionSecret(),
    FIDENS_SAMPLE_DATA: sampleData,
    FIDENS_APPLICATION: DIST,
  },
});
server.stdout.on('data', (data) => {
  process.stdout.write(data);
  const address = /listens on (\S+)/.exec(data)?.[1];
  if (!address) return;
  console.log(`\n  Open ${address} in a browser.`);
  if (sampleData === 'on')
    console.log('  To look around, press “Open Noor’s term”; or make an account of your own there.');
  console.log('  Ctrl-C stops it; nothing is lost.\n');
});
const stop = () => server.kill('SIGTERM');
process.on('SIGINT', stop);
process.on('SIGTERM', stop);
server.on('exit', (code) => {
  records.close();
  if (code === 0) say('Stopped.');
  process.exit(code ?? 1);
});
