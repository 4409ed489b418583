import { EXPORTS } from '@fidens/core/writing';
import type { ExportAnswer, ExportQuestion } from './export-question';

/** Writes a course in a form for other programs; the writers are large, and stand here alone. */
onmessage = ({ data: { id, course, form, now } }: MessageEvent<ExportQuestion>) => {
  const { mediaType, write } = EXPORTS.find(({ name }) => name === form)!;
  void write(course, now).then(
    (bytes) => postMessage({ id, bytes, mediaType } satisfies ExportAnswer),
    (error: unknown) => {
      // Told as the worker's own error, which whoever asked is listening for.
      setTimeout(() => {
        throw error;
      });
    },
  );
};
