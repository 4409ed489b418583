import type { Progress } from './one-worker';

/**
 * Lets a worker answer what it is asked (`OneWorker`).
 *
 * @param answer - gives the answer, or nothing where the question is given up; `isLatest` says whether no newer one has come since, `tell` says how far it is
 */
export function answering<Q, A>(
  answer: (
    question: Q,
    isLatest: () => boolean,
    tell: (progress: Progress) => void,
  ) => A | undefined | Promise<A | undefined>,
): void {
  let latest = 0;
  onmessage = ({ data: { id, question } }: MessageEvent<{ id: number; question: Q }>) => {
    latest = id;
    void (async () =>
      postMessage({
        id,
        answer: await answer(
          question,
          () => latest === id,
          (progress) => postMessage({ id, progress }),
        ),
      }))().catch((error: unknown) => {
      // Told as the worker's own error, which whoever asked is listening for.
      setTimeout(() => {
        throw error;
      });
    });
  };
}
