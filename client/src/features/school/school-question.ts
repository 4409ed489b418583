import type { Course, Figure, PlainFigureAnswer } from '@fidens/core';
import type { ListAnswer, ListQuestion } from '@fidens/core/reading';
import { useCallback, useEffect, useState } from 'react';
import { OneWorker } from '@/model/one-worker';

/** What the worker is asked: why a school's figure differs, or what its list says. */
export type SchoolQuestion =
  | { readonly kind: 'explain'; readonly course: Course; readonly figure: Figure; readonly now: string }
  | ({ readonly kind: 'read' } & ListQuestion);

/** What it answers; a question that was overtaken by a newer one of its kind is never answered. */
export type SchoolAnswer =
  | { readonly kind: 'explain'; readonly answer: PlainFigureAnswer }
  | { readonly kind: 'read'; readonly answer: ListAnswer }
  | { readonly kind: 'refused'; readonly why: string };

export interface Asked {
  readonly id: number;
  readonly question: SchoolQuestion;
}

export interface Answered {
  readonly id: number;
  readonly answer: SchoolAnswer;
}

const worker = new OneWorker(() => new Worker(new URL('./school.worker', import.meta.url)));

/**
 * The answer to a question about the school's side, found off the page's own thread. While it is on its way the last one stays, as long as it
 * is about the same course as it stands: what is told of pieces must not be told of ones that are gone.
 *
 * @param question - the same object as long as it is the same question; nothing while there is none
 */
export function useSchoolAnswer(question: SchoolQuestion | undefined) {
  const [answered, setAnswered] = useState<{ question: SchoolQuestion; answer: SchoolAnswer }>();
  const [failed, setFailed] = useState<string>();
  const [again, setAgain] = useState(0);
  useEffect(() => {
    if (!question) return undefined;
    const id = worker.nextId();
    const serving = worker.current;
    const onAnswer = ({ data }: MessageEvent<Answered>) => {
      if (data.id !== id) return;
      setFailed(undefined);
      setAnswered({ question, answer: data.answer });
    };
    const onError = () => {
      worker.forget();
      setFailed('The search has failed.');
    };
    serving.addEventListener('message', onAnswer);
    serving.addEventListener('error', onError);
    serving.postMessage({ id, question } satisfies Asked);
    return () => {
      serving.removeEventListener('message', onAnswer);
      serving.removeEventListener('error', onError);
    };
  }, [question, again]);
  const retry = useCallback(() => {
    setFailed(undefined);
    setAgain((times) => times + 1);
  }, []);
  return {
    answer: question && answered?.question.course === question.course ? answered.answer : undefined,
    isCurrent: question !== undefined && answered?.question === question,
    failed,
    retry,
  };
}
