import { ICalCalendar } from 'ical-generator';
import type { SchoolCourse } from './records';

/** The due days of some courses as a calendar (RFC 5545): an hour each that ends when it is due. */
export function dueCalendar(courses: readonly SchoolCourse[]): string {
  const calendar = new ICalCalendar({
    name: 'Simulated school: due days',
    prodId: '//Fidens//Simulated school//EN',
  });
  for (const { slug, title, rows } of courses) {
    for (const { id, name, due } of rows) {
      if (!due) continue;
      calendar.createEvent({
        id: `${slug}-${id}@school.example`,
        start: new Date(due.getTime() - 3_600_000),
        end: due,
        summary: `${title}: ${name}`,
        stamp: new Date('2026-10-20T12:00:00Z'),
      });
    }
  }
  return calendar.toString();
}
