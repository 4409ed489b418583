import { penaltyOf, type Chance, type ChanceAssumptions, type Course, type NoChance } from '@fidens/core';
import { useMemo } from 'react';
import { compute } from '@/model/computed';
import { OneWorker, useAnswer } from '@/model/one-worker';

/** What the worker is asked. */
export interface ChanceQuestion {
  readonly course: Course;
  /** The course as it is recorded, where scores are tried on the other: these alone are data. */
  readonly record: Course;
  /** The moment at which overdue work is judged. */
  readonly now: string;
  readonly assumptions: ChanceAssumptions;
}

const worker = new OneWorker<ChanceQuestion, Chance | NoChance>(
  () => new Worker(new URL('./chance.worker', import.meta.url)),
);

/** Typing goes on for so long, in milliseconds, before a question is worth asking. */
const PAUSE = 120;

/**
 * How a course may end, simulated off the page's own thread. While an answer is on its way the last one stays.
 *
 * @returns the last answer, if there is one, whether it is the answer to what is asked now, and whether the simulation failed
 */
export function useChance(
  course: Course,
  record: Course,
  now: string,
  { spread, effort }: ChanceAssumptions,
) {
  const judged = judgement(course, record, now);
  const question = useMemo(
    () => ({ course, record, now, assumptions: { spread, effort } }),
    // A later moment is another question only where it decides something.
    // oxlint-disable-next-line react/exhaustive-deps
    [course, record, judged, spread, effort],
  );
  const { answered, ...rest } = useAnswer(worker, question, PAUSE);
  return { ...rest, chance: answered?.answer };
}

/** What the moment decides: which open work counts as missing, and how late it is. While that stays, so do the chances. */
function judgement(course: Course, record: Course, now: string): string {
  return [course, record]
    .flatMap((document) => compute(document, now).outlooks.plan.pieces)
    .map(({ overdue, lateness }) => `${overdue} ${penaltyOf(lateness)?.loss.toFraction() ?? ''}`)
    .join();
}
