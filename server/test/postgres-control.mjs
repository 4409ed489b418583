import { createInterface } from 'node:readline';
import { PrivatePostgres } from '../../scripts/postgres.mjs';

/**
 * A temporary PostgreSQL for tests, worked by lines on standard input (`crash`, `restart`); each is answered by a line. It
 * lives as long as its input is open.
 */
const postgres = PrivatePostgres.temporary();
await postgres.start();
console.log(postgres.url);
for await (const line of createInterface({ input: process.stdin })) {
  if (line === 'crash') postgres.stop('immediate');
  if (line === 'restart') postgres.restart();
  console.log('done');
}
postgres.remove();
