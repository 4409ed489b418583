import { formatNamed, SCALE_PRESETS, type Course, type Fault, type SourceFile } from '@fidens/core';
import { readCourse } from '@fidens/core/texts';
import { readdirSync, readFileSync, statSync } from 'node:fs';
import { basename, extname, join } from 'node:path';
import type { Options } from './options';
import type { Streams } from './streams';

/** One course to answer, or why it could not be read. */
export type Read = { readonly name: string } & (
  | { readonly course: Course }
  | { readonly faults: readonly Fault[] }
);

/** The courses in a file of some format; of a course file one, of `-` one a line. */
export async function coursesIn(file: string, options: Options, input: Streams['input']): Promise<Read[]> {
  try {
    if (options.from !== 'course') return await coursesFrom(file, options);
    if (file !== '-') return [read(file, readFileSync(file, 'utf8'))];
    const lines = Buffer.from(input()).toString('utf8').split('\n');
    return lines.flatMap((text, index) => (text.trim() === '' ? [] : [read(`line ${index + 1}`, text)]));
  } catch (error) {
    return [{ name: file, faults: [{ at: '', message: `cannot be read: ${(error as Error).message}` }] }];
  }
}

function read(name: string, text: string): Read {
  const course = readCourse(text);
  return course.ok ? { name, course: course.value } : { name, faults: course.faults };
}

async function coursesFrom(file: string, { from, now, person }: Options): Promise<Read[]> {
  // The readers are large, and a course file needs none of them.
  const { newCourses } = await import('@fidens/core/reading');
  const name = basename(file, extname(file));
  const said = person === undefined ? {} : { person };
  const question = {
    source: { files: filesOf(file) },
    near: now,
    title: name,
    scale: SCALE_PRESETS[0]!.scale,
    ...said,
  };
  const found = newCourses(question, counter());
  if (!found.ok) return [{ name: file, faults: found.faults }];
  const refused = (message: string) => [{ name: file, faults: [{ at: '', message }] }];
  const format = found.value.kind === 'course' ? 'course' : found.value.read.format;
  if (format !== from) return refused(`is a ${formatNamed(format)!.title}: it comes with --from ${format}`);
  if (found.value.kind === 'course') return [{ name: file, course: found.value.course }];
  const { made, read: how } = found.value;
  if (how.people.length > 1 && how.person === undefined) {
    const people = how.people.map(({ id, name: of }) => `${id} (${of})`).join(', ');
    return refused(`has results of several persons: say whose with --person, one of ${people}`);
  }
  if (made.length === 0) return refused('lists nothing that could be a piece');
  return made.map(({ course }) => ({ name: made.length === 1 ? file : course.title, course }));
}

/** A file, or those of a folder. */
function filesOf(path: string): SourceFile[] {
  if (!statSync(path).isDirectory())
    return [{ name: basename(path), bytes: new Uint8Array(readFileSync(path)) }];
  return readdirSync(path)
    .filter((name) => extname(name).toLowerCase() === '.csv')
    .map((name) => ({ name, bytes: new Uint8Array(readFileSync(join(path, name))) }));
}

/** Ids that are the same each time. */
function counter(): () => string {
  let last = 0;
  return () => {
    last += 1;
    return `n${last}`;
  };
}
