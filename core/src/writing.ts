import type { Course, Moment } from './document/course';
import { courseWorkbook } from './workbook/course-workbook';
import { dueCalendar, piecesCsv, standingMarkdown } from './workbook/tables';
import { writeWorkbook } from './workbook/write';

/** A form in which a course leaves for other programs. */
export interface Export {
  readonly name: 'xlsx' | 'csv' | 'ics' | 'md';
  /** What it is, in words. */
  readonly title: string;
  readonly mediaType: string;
  /**
   * @param course - a valid document
   * @param now - the moment at which overdue work is judged
   */
  readonly write: (course: Course, now: Moment) => Promise<Uint8Array>;
}

const encoded = (text: string) => Promise.resolve(new TextEncoder().encode(text));

/** The core's third door: what writes a course for other programs. It is apart from the first, as its writers are large. */
export const EXPORTS: readonly Export[] = [
  {
    name: 'xlsx',
    title: 'workbook with live formulas',
    mediaType: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
    write: (course, now) => writeWorkbook(courseWorkbook(course, now)),
  },
  {
    name: 'csv',
    title: 'table of pieces',
    mediaType: 'text/csv',
    write: (course) => encoded(piecesCsv(course)),
  },
  {
    name: 'ics',
    title: 'calendar of due days',
    mediaType: 'text/calendar',
    write: (course, now) => encoded(dueCalendar(course, now)),
  },
  {
    name: 'md',
    title: 'page of where it stands',
    mediaType: 'text/markdown',
    write: (course, now) => encoded(standingMarkdown(course, now)),
  },
];
