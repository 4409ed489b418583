import { decimalText, gpa, OUTLOOKS, type Course, type OutlookName } from '@fidens/core';
import type { StoredCourse } from '../data/courses';
import { useNow } from '../data/session';
import { compute } from './computed';

/** A term's GPA in each outlook, with two decimals, and the courses that none of them can count. */
export interface Gpas {
  readonly points: Readonly<Record<OutlookName, string | undefined>>;
  readonly leftOut: readonly Course[];
}

/** The GPA of a term for each outlook: Σ credits × band points / Σ credits. */
export function useGpas(courses: readonly StoredCourse[]): Gpas {
  const now = useNow();
  const found = OUTLOOKS.map((name) =>
    gpa(
      courses.map(({ document }) => ({
        course: document,
        value: compute(document, now).outlooks[name]?.worth?.value,
      })),
    ),
  );
  const points = Object.fromEntries(
    OUTLOOKS.map((name, index) => {
      const value = found[index]!.points;
      return [name, value && decimalText(value, 2, true)];
    }),
  ) as Gpas['points'];
  // The ceiling has a value wherever any outlook has one: what it leaves out has no credits or no points.
  return { points, leftOut: found[OUTLOOKS.indexOf('ceiling')]!.leftOut };
}
