import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { join } from 'node:path';
import { createInterface } from 'node:readline';

/** A PostgreSQL of a test's own. */
export interface TemporaryPostgres {
  readonly url: string;
  /** Stops it as if the power went. */
  crash(): Promise<void>;
  restart(): Promise<void>;
  remove(): Promise<void>;
}

export async function temporaryPostgres(): Promise<TemporaryPostgres> {
  const child = spawn(process.execPath, [join(__dirname, 'postgres-control.mjs')], {
    stdio: ['pipe', 'pipe', 'inherit'],
  });
  const lines = createInterface({ input: child.stdout })[Symbol.asyncIterator]();
  const answer = async () => (await lines.next()).value as string;
  const command = async (line: string) => {
    child.stdin.write(`${line}\n`);
    await answer();
  };
  return {
    url: await answer(),
    crash: () => command('crash'),
    restart: () => command('restart'),
    async remove() {
      child.stdin.end();
      await once(child, 'exit');
    },
  };
}
