import { answer, formatOf, isRealMoment, type Fault } from '@fidens/core';
import { readFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { report } from './report';

const USAGE =
  'npm run --silent grade -- [--json] [--as-of MOMENT] [--solve ID] FILE…   (- reads one document a line)';

/** One document to answer: its text, or why it could not be read. */
type Source = { name: string; text: string } | { name: string; fault: Fault };

function main(): number {
  const options = readOptions();
  if (typeof options === 'string') {
    process.stderr.write(`${options}\n${USAGE}\n`);
    return 2;
  }
  let status = 0;
  for (const source of options.files.flatMap(sourcesOf)) {
    const read =
      'fault' in source
        ? { ok: false as const, faults: [source.fault] }
        : formatOf(source.name).read(source.text);
    if (!read.ok) {
      status = 2;
      print(options.json ? JSON.stringify({ error: read.faults }) : faultsText(source.name, read.faults));
    } else if (options.json) {
      print(JSON.stringify(answer(read.value, options.now, options.solve)));
    } else {
      print(report(read.value, options.now, options.solve));
    }
  }
  return status;
}

interface Options {
  json: boolean;
  now: string;
  solve: string | undefined;
  files: string[];
}

/** What was asked for, or what is wrong with it. */
function readOptions(): Options | string {
  try {
    const { values, positionals } = parseArgs({
      allowPositionals: true,
      options: { json: { type: 'boolean' }, 'as-of': { type: 'string' }, solve: { type: 'string' } },
    });
    const now = values['as-of'] ?? new Date().toISOString();
    if (!isRealMoment(now))
      return `--as-of takes a moment such as 2026-10-20T12:00:00Z, not "${String(now)}".`;
    if (positionals.length === 0) return 'Name at least one course file.';
    return { json: values.json ?? false, now, solve: values.solve, files: positionals };
  } catch (error) {
    return (error as Error).message;
  }
}

function sourcesOf(file: string): Source[] {
  try {
    if (file !== '-') return [{ name: file, text: readFileSync(file, 'utf8') }];
    const lines = readFileSync(0, 'utf8').split('\n');
    return lines.flatMap((text, index) => (text.trim() === '' ? [] : [{ name: `line ${index + 1}`, text }]));
  } catch (error) {
    return [
      { name: file, fault: { at: '', message: `The file cannot be read: ${(error as Error).message}` } },
    ];
  }
}

function faultsText(name: string, faults: readonly Fault[]): string {
  const lines = faults.map(({ at, message }) => `  ${at === '' ? '' : `${at}: `}${message}`);
  return `${name} is no ${formatOf(name).title}:\n${lines.join('\n')}\n`;
}

function print(text: string): void {
  process.stdout.write(`${text}\n`);
}

process.exitCode = main();
