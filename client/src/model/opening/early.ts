import type { Course } from '@fidens/core';
import { whenEarlyIsFound } from '@/data/early';
import { momentFor } from '@/data/moment';
import { workedOn } from '@/data/term-days';
import { compute } from '../computed';
import { inPieces } from './in-pieces';

/** What the term says of a course, computed in pieces. */
export function piecesOf(course: Course, now: string): readonly (() => unknown)[] {
  const computed = () => compute(course, now);
  return [computed, () => computed().reach, () => computed().headline];
}

let isComputed = false;

/** Computes what the first page says of a student's courses, once they are there, while what draws it is still on its way. */
export async function computeEarly(): Promise<void> {
  const early = await whenEarlyIsFound();
  if (!early?.records) return;
  const { terms, courses } = early.records;
  const now = momentFor(early.session.student);
  await inPieces(workedOn(courses, terms, now).flatMap(({ document }) => piecesOf(document, now)));
  isComputed = true;
}

/** Whether the first page has been computed early. */
export function isComputedEarly(): boolean {
  return isComputed;
}
