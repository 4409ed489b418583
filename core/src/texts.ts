/**
 * The core's fourth door: what reads a course file, and writes plain texts of courses, calendars among them. It is apart from the others, as
 * whoever needs a text alone (the server, a terminal) needs no spreadsheets, and the pages of the client none of it.
 */
export { readCourse } from './incoming/course-file';
export { calendarText, dueCalendar } from './outgoing/due-calendar';
export { piecesCsv } from './outgoing/pieces-csv';
export { report } from './outgoing/report';
