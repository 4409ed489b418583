/** One worker that serves all questions of its kind: it starts with the first, and anew after it has failed. */
export class OneWorker {
  #worker: Worker | undefined;
  #questions = 0;

  constructor(readonly start: () => Worker) {}

  get current(): Worker {
    this.#worker ??= this.start();
    return this.#worker;
  }

  /** The id of another question. */
  nextId(): number {
    this.#questions += 1;
    return this.#questions;
  }

  /** What has failed once is started anew when it is asked again. */
  forget(): void {
    this.#worker = undefined;
  }
}
