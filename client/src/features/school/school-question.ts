import type { Course, Figure, PlainFigureAnswer } from '@fidens/core';
import { OneWorker, useAnswer } from '@/model/one-worker';

/** What the worker is asked: why a school's figure differs. */
export interface FigureQuestion {
  readonly course: Course;
  readonly figure: Figure;
  readonly now: string;
}

const worker = new OneWorker<FigureQuestion, PlainFigureAnswer>(
  () => new Worker(new URL('./school.worker', import.meta.url)),
);

/**
 * Why a school's figure differs, found off the page's own thread. While the answer is on its way the last one stays, as long as it is about
 * the same course as it stands: what is told of pieces must not be told of ones that are gone.
 */
export function useFigureAnswer(question: FigureQuestion) {
  const { answered, ...rest } = useAnswer(worker, question);
  return { ...rest, answer: answered?.question.course === question.course ? answered.answer : undefined };
}
