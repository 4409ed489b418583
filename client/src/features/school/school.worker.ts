import { explaining, plainAnswer, type PlainFigureAnswer } from '@fidens/core';
import { answering } from '@/model/answering';
import type { FigureQuestion } from './school-question';

/** Explains the latest figure; an older question is given up as soon as another comes. */
answering<FigureQuestion, PlainFigureAnswer>(async ({ course, figure, now }, isLatest) => {
  const steps = explaining(course, figure, now);
  for (;;) {
    const { done, value } = steps.next();
    if (done) return plainAnswer(value);
    await new Promise((resolve) => setTimeout(resolve, 0));
    if (!isLatest()) return undefined;
  }
});
