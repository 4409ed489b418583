import { formatNamed } from '@fidens/core';
import { dueCalendar, piecesCsv } from '@fidens/core/texts';
import { archiveOf, WRITERS } from '@fidens/core/writing';
import { answering } from '@/model/answering';
import type { ExportAnswer, ExportQuestion } from './export-question';

const encoded = (text: string) => new TextEncoder().encode(text);

answering<ExportQuestion, ExportAnswer>(async (question) => {
  const { now } = question;
  if (question.kind === 'archive') {
    const { form, folders } = question;
    const { extension } = formatNamed(form)!;
    const written = folders.map(async ({ name, courses }) => ({
      name,
      files: await Promise.all(
        courses.map(async (course) => ({
          name: course.title,
          extension,
          bytes: await WRITERS[form](course, now),
        })),
      ),
    }));
    const bytes = archiveOf(await Promise.all(written));
    return { bytes, mediaType: 'application/zip', extension: 'zip' };
  }
  const form = question.kind === 'course' ? question.form : question.kind === 'table' ? 'csv' : 'ics';
  const bytes =
    question.kind === 'course'
      ? await WRITERS[question.form](question.course, now)
      : encoded(
          question.kind === 'table'
            ? piecesCsv(question.courses)
            : dueCalendar(question.name, question.courses, now),
        );
  const { mediaType, extension } = formatNamed(form)!;
  return { bytes, mediaType, extension };
});
