/**
 * The core's fourth door: what writes plain texts of courses, calendars among them. It is apart from the third, as whoever needs a text alone
 * (the server, a terminal, what is copied) does not need the writers of spreadsheets.
 */
export { calendarText, type DueDay, dueCalendar } from './outgoing/due-calendar';
export { piecesCsv } from './outgoing/pieces-csv';
export { report } from './outgoing/report';
export { standingMarkdown } from './outgoing/standing-markdown';
