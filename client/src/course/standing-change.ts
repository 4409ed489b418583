import type { Course } from '@fidens/core';
import { compute } from './computed';
import { gradeWords } from './words';

/**
 * What a change does to the standing, in words: "84.7 → 85.9, still B", or that it does nothing.
 *
 * @param now - the moment at which overdue work is judged
 */
export function standingChange(before: Course, after: Course, now: string): string {
  const [old, next] = [before, after].map((course) => {
    const { outlooks, letters } = compute(course, now);
    return gradeWords(outlooks.standing, letters);
  }) as [Grade, Grade];
  if (old.percent === next.percent && old.letter === next.letter)
    return `No change: ${next.percent}, ${next.letter}`;
  const letter = old.letter === next.letter ? `still ${next.letter}` : `${old.letter} → ${next.letter}`;
  return `${old.percent} → ${next.percent}, ${letter}`;
}

type Grade = ReturnType<typeof gradeWords>;
