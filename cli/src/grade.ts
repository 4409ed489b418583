import {
  answer,
  figureJson,
  formatOf,
  isRealMoment,
  readFigure,
  schoolFigure,
  type Course,
  type Fault,
  type Figure,
} from '@fidens/core';
import { EXPORTS, type Export } from '@fidens/core/writing';
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { basename, extname, join } from 'node:path';
import { parseArgs } from 'node:util';
import { report } from './report';

const USAGE =
  'npm run --silent grade -- [--json] [--as-of MOMENT] [--solve ID] [--figure FIGURE] [--to xlsx|csv|ics|md --out FOLDER] FILE…   (- reads one document a line)';

/** One document to answer: its text, or why it could not be read. */
type Source = { name: string; text: string } | { name: string; fault: Fault };

async function main(): Promise<number> {
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
    const figure = read.ok ? figureFor(read.value, options.figure) : {};
    const faults = read.ok ? ('fault' in figure ? [figure.fault] : []) : read.faults;
    if (!read.ok || faults.length > 0) {
      status = 2;
      print(options.json ? JSON.stringify({ error: faults }) : faultsText(source.name, faults));
    } else if (options.to) {
      await write(read.value, source.name, options.to, options);
    } else if (options.json) {
      const shown = 'figure' in figure ? { figure: figureJson(read.value, figure.figure, options.now) } : {};
      print(JSON.stringify({ ...answer(read.value, options.now, options.solve), ...shown }));
    } else {
      print(report(read.value, options.now, options.solve, 'figure' in figure ? figure.figure : undefined));
    }
  }
  return status;
}

interface Options {
  json: boolean;
  now: string;
  solve: string | undefined;
  figure: string | undefined;
  to: Export | undefined;
  out: string;
  files: string[];
}

/** What was asked for, or what is wrong with it. */
function readOptions(): Options | string {
  try {
    const { values, positionals } = parseArgs({
      allowPositionals: true,
      options: {
        json: { type: 'boolean' },
        'as-of': { type: 'string' },
        solve: { type: 'string' },
        figure: { type: 'string' },
        to: { type: 'string' },
        out: { type: 'string' },
      },
    });
    const now = values['as-of'] ?? new Date().toISOString();
    if (!isRealMoment(now))
      return `--as-of takes a moment such as 2026-10-20T12:00:00Z, not "${String(now)}".`;
    if (positionals.length === 0) return 'Name at least one course file.';
    const { json = false, solve, figure, out = '.' } = values;
    const to = EXPORTS.find(({ name }) => name === values.to);
    if (values.to !== undefined && !to)
      return `--to takes one of ${EXPORTS.map(({ name }) => name).join(', ')}, not "${values.to}".`;
    return { json, now, solve, figure, to, out, files: positionals };
  } catch (error) {
    return (error as Error).message;
  }
}

/** Writes a course for another program, into a file that is named as its own is. */
async function write(course: Course, source: string, to: Export, { out, now }: Options): Promise<void> {
  mkdirSync(out, { recursive: true });
  const file = join(out, `${basename(source, extname(source))}.${to.name}`);
  writeFileSync(file, await to.write(course, now));
  print(`${file}: ${to.title}`);
}

/** The figure that is asked about: the one that is named, else the course's own; or why it is none. */
function figureFor(
  course: Course,
  named: string | undefined,
): { readonly figure: Figure } | { readonly fault: Fault } | Record<string, never> {
  if (named === undefined) {
    const own = schoolFigure(course);
    return own ? { figure: own } : {};
  }
  const read = readFigure(named, course.scale);
  return 'figure' in read ? read : { fault: { at: 'figure', message: read.said } };
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

void main().then((status) => {
  process.exitCode = status;
});
