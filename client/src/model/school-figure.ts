import { agreeing, schoolFigure, type Course } from '@fidens/core';
import { compute } from './computed';

/** How a school's figure stands to the record: it agrees, it differs and nobody knows why, or it differs and that is noted. */
export type FigureState = 'agrees' | 'noted' | 'differs';

/** The state of a course's school figure; nothing where there is none. */
export function figureState(course: Course, now: string): FigureState | undefined {
  const figure = schoolFigure(course);
  if (!figure) return undefined;
  if (agreeing(compute(course, now).outlooks, figure).includes('standing')) return 'agrees';
  return course.school!.note === undefined ? 'differs' : 'noted';
}

const DAY = 86_400_000;
/** After so many days a figure says little of today. */
const OLD = 28;

/** Whether a school's figure was seen long ago. */
export function isFigureOld({ school }: Course, now: string): boolean {
  return school?.seen !== undefined && Date.parse(now) - Date.parse(school.seen) > OLD * DAY;
}
