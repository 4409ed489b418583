import type { Fault, Source, SourceFile } from '@fidens/core';
import type { ListAnswer, ListQuestion, NewCourses, NewCoursesQuestion } from '@fidens/core/reading';
import { OneWorker } from '../one-worker';

/** What the worker is asked: what came in beside a course, or the courses that it makes. */
export type IncomingQuestion =
  | ({ readonly kind: 'beside' } & ListQuestion)
  | ({ readonly kind: 'new' } & NewCoursesQuestion);

/** What it answers: what was understood, or everything that is wrong, each with its place. */
export type IncomingAnswer =
  | { readonly kind: 'beside'; readonly answer: ListAnswer }
  | { readonly kind: 'new'; readonly answer: NewCourses }
  | { readonly kind: 'refused'; readonly faults: readonly Fault[] };

/** How lists that came in were read. */
export type HowRead = Extract<NewCourses, { kind: 'lists' }>['read'];

/** Reads what comes in; its parsers are large, and stand in it alone. */
export const incoming = new OneWorker<IncomingQuestion, IncomingAnswer>(
  () => new Worker(new URL('./incoming.worker', import.meta.url)),
);

/** Chosen or dropped files as a source. */
export async function sourceOfFiles(files: readonly File[]): Promise<{ readonly files: SourceFile[] }> {
  return {
    files: await Promise.all(
      files.map(async (file) => ({ name: file.name, bytes: new Uint8Array(await file.arrayBuffer()) })),
    ),
  };
}

/** What something that came in is called, in words. */
export function sourceName(source: Source): string {
  if ('text' in source) return 'What was pasted';
  const [first, ...others] = source.files;
  return others.length === 0 ? first!.name : `${first!.name} and ${others.length} more`;
}
