import type { Headline } from '@fidens/core';
import type { ShownCourse } from '@/data/answers';
import { compute } from './computed';

/**
 * A term's courses, what needs attention first: a target that is out, then what takes most of what is left, then what has nothing to
 * grade yet; last what needs nothing.
 *
 * @param now - the moment at which overdue work is judged
 */
export function byAttention(courses: readonly ShownCourse[], now: string): ShownCourse[] {
  const ranked = courses.map((course) => ({ course, rank: rankOf(compute(course.document, now).headline) }));
  return ranked.sort((a, b) => a.rank - b.rank).map(({ course }) => course);
}

function rankOf(headline: Headline): number {
  switch (headline.kind) {
    case 'out':
      return 0;
    case 'takes':
      return 200 - Number(headline.level);
    case 'no value':
      return 300;
    default:
      return 400;
  }
}
