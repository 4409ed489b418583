import type { Course } from '@fidens/core';
import type { Export } from '@fidens/core/writing';

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

let worker: Worker | undefined;
let questions = 0;

/** One worker serves all questions: it starts with the first. */
function theWorker(): Worker {
  worker ??= new Worker(new URL('./export.worker', import.meta.url));
  return worker;
}

/**
 * Writes a course in a form for other programs, off the page's own thread.
 *
 * @returns a promise of the file; it is refused where the writer fails
 */
export function exported(course: Course, form: Export['name'], now: string): Promise<Blob> {
  const id = (questions += 1);
  const serving = theWorker();
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
      // What has failed once is started anew when it is asked again.
      worker = undefined;
      reject(new Error('The file could not be written.'));
    };
    serving.addEventListener('message', onAnswer);
    serving.addEventListener('error', onError);
    serving.postMessage({ id, course, form, now } satisfies ExportQuestion);
  });
}
