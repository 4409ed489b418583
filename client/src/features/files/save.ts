import { formatNamed, writeCourse, type Course } from '@fidens/core';
import { exporting, type ExportAnswer, type ExportQuestion } from './export-question';

/** Hands a course out as a course file. */
export function saveCourseFile(document: Course, name: string): void {
  const { mediaType, extension } = formatNamed('course')!;
  saveBlob(new Blob([writeCourse(document)], { type: mediaType }), name, extension);
}

/** Hands out anything as JSON. */
export function saveJson(value: unknown, name: string): void {
  saveBlob(new Blob([`${JSON.stringify(value)}\n`], { type: 'application/json' }), name, 'json');
}

/**
 * Writes what is asked for off the page's own thread.
 *
 * @returns the file
 * @throws where the writer fails
 */
export async function written(question: ExportQuestion): Promise<ExportAnswer> {
  const answer = await exporting.ask(question);
  if (!answer) throw new Error('The file was not written.');
  return answer;
}

/** Hands a file out under a name. */
export function saveWritten({ bytes, mediaType, extension }: ExportAnswer, name: string): void {
  saveBlob(new Blob([bytes as Uint8Array<ArrayBuffer>], { type: mediaType }), name, extension);
}

function saveBlob(blob: Blob, name: string, extension: string): void {
  const link = window.document.createElement('a');
  link.href = URL.createObjectURL(blob);
  link.download = `${name.replace(/[^\p{L}\p{N}]+/gu, '-').replace(/^-|-$/g, '') || 'fidens'}.${extension}`;
  link.click();
  URL.revokeObjectURL(link.href);
}
