import { penaltyOf, type Chance, type ChanceAssumptions, type Course, type NoChance } from '@fidens/core';
import { useEffect, useRef, useState } from 'react';
import { compute } from '@/model/computed';
import { OneWorker } from '@/model/one-worker';

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

const worker = new OneWorker(() => new Worker(new URL('./chance.worker', import.meta.url)));

/** Typing goes on for so long, in milliseconds, before a question is worth asking. */
const PAUSE = 120;

/**
 * How a course may end, simulated off the page's own thread. While an answer is on its way the last one stays.
 *
 * @returns the last answer, if there is one, whether it is the answer to what is asked now, and why there is none, if it failed
 */
export function useChance(
  course: Course,
  record: Course,
  now: string,
  { spread, effort }: ChanceAssumptions,
) {
  const [failed, setFailed] = useState<string>();
  const [again, setAgain] = useState(0);
  const [answer, setAnswer] = useState<{ chance: Chance | NoChance; course: Course; assumed: string }>();
  const assumed = `${spread} ${effort}`;
  const judged = judgement(course, record, now);
  const moment = useRef(now);
  useEffect(() => {
    moment.current = now;
  }, [now]);
  useEffect(() => {
    const id = worker.nextId();
    const serving = worker.current;
    const onAnswer = ({ data }: MessageEvent<ChanceAnswer>) => {
      if (data.id !== id) return;
      setFailed(undefined);
      setAnswer({ chance: data.chance, course, assumed });
    };
    const onError = () => {
      worker.forget();
      setFailed('The simulation has failed.');
    };
    serving.addEventListener('message', onAnswer);
    serving.addEventListener('error', onError);
    const ask = () =>
      serving.postMessage({
        id,
        course,
        record,
        now: moment.current,
        assumptions: { spread, effort },
      } satisfies ChanceQuestion);
    const timer = setTimeout(ask, PAUSE);
    return () => {
      clearTimeout(timer);
      serving.removeEventListener('message', onAnswer);
      serving.removeEventListener('error', onError);
    };
  }, [course, record, judged, spread, effort, assumed, again]);
  const retry = () => {
    setFailed(undefined);
    setAgain((times) => times + 1);
  };
  return {
    chance: answer?.chance,
    isCurrent: answer?.course === course && answer.assumed === assumed,
    failed,
    retry,
  };
}

/** What the moment decides: which open work counts as missing, and how late it is. While that stays, so do the chances. */
function judgement(course: Course, record: Course, now: string): string {
  return [course, record]
    .flatMap((document) => compute(document, now).outlooks.plan.pieces)
    .map(({ overdue, lateness }) => `${overdue} ${penaltyOf(lateness)?.loss.toFraction() ?? ''}`)
    .join();
}
