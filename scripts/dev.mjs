import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { installPackages } from './install.mjs';
import { freePort } from './postgres.mjs';
import { openRecords, sessionSecret } from './records.mjs';
import { HOME, say } from './say.mjs';

/** `npm run dev`: the server restarts and the page reloads when their files change. */
await installPackages();
// Not before the packages are there.
const { MailCatcher } = await import('./mail-catcher.cjs');
const records = await openRecords();
const api = await freePort();
const port = process.env.PORT ?? '4310';
// Messages are caught and shown: none leaves this machine.
const catcher = new MailCatcher();
const mail = await catcher.start();
const environment = {
  ...process.env,
  DATABASE_URL: records.url,
  SESSION_SECRET: sessionSecret(),
  FIDENS_SAMPLE_DATA: 'on',
  FIDENS_MAIL: mail,
  FIDENS_MAIL_FROM: 'fidens@saltmarsh.example',
  FIDENS_ADDRESS: `http://localhost:${port}`,
  EXPO_NO_TELEMETRY: '1',
  EXPO_OFFLINE: '1',
};
// Without npx between, so that a signal reaches what was started.
const BIN = join(HOME, 'node_modules/.bin');
const watched = [
  spawn(join(BIN, 'tsx'), ['watch', 'server/src/main.ts'], {
    cwd: HOME,
    stdio: 'inherit',
    env: { ...environment, PORT: String(api) },
  }),
  spawn(join(BIN, 'expo'), ['start', '--web', '--port', port], {
    cwd: join(HOME, 'client'),
    stdio: 'inherit',
    env: { ...environment, BROWSER: 'none', FIDENS_API: `http://127.0.0.1:${api}` },
  }),
];
say(`Open http://localhost:${port}; messages that would be sent are shown at ${await catcher.show()}`);
const stop = () => watched.forEach((child) => child.kill('SIGTERM'));
process.on('SIGINT', stop);
process.on('SIGTERM', stop);
await Promise.all(watched.map((child) => new Promise((resolve) => child.on('exit', resolve))));
records.close();
await catcher.stop();
