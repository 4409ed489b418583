import { find, statusOf, type Assessment } from '@fidens/core';
import type { ShownCourse } from '@/data/answers';
import { byDue, daysPast } from '@/wording/words';

/** A piece that a score may be recorded for, in its course. */
export interface Candidate {
  readonly course: ShownCourse;
  readonly piece: Assessment;
}

/** The title of a piece's course, and the categories it stands in. */
export function placeWords({ document }: ShownCourse, piece: Assessment): string {
  const above = find(document, piece.id)?.ancestors.slice(1) ?? [];
  return [document.title, ...above.map(({ name }) => name)].join(' · ');
}

/** Whether a score may be back by now: its piece was due, or waits for it. */
export function isBack(piece: Assessment, now: string): boolean {
  return daysPast(piece, now) > 0 || statusOf(piece) === 'awaiting';
}

/**
 * The pieces whose scores are likeliest to be back: what was just due, the latest first; what waits for its score, the oldest first;
 * then what is due next.
 */
export function likeliest(all: readonly Candidate[], now: string): Candidate[] {
  const rank = ({ piece }: Candidate) =>
    daysPast(piece, now) > 0 ? 0 : statusOf(piece) === 'awaiting' ? 1 : 2;
  return all
    .filter(({ piece }) => statusOf(piece) === 'open' || statusOf(piece) === 'awaiting')
    .sort((a, b) => {
      const group = rank(a);
      return group - rank(b) || (group === 0 ? -1 : 1) * byDue(a.piece, b.piece);
    });
}

/** The pieces of whose name, course and categories every word of a search is a part. */
export function matching(all: readonly Candidate[], search: string): Candidate[] {
  const words = search.toLowerCase().split(/\s+/).filter(Boolean);
  return all.filter(({ course, piece }) => {
    const text = placeWords(course, piece).concat(' ', piece.name).toLowerCase();
    return words.every((word) => text.includes(word));
  });
}
