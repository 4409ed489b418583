import { newCourses, readList } from '@fidens/core/reading';
import { answering } from '../answering';
import { newId } from '../new-id';
import type { IncomingAnswer, IncomingQuestion } from './incoming-question';

answering<IncomingQuestion, IncomingAnswer>((question) => {
  if (question.kind === 'beside') {
    const read = readList(question);
    return read.ok ? { kind: 'beside', answer: read.value } : { kind: 'refused', faults: read.faults };
  }
  const made = newCourses(question, newId);
  return made.ok ? { kind: 'new', answer: made.value } : { kind: 'refused', faults: made.faults };
});
