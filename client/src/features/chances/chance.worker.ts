import { handedInNow, outlooks, planCourse, simulate, type Chance, type NoChance } from '@fidens/core';
import { answering } from '@/model/answering';
import type { ChanceQuestion } from './chance-question';

/** So many runs are made before the worker looks whether another question has come. */
const AT_ONCE = 2000;

/** Answers the latest question; an older one is given up as soon as another comes. */
answering<ChanceQuestion, Chance | NoChance>(async ({ course, record, now, assumptions }, isLatest) => {
  const simulation = simulate(outlooks(handedInNow(course, now).course, now), assumptions, {
    record: planCourse(record, now),
  });
  if ('why' in simulation) return simulation;
  while (simulation.go(AT_ONCE)) {
    await new Promise((resolve) => setTimeout(resolve, 0));
    if (!isLatest()) return undefined;
  }
  return simulation.result();
});
