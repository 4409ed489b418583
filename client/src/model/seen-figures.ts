import { figureText, HUNDRED, pastSteps, rational, type Course, type SchoolFigure } from '@fidens/core';
import { useInfiniteQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import type { ShownCourse } from '@/data/answers';
import { useStoredCourse } from '@/data/courses';
import { historyQuery } from '@/data/history';

/** What the school showed on a day. */
export interface SeenFigure {
  readonly text: string;
  readonly seen: string;
  /** As a number to draw; nothing of a letter. */
  readonly percent: number | undefined;
}

/** What the school showed over time, the oldest first: what it shows now, and what the course's history still knows of before. */
export function useFigures(course: ShownCourse): SeenFigure[] {
  const stored = useStoredCourse(course.id);
  const { data } = useInfiniteQuery(historyQuery(stored));
  return useMemo(() => {
    const changes = data?.pages.flatMap((page) => page.changes) ?? [];
    const before = stored ? pastSteps(stored.document, changes).map((step) => step.before) : [];
    return figuresIn([course.document, ...before]);
  }, [data, stored, course.document]);
}

/** The figures of a course as it was at several moments, each once, the oldest first. */
export function figuresIn(courses: readonly Course[]): SeenFigure[] {
  const bySeen = new Map<string, SeenFigure>();
  for (const { school } of courses) {
    if (school?.seen === undefined || bySeen.has(school.seen)) continue;
    bySeen.set(school.seen, { text: figureText(school), seen: school.seen, percent: percentOf(school) });
  }
  return [...bySeen.values()].sort((a, b) => Date.parse(a.seen) - Date.parse(b.seen));
}

function percentOf(school: SchoolFigure): number | undefined {
  if ('percent' in school) return Number(school.percent);
  return 'earned' in school
    ? rational(school.earned).div(rational(school.possible)).mul(HUNDRED).valueOf()
    : undefined;
}
