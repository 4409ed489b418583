import {
  decimalText,
  gpa,
  letterOf,
  officialBand,
  OUTLOOKS,
  type Course,
  type OutlookName,
} from '@fidens/core';
import type { StoredCourse } from '@/data/courses';
import { useNow } from '@/data/session';
import { compute } from './computed';

/** A term's GPA in each outlook, with two decimals, and the courses that they leave out. */
export interface Gpas {
  readonly points: Readonly<Record<OutlookName, string | undefined>>;
  /** Courses that none of them can count: without credits, or without grade points. */
  readonly leftOut: readonly Course[];
  /** Courses that have no score yet, so that the GPA so far leaves them out. */
  readonly notYet: readonly Course[];
}

/** What a GPA holds for. */
export const GPA_WORDS: Readonly<Record<OutlookName, string>> = {
  standing: 'so far',
  forecast: 'as it goes',
  floor: 'at least',
  ceiling: 'at most',
};

/** The GPA of a term for each outlook: Σ credits × band points / Σ credits. */
export function useGpas(courses: readonly StoredCourse[]): Gpas {
  const now = useNow();
  const found = OUTLOOKS.map((name) =>
    gpa(
      courses.map(({ document }) => {
        const { outlooks, letters } = compute(document, now);
        // What was given in the end stands, whatever would have been.
        return { course: document, band: officialBand(document) ?? letterOf(outlooks[name], letters)?.band };
      }),
    ),
  );
  const points = Object.fromEntries(
    OUTLOOKS.map((name, index) => {
      const value = found[index]!.points;
      return [name, value && decimalText(value, 2, true)];
    }),
  ) as Gpas['points'];
  // The ceiling has a value wherever any outlook has one: what it leaves out has no credits or no points.
  const { leftOut } = found[OUTLOOKS.indexOf('ceiling')]!;
  const notYet = found[OUTLOOKS.indexOf('standing')]!.leftOut.filter((course) => !leftOut.includes(course));
  return { points, leftOut, notYet };
}
