/** Does one piece of work after the other, and lets the browser do what waits before each: a slow phone answers to touches meanwhile. */
export async function inPieces(work: readonly (() => unknown)[]): Promise<void> {
  for (const piece of work) {
    await othersTurn();
    piece();
  }
}

/** Lets the browser do what waits, without waiting longer. */
export function othersTurn(): Promise<void> {
  return new Promise((resolve) => {
    const { port1, port2 } = new MessageChannel();
    port1.onmessage = () => {
      port1.close();
      resolve();
    };
    port2.postMessage(undefined);
  });
}
