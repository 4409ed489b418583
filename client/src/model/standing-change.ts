import { nameOf, type Course, type Headline } from '@fidens/core';
import { gradeWords } from '@/wording/words';
import { compute } from './computed';

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

/**
 * What a change does to the target that is pinned: "A− then takes 91%, not 93.5%". Nothing where none is pinned, or it stays as it is.
 *
 * @param now - the moment at which overdue work is judged
 */
export function targetChange(before: Course, after: Course, now: string): string | undefined {
  if (!after.target) return undefined;
  const [old, next] = [before, after].map((course) => takesOf(compute(course, now).headline));
  if (!next || old?.words === next.words) return undefined;
  const than = old?.level !== undefined && next.level !== undefined ? `, not ${old.level}%` : '';
  return `${next.name} then ${next.words}${than}`;
}

function takesOf(headline: Headline): { name: string; words: string; level?: string } | undefined {
  switch (headline.kind) {
    case 'takes':
      return { name: nameOf(headline.band), words: `takes ${headline.level}%`, level: headline.level };
    case 'out':
      return {
        name: nameOf(headline.band),
        words: headline.butForExtra ? 'takes extra credit' : 'is out',
      };
    case 'secured':
      return { name: nameOf(headline.band), words: 'is secured' };
    default:
      return undefined;
  }
}
