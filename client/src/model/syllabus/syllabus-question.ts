import type { Copied, Course, Fault, Scale, SourceFile } from '@fidens/core';
import type { Decided, Decision, FoundFacts, Given, NewVersion } from '@fidens/core/syllabus';
import { OneWorker } from '../one-worker';

/** What the worker is asked: the text of what came in, a text with what was decided of it, or what a new text changes. */
export type SyllabusQuestion =
  | { readonly kind: 'text'; readonly source: Copied | SourceFile }
  | {
      readonly kind: 'read';
      readonly text: string;
      readonly near: string;
      readonly decisions: Readonly<Record<string, Decision>>;
      readonly title: string;
      readonly scale: Scale;
      /** A course that has these rules already, for which a new version is read. */
      readonly course?: Course;
    };

/** A text that was read, with what was decided of it. */
export interface ReadText extends FoundFacts {
  readonly text: string;
  readonly decided: Decided;
  /** The course that the facts which are taken make, of which nothing is kept yet. */
  readonly course?: Course;
  readonly given: readonly Given[];
  readonly faults: readonly Fault[];
  /** What of the text stays with the course. */
  readonly kept: string;
  /** What it changes in a course. */
  readonly version?: NewVersion;
}

/** What it answers. */
export type SyllabusAnswer =
  | { readonly kind: 'text'; readonly text: string }
  | { readonly kind: 'read'; readonly read: ReadText }
  | { readonly kind: 'refused'; readonly faults: readonly Fault[] };

/** Reads syllabuses; the words of the trade and the days of a language are large, and stand in it alone. */
export const syllabus = new OneWorker<SyllabusQuestion, SyllabusAnswer>(
  () => new Worker(new URL('./syllabus.worker', import.meta.url)),
);

/** Takes the text out of a PDF; its library is larger than all else, and comes only with the first PDF. */
export const pdf = new OneWorker<SourceFile, SyllabusAnswer>(
  () => new Worker(new URL('./pdf.worker', import.meta.url)),
);
