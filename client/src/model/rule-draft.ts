import {
  applyEdits,
  checkCourse,
  checkEdits,
  pieces,
  statusOf,
  type Course,
  type Edit,
  type Effect,
} from '@fidens/core';
import { useCallback, useMemo, useState } from 'react';
import type { ShownCourse } from '@/data/answers';
import { useNow } from '@/data/now';
import { remember } from '@/data/undo';
import { changeLines, placeWords } from '@/rules/change-words';
import { keptValues } from '@/storage/kept-state';
import { effectBetween } from './computed';
import { useChange } from './use-change';
import { withAlong } from './with-along';

const NONE: readonly Edit[] = [];

/** Changes of a course's rules that wait to be kept, for each course. */
const drafts = keptValues('rules', NONE, (kept) => {
  const edits = checkEdits(kept);
  return edits.ok ? edits.value : undefined;
});

function setDraft(courseId: string, edits: readonly Edit[]): void {
  drafts.set(courseId, edits.length === 0 ? NONE : edits);
}

/**
 * Changes a course's rules; `done` says in words what was done, where that deserves a notice. Answers why they were not changed,
 * where that was refused.
 */
export type EditRules = (edits: readonly Edit[], done?: string) => string | undefined;

/** A course's rules as they are being changed. */
export interface RuleDraft {
  /** The course with the changes that wait, for the Rules page alone. */
  readonly course: ShownCourse;
  /** What they do; nothing where none wait. */
  readonly effect: Effect | undefined;
  /** Changes the rules; what would break the course is refused, and says why. */
  readonly edit: EditRules;
  /** Why the last change was refused, if it was. */
  readonly refused: string | undefined;
  readonly keep: () => void;
  readonly discard: () => void;
}

/**
 * The rules of a course, changed without fear: where the course has scores, a change that does something to its numbers waits
 * until it is kept or discarded. Without scores, and where nothing but words change, it is kept at once.
 */
export function useRuleDraft(kept: ShownCourse): RuleDraft {
  const now = useNow();
  const change = useChange(kept);
  const waiting = drafts.use(kept.id);
  const { document } = kept;
  const [refused, setRefused] = useState<string>();
  const fit = useMemo(
    () => (waiting.length > 0 ? applied(document, waiting) : undefined),
    [document, waiting],
  );
  const drafted = fit && 'course' in fit ? fit.course : undefined;
  const effect = useMemo(
    () => (drafted ? effectBetween(document, drafted, now) : undefined),
    [document, drafted, now],
  );
  const make = useCallback(
    (edits: readonly Edit[], done?: string) => {
      const all = drafted ? [...waiting, ...edits] : edits;
      const after = applied(document, all);
      setRefused('reason' in after ? after.reason : undefined);
      if ('reason' in after) return after.reason;
      if (drafted || (hasScores(document) && doesSomething(effectBetween(document, after.course, now))))
        wait(kept.id, waiting, all, done ?? changeLines(document, edits)[0]?.what ?? document.title);
      else change(edits, done);
      return undefined;
    },
    [change, document, drafted, kept.id, now, waiting],
  );
  const edit = useCallback(
    (edits: readonly Edit[], done?: string) =>
      withAlong(drafted ?? document, edits, (all) => make(all, done)),
    [document, drafted, make],
  );
  return {
    course: drafted ? { ...kept, document: drafted } : kept,
    effect,
    edit,
    refused:
      refused ?? (fit && 'reason' in fit ? `What waited does not fit any more: ${fit.reason}` : undefined),
    keep: () => {
      change(waiting, 'The rules are changed');
      setDraft(kept.id, NONE);
    },
    discard: () => wait(kept.id, waiting, NONE, 'The changed rules discarded'),
  };
}

/** Lets changed rules wait; what waited before can be had back. */
function wait(courseId: string, before: readonly Edit[], after: readonly Edit[], done: string): void {
  setDraft(courseId, after);
  const step = { done, undo: () => setDraft(courseId, before), redo: () => setDraft(courseId, after) };
  remember(step, after.length === 0);
}

/** The course with changes, or why it would not be right with them. */
export function applied(document: Course, edits: readonly Edit[]): { course: Course } | { reason: string } {
  const edited = applyEdits(document, edits);
  if (!edited.ok) return { reason: edited.faults[0]!.message };
  const checked = checkCourse(edited.course);
  if (checked.ok) return { course: edited.course };
  const reasons = checked.faults.map(({ at, message }) => `${placeWords(edited.course, at)}: ${message}`);
  return { reason: reasons.join('; ') };
}

function hasScores(document: Course): boolean {
  return pieces(document).some((piece) => statusOf(piece) === 'scored');
}

function doesSomething({ changesGrades, pieces: otherwise }: Effect): boolean {
  return changesGrades || otherwise.length > 0;
}
