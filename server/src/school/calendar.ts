import { calendarText } from '@fidens/core/texts';
import type { SchoolCourse } from './records';

/** The due days of some courses of the school as a calendar. */
export function schoolCalendar(courses: readonly SchoolCourse[]): string {
  const days = courses.flatMap(({ slug, title, rows }) =>
    rows.flatMap(({ id, name, due }) =>
      due ? [{ id: `${slug}-${id}@school.example`, name: `${title}: ${name}`, due }] : [],
    ),
  );
  const about = { name: 'Simulated school: due days', product: 'Simulated school' };
  return calendarText(about, days, new Date('2026-10-20T12:00:00Z'));
}
