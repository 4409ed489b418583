import { useCallback, useEffect, useState } from 'react';

/** What a worker is asked, and what it answers; an answer is nothing where it gave the question up for a newer one. */
interface Asked<Q> {
  readonly id: number;
  readonly question: Q;
}
interface Answered<A> {
  readonly id: number;
  readonly answer?: A;
  /** How far it is, where it is not done: so many of so many. */
  readonly progress?: Progress;
}

/** How far a longer answer is. */
export interface Progress {
  readonly done: number;
  readonly of: number;
}

/** One worker that serves all questions of its kind, off the page's own thread: it starts with the first, and anew after it has failed. */
export class OneWorker<Q, A> {
  #worker: Worker | undefined;
  #questions = 0;
  readonly #waiting = new Map<
    number,
    {
      resolve: (answer: A | undefined) => void;
      reject: (why: Error) => void;
      onProgress?: (progress: Progress) => void;
    }
  >();

  constructor(readonly start: () => Worker) {}

  /**
   * Asks the worker.
   *
   * @param onProgress - told how far it is, by workers that tell it
   * @returns a promise of the answer, or of nothing where the question was given up; refused where the worker fails
   */
  ask(question: Q, onProgress?: (progress: Progress) => void): Promise<A | undefined> {
    this.#questions += 1;
    const id = this.#questions;
    return new Promise((resolve, reject) => {
      this.#waiting.set(id, { resolve, reject, ...(onProgress && { onProgress }) });
      this.#serving().postMessage({ id, question } satisfies Asked<Q>);
    });
  }

  #serving(): Worker {
    if (this.#worker) return this.#worker;
    const worker = this.start();
    worker.addEventListener('message', ({ data: { id, answer, progress } }: MessageEvent<Answered<A>>) => {
      if (progress) return this.#waiting.get(id)?.onProgress?.(progress);
      this.#waiting.get(id)?.resolve(answer);
      this.#waiting.delete(id);
    });
    worker.addEventListener('error', () => {
      // What has failed once is started anew when it is asked again.
      this.#worker = undefined;
      for (const { reject } of this.#waiting.values()) reject(new Error('The worker has failed.'));
      this.#waiting.clear();
    });
    this.#worker = worker;
    return worker;
  }
}

/**
 * What a worker answers to a question; while an answer is on its way the last one stays.
 *
 * @param question - the same object as long as it is the same question; nothing while there is none
 * @param pause - milliseconds for which a question must stand before it is asked
 */
export function useAnswer<Q, A>(worker: OneWorker<Q, A>, question: Q | undefined, pause = 0) {
  const [answered, setAnswered] = useState<{ question: Q; answer: A }>();
  const [hasFailed, setHasFailed] = useState(false);
  const [again, setAgain] = useState(0);
  useEffect(() => {
    if (question === undefined) return undefined;
    let isAsked = true;
    const ask = () =>
      void worker.ask(question).then(
        (answer) => {
          if (!isAsked || answer === undefined) return;
          setHasFailed(false);
          setAnswered({ question, answer });
        },
        () => isAsked && setHasFailed(true),
      );
    const timer = pause > 0 ? setTimeout(ask, pause) : undefined;
    if (timer === undefined) ask();
    return () => {
      isAsked = false;
      clearTimeout(timer);
    };
  }, [worker, question, pause, again]);
  const retry = useCallback(() => {
    setHasFailed(false);
    setAgain((times) => times + 1);
  }, []);
  return { answered, isCurrent: question !== undefined && answered?.question === question, hasFailed, retry };
}
