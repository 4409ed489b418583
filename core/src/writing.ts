import type { Course, Moment } from './document/course';
import { writeCourse } from './formats/course-file';
import type { FormatName } from './formats/format';
import { courseWorkbook } from './outgoing/course-workbook';
import { dueCalendar } from './outgoing/due-calendar';
import { piecesCsv } from './outgoing/pieces-csv';
import { report } from './outgoing/report';
import { standingMarkdown } from './outgoing/standing-markdown';
import { writeOds } from './outgoing/write-ods';
import { writeXlsx } from './outgoing/write-xlsx';

export { archiveOf } from './outgoing/archive';

/** The forms in which a course leaves. */
export type LeavingFormat = Exclude<FormatName, 'oneroster'>;

const encoded = (text: string) => new TextEncoder().encode(text);

/**
 * The core's third door: what writes a course for other programs. It is apart from the first, as its writers are large. Each takes a valid
 * document, and the moment at which overdue work is judged, and gives the bytes of a file.
 */
export const WRITERS: Readonly<
  Record<LeavingFormat, (course: Course, now: Moment) => Uint8Array | Promise<Uint8Array>>
> = {
  course: (course) => encoded(writeCourse(course)),
  xlsx: (course, now) => writeXlsx(courseWorkbook(course, now)),
  ods: (course, now) => writeOds(courseWorkbook(course, now)),
  csv: (course) => encoded(piecesCsv([course])),
  ics: (course, now) => encoded(dueCalendar(course.title, [course], now)),
  md: (course, now) => encoded(standingMarkdown(course, now)),
  txt: (course, now) => encoded(report(course, now)),
};
