import type { Course } from '@fidens/core';
import type { Export } from '@fidens/core/writing';
import { OneWorker } from '@/model/one-worker';

/** What the worker is asked: a course in a form for other programs. */
export interface ExportQuestion {
  readonly id: number;
  readonly course: Course;
  readonly form: Export['name'];
  readonly now: string;
}

export interface ExportAnswer {
  readonly id: number;
  readonly bytes: Uint8Array;
  readonly mediaType: string;
}

const worker = new OneWorker(() => new Worker(new URL('./export.worker', import.meta.url)));

/**
 * Writes a course in a form for other programs, off the page's own thread.
 *
 * @returns a promise of the file; it is refused where the writer fails
 */
export function exported(course: Course, form: Export['name'], now: string): Promise<Blob> {
  const id = worker.nextId();
  const serving = worker.current;
  return new Promise((resolve, reject) => {
    const end = () => {
      serving.removeEventListener('message', onAnswer);
      serving.removeEventListener('error', onError);
    };
    const onAnswer = ({ data }: MessageEvent<ExportAnswer>) => {
      if (data.id !== id) return;
      end();
      resolve(new Blob([data.bytes as Uint8Array<ArrayBuffer>], { type: data.mediaType }));
    };
    const onError = () => {
      end();
      worker.forget();
      reject(new Error('The file could not be written.'));
    };
    serving.addEventListener('message', onAnswer);
    serving.addEventListener('error', onError);
    serving.postMessage({ id, course, form, now } satisfies ExportQuestion);
  });
}
