import { explaining, plainAnswer } from '@fidens/core';
import { readList } from '@fidens/core/reading';
import type { Answered, Asked, SchoolAnswer, SchoolQuestion } from './school-question';

/** The newest question of each kind: an older one is given up. */
const latest: Partial<Record<SchoolQuestion['kind'], number>> = {};

onmessage = ({ data: { id, question } }: MessageEvent<Asked>) => {
  latest[question.kind] = id;
  const tell = (answer: SchoolAnswer) => postMessage({ id, answer } satisfies Answered);
  if (question.kind === 'read') {
    const read = readList(question);
    tell(read.ok ? { kind: 'read', answer: read.value } : { kind: 'refused', why: read.faults[0]!.message });
    return;
  }
  void explain(id, question, tell).catch((error: unknown) => {
    // Told as the worker's own error, which whoever asked is listening for.
    setTimeout(() => {
      throw error;
    });
  });
};

async function explain(
  id: number,
  { course, figure, now }: Extract<SchoolQuestion, { kind: 'explain' }>,
  tell: (answer: SchoolAnswer) => void,
): Promise<void> {
  const steps = explaining(course, figure, now);
  for (;;) {
    const { done, value } = steps.next();
    if (done) return tell({ kind: 'explain', answer: plainAnswer(value) });
    await new Promise((resolve) => setTimeout(resolve, 0));
    if (latest.explain !== id) return;
  }
}
