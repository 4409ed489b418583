import { ICalCalendar } from 'ical-generator';
import type { Course, Moment } from '../document/course';
import { isDeduction, walk } from '../document/tree';

/** One thing that is due, under an id that stays the same. */
export interface DueDay {
  readonly id: string;
  readonly name: string;
  readonly due: Date;
}

/**
 * Days on which something is due, as a calendar (RFC 5545): each an hour that ends when it is due.
 *
 * @param stamp - when it was last changed: the same days at the same stamp are the same bytes
 */
export function calendarText(
  { name, product }: { readonly name: string; readonly product: string },
  days: readonly DueDay[],
  stamp: Date,
): string {
  const calendar = new ICalCalendar({ name, prodId: `//Fidens//${product}//EN` });
  for (const { id, name: summary, due } of days)
    calendar.createEvent({ id, start: new Date(due.getTime() - 3_600_000), end: due, summary, stamp });
  return calendar.toString();
}

/**
 * The due days of courses as a calendar. Nothing of the record but names and days is in it.
 *
 * @param name - the calendar's
 */
export function dueCalendar(name: string, courses: readonly Course[], stamp: Moment): string {
  const days = courses.flatMap((course, index) =>
    [...walk(course)].flatMap(({ node }): DueDay[] => {
      if (node.kind === 'category' || isDeduction(node)) return [];
      const due = node.extended ?? node.due;
      const isAgain = courses.findIndex(({ title }) => title === course.title) < index;
      const owner = `${encodeURIComponent(course.title)}${isAgain ? `-${index}` : ''}`;
      return due === undefined
        ? []
        : [{ id: `${node.id}-${owner}@fidens`, name: `${course.title}: ${node.name}`, due: new Date(due) }];
    }),
  );
  return calendarText({ name, product: 'Due days' }, days, new Date(stamp));
}
