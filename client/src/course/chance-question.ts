import type { Chance, ChanceAssumptions, Course, NoChance } from '@fidens/core';
import { useEffect, useState } from 'react';

/** What the worker is asked. */
export interface ChanceQuestion {
  readonly id: number;
  readonly course: Course;
  /** The course as it is recorded, where scores are tried on the other: these alone are data. */
  readonly record: Course;
  /** The moment at which overdue work is judged. */
  readonly now: string;
  readonly assumptions: ChanceAssumptions;
}

/** What it answers. */
export interface ChanceAnswer {
  readonly id: number;
  readonly chance: Chance | NoChance;
}

let worker: Worker | undefined;
let questions = 0;

/** One worker serves all questions: it starts with the first. */
function theWorker(): Worker {
  worker ??= new Worker(new URL('../chance.worker', import.meta.url));
  return worker;
}

/** Typing goes on for so long, in milliseconds, before a question is worth asking. */
const PAUSE = 120;

/**
 * How a course may end, simulated off the page's own thread. While an answer is on its way the last one stays.
 *
 * @returns the last answer, if there is one, and whether it is the answer to what is asked now
 */
export function useChance(
  course: Course,
  record: Course,
  now: string,
  { spread, effort }: ChanceAssumptions,
) {
  const [answer, setAnswer] = useState<{ chance: Chance | NoChance; course: Course; assumed: string }>();
  const assumed = `${spread} ${effort}`;
  useEffect(() => {
    const id = (questions += 1);
    const serving = theWorker();
    const onAnswer = ({ data }: MessageEvent<ChanceAnswer>) => {
      if (data.id === id) setAnswer({ chance: data.chance, course, assumed });
    };
    serving.addEventListener('message', onAnswer);
    const ask = () =>
      serving.postMessage({
        id,
        course,
        record,
        now,
        assumptions: { spread, effort },
      } satisfies ChanceQuestion);
    const timer = setTimeout(ask, PAUSE);
    return () => {
      clearTimeout(timer);
      serving.removeEventListener('message', onAnswer);
    };
  }, [course, record, now, spread, effort, assumed]);
  return { chance: answer?.chance, isCurrent: answer?.course === course && answer.assumed === assumed };
}
