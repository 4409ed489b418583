import {
  answer,
  figureJson,
  formatNamed,
  readFigure,
  schoolFigure,
  type Course,
  type Fault,
  type Figure,
} from '@fidens/core';
import { report } from '@fidens/core/texts';
import type { LeavingFormat } from '@fidens/core/writing';
import { mkdirSync, writeFileSync } from 'node:fs';
import { basename, extname, join } from 'node:path';
import { readOptions, USAGE, type Options } from './options';
import { coursesIn } from './sources';
import type { Streams } from './streams';

/**
 * Carries out a command line: answers, reads and writes course files.
 *
 * @param args - what stands behind the command's name
 * @returns the status to exit with: 0, or 2 where something was wrong
 */
export async function grade(args: readonly string[], streams: Streams): Promise<number> {
  const options = readOptions(args);
  if (typeof options === 'string') {
    streams.complain(options);
    streams.complain(USAGE);
    return 2;
  }
  const { input, print } = streams;
  if (options.syllabus) return readSyllabuses(options, streams);
  let status = 0;
  const reads = await Promise.all(options.files.map((file) => coursesIn(file, options, input)));
  for (const read of reads.flat()) {
    const figure = 'course' in read ? figureFor(read.course, options.figure) : {};
    const faults = 'faults' in read ? read.faults : 'fault' in figure ? [figure.fault] : [];
    if ('faults' in read || faults.length > 0) {
      status = 2;
      print(
        isForPrograms(options) ? JSON.stringify({ error: faults }) : faultsText(read.name, faults, options),
      );
    } else if (options.to) {
      print(await write(read.course, read.name, options.to, options));
    } else if (options.from !== 'course') {
      print(JSON.stringify(read.course));
    } else {
      print(told(read.course, 'figure' in figure ? figure.figure : undefined, options));
    }
  }
  return status;
}

/** Reads syllabuses, a course a line. */
async function readSyllabuses({ files, now }: Options, { input, print }: Streams): Promise<number> {
  // The words of a trade are large, and no grade needs them.
  const { courseOfSyllabus } = await import('./syllabus');
  let status = 0;
  for (const file of files) {
    const read = await courseOfSyllabus(file, now, input);
    if ('error' in read) status = 2;
    print(JSON.stringify(read));
  }
  return status;
}

/** Whether what is printed is read by a program, a document a line. */
function isForPrograms({ json, from, to }: Options): boolean {
  return json || (from !== 'course' && to === undefined);
}

function told(course: Course, figure: Figure | undefined, { json, now, solve }: Options): string {
  if (!json) return report(course, now, solve, figure);
  return JSON.stringify({
    ...answer(course, now, solve),
    ...(figure && { figure: figureJson(course, figure, now) }),
  });
}

/** Writes a course for another program, into a file that is named as its own is, and says so. */
async function write(
  course: Course,
  source: string,
  to: LeavingFormat,
  { out, now }: Options,
): Promise<string> {
  const { title, extension } = formatNamed(to)!;
  // The writers are large, and most questions need none.
  const { WRITERS } = await import('@fidens/core/writing');
  mkdirSync(out, { recursive: true });
  const file = join(out, `${basename(source, extname(source))}.${extension}`);
  writeFileSync(file, await WRITERS[to](course, now));
  return `${file}: ${title}`;
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

function faultsText(name: string, faults: readonly Fault[], { from }: Options): string {
  const lines = faults.map(({ at, message }) => `  ${at === '' ? '' : `${at}: `}${message}`);
  return `${name} is no ${formatNamed(from)!.title} that can be read:\n${lines.join('\n')}\n`;
}
