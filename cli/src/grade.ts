import { readFileSync } from 'node:fs';
import { grade } from './command';

/** `npm run grade`: the command line of this process. */
void grade(process.argv.slice(2), {
  input: () => readFileSync(0),
  print: (text) => process.stdout.write(`${text}\n`),
  complain: (text) => process.stderr.write(`${text}\n`),
}).then((status) => {
  process.exitCode = status;
});
