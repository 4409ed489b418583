/**
 * Lets a worker answer what it is asked (`OneWorker`).
 *
 * @param answer - gives the answer, or nothing where the question is given up; `isLatest` says whether no newer one has come since
 */
export function answering<Q, A>(
  answer: (question: Q, isLatest: () => boolean) => A | undefined | Promise<A | undefined>,
): void {
  let latest = 0;
  onmessage = ({ data: { id, question } }: MessageEvent<{ id: number; question: Q }>) => {
    latest = id;
    void (async () => postMessage({ id, answer: await answer(question, () => latest === id) }))().catch(
      (error: unknown) => {
        // Told as the worker's own error, which whoever asked is listening for.
        setTimeout(() => {
          throw error;
        });
      },
    );
  };
}
