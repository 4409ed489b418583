import {
  gpa,
  gpaText,
  letterOf,
  OUTLOOKS,
  USUAL_GPA,
  type Course,
  type Gpa,
  type GpaSettings,
  type LeftOut,
  type OutlookName,
} from '@fidens/core';
import { useMemo } from 'react';
import type { ShownCourse } from '@/data/answers';
import { useNow } from '@/data/now';
import { useSession } from '@/data/session';
import type { Term } from '@/data/term-days';
import { useTerms } from '@/data/terms';
import { compute } from './computed';

/** Why a course is no part of a GPA. */
export const LEFT_OUT_WORDS: Readonly<Record<LeftOut, string>> = {
  'no credits': 'no credits',
  'no grade': 'no grade yet',
  'no points': 'its letter has no grade points',
  mark: 'a mark that does not count',
  repeated: 'taken again later',
};

/** How the student wants a GPA. */
export function useGpaSettings(): GpaSettings {
  return useSession().data?.student?.gpa ?? USUAL_GPA;
}

/** Courses in the order in which they were taken: by their terms, the oldest first. */
function inOrder(courses: readonly ShownCourse[], terms: readonly Term[] = []): ShownCourse[] {
  const place = ({ termId }: ShownCourse) => terms.findIndex(({ id }) => id === termId);
  return [...courses].sort((a, b) => place(b) - place(a));
}

/** The GPA of courses in one outlook; what was given in the end stands in each. */
export function gpaOf(
  courses: readonly ShownCourse[],
  name: OutlookName,
  now: string,
  settings: GpaSettings,
): Gpa {
  return gpa(
    courses.map(({ document }) => {
      const { outlooks, letters } = compute(document, now);
      return { course: document, band: letterOf(outlooks[name], letters)?.band };
    }),
    settings,
  );
}

/** The GPA of what is settled, for what asks for no other outlook; nothing where no courses are given. */
export function useSettledGpa(courses: readonly ShownCourse[] | undefined): Gpa | undefined {
  const now = useNow();
  const settings = useGpaSettings();
  const terms = useTerms();
  return useMemo(
    () => courses && gpaOf(inOrder(courses, terms), 'standing', now, settings),
    [courses, terms, now, settings],
  );
}

/** GPAs of the same courses in each outlook. */
export interface Gpas {
  readonly of: Readonly<Record<OutlookName, Gpa>>;
  /** As they are shown. */
  readonly points: Readonly<Record<OutlookName, string | undefined>>;
  /** Courses that none of them can count, and why. */
  readonly leftOut: Gpa['leftOut'];
  /** Courses that have no score yet, so that the GPA so far leaves them out. */
  readonly notYet: readonly Course[];
}

/** The GPAs of courses, each computed as the student wants it. */
export function useGpas(courses: readonly ShownCourse[]): Gpas {
  const now = useNow();
  const settings = useGpaSettings();
  const taken = inOrder(courses, useTerms());
  const of = Object.fromEntries(
    OUTLOOKS.map((name) => [name, gpaOf(taken, name, now, settings)]),
  ) as Gpas['of'];
  const points = Object.fromEntries(
    OUTLOOKS.map((name) => [name, of[name].points && gpaText(of[name].points, settings)]),
  ) as Gpas['points'];
  // The ceiling has a value wherever any outlook has one: what it leaves out has no credits or no points.
  const { leftOut } = of.ceiling;
  const notYet = of.standing.leftOut
    .map(({ course }) => course)
    .filter((course) => !leftOut.some((other) => other.course === course));
  return { of, points, leftOut, notYet };
}
