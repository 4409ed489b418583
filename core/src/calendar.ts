/** The core's fourth door: what writes calendars of due days, for the server, which needs no other writer. */
export { calendarText, type DueDay, dueCalendar } from './outgoing/due-calendar';
