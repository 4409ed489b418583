import type { Course } from '@fidens/core';
import type { LeavingFormat } from '@fidens/core/writing';
import { OneWorker } from '@/model/one-worker';

/** Courses under the name of their folder: those of a term. */
export interface ExportFolder {
  readonly name: string;
  readonly courses: readonly Course[];
}

/** What is to be written: one course, all courses as files of their own in one archive, their pieces in one table, or their days in one calendar. */
export type ExportQuestion = { readonly now: string } & (
  | { readonly kind: 'course'; readonly course: Course; readonly form: LeavingFormat }
  | { readonly kind: 'archive'; readonly folders: readonly ExportFolder[]; readonly form: LeavingFormat }
  | { readonly kind: 'table'; readonly courses: readonly Course[] }
  | { readonly kind: 'calendar'; readonly name: string; readonly courses: readonly Course[] }
);

/** A file, of which nothing but its name is wanting. */
export interface ExportAnswer {
  readonly bytes: Uint8Array;
  readonly mediaType: string;
  readonly extension: string;
}

/** Writes courses for other programs; the writers are large, and stand in it alone. */
export const exporting = new OneWorker<ExportQuestion, ExportAnswer>(
  () => new Worker(new URL('./export.worker', import.meta.url)),
);
