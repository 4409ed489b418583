import { handedInNow, outlooks, planCourse, simulate } from '@fidens/core';
import type { ChanceAnswer, ChanceQuestion } from './chance-question';

/** So many runs are made before the worker looks whether another question has come. */
const AT_ONCE = 2000;

let latest = 0;

/** Answers the latest question; an older one is given up as soon as another comes. */
onmessage = ({ data }: MessageEvent<ChanceQuestion>) => {
  latest = data.id;
  void answer(data).catch((error: unknown) => {
    // Told as the worker's own error, which whoever asked is listening for.
    setTimeout(() => {
      throw error;
    });
  });
};

async function answer({ id, course, record, now, assumptions }: ChanceQuestion): Promise<void> {
  const simulation = simulate(outlooks(handedInNow(course, now).course, now), assumptions, {
    record: planCourse(record, now),
  });
  if ('why' in simulation) return tell({ id, chance: simulation });
  while (simulation.go(AT_ONCE)) {
    await new Promise((resolve) => setTimeout(resolve, 0));
    if (latest !== id) return;
  }
  tell({ id, chance: simulation.result() });
}

function tell(answer: ChanceAnswer): void {
  postMessage(answer);
}
