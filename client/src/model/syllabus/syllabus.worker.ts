import {
  courseOfFacts,
  decide,
  findFacts,
  keptText,
  newVersionOf,
  textOfFile,
  textOfPaste,
} from '@fidens/core/syllabus';
import { answering } from '../answering';
import { newId } from '../new-id';
import type { SyllabusAnswer, SyllabusQuestion } from './syllabus-question';

answering<SyllabusQuestion, SyllabusAnswer>((question) => {
  if (question.kind === 'text') {
    const { source } = question;
    const read = 'bytes' in source ? textOfFile(source) : textOfPaste(source);
    return read.ok ? { kind: 'text', text: read.value } : { kind: 'refused', faults: read.faults };
  }
  const { text, near, decisions, course, ...unsaid } = question;
  const found = findFacts(text, near);
  const decided = decide(found.facts, decisions, near);
  const made = courseOfFacts(decided.taken, unsaid);
  const old =
    course?.syllabus === undefined
      ? undefined
      : courseOfFacts(findFacts(course.syllabus, near).facts, unsaid);
  return {
    kind: 'read',
    read: {
      ...found,
      text,
      decided,
      kept: keptText(text, found.facts),
      given: made.ok ? made.value.given : [],
      faults: made.ok ? [] : made.faults,
      ...(made.ok && { course: made.value.course }),
      ...(made.ok &&
        course && { version: newVersionOf(course, old?.ok ? old.value : undefined, made.value, newId) }),
    },
  };
});
