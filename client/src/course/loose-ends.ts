import { isCounted, problems, statusOf, walk, type Assessment } from '@fidens/core';
import { useMemo } from 'react';
import { useCourses, type StoredCourse } from '../data/courses';
import { useNow } from '../data/session';
import { daysPast, dueOf } from './words';

/** A piece that needs a decision, and which. */
export interface LooseEnd {
  readonly course: StoredCourse;
  readonly piece: Assessment;
  readonly kind: 'past due' | 'missing' | 'waiting' | 'no weight';
}

/** Why each kind is a loose end, as the title of its group. */
export const LOOSE_WORDS: Record<LooseEnd['kind'], string> = {
  'past due': 'Past due without a score',
  missing: 'Missing',
  waiting: 'Waiting for a score',
  'no weight': 'Without a weight, so not counted',
};

/** The loose ends of all courses, oldest first. */
export function useLooseEnds(): LooseEnd[] {
  const { data } = useCourses();
  const now = useNow();
  return useMemo(() => {
    const found = (data ?? []).flatMap((course) => looseEndsOf(course, now));
    const when = ({ piece }: LooseEnd) => dueOf(piece) ?? '9999';
    return found.sort((a, b) => when(a).localeCompare(when(b)));
  }, [data, now]);
}

function looseEndsOf(course: StoredCourse, now: string): LooseEnd[] {
  const weightless = new Set(
    problems(course.document).flatMap((problem) => (problem.code === 'no-weight' ? [problem.at] : [])),
  );
  const found: LooseEnd[] = [];
  for (const placed of walk(course.document)) {
    const piece = placed.node;
    if (piece.kind === 'category' || !isCounted(placed)) continue;
    const kind = kindOf(piece, weightless, now);
    if (kind) found.push({ course, piece, kind });
  }
  return found;
}

function kindOf(
  piece: Assessment,
  weightless: ReadonlySet<string>,
  now: string,
): LooseEnd['kind'] | undefined {
  if (weightless.has(piece.id)) return 'no weight';
  if (daysPast(piece, now) > 0) return 'past due';
  const status = statusOf(piece);
  if (status === 'missing') return 'missing';
  return status === 'awaiting' ? 'waiting' : undefined;
}
