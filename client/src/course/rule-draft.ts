import {
  applyEdits,
  checkCourse,
  effectOf,
  pieces,
  statusOf,
  type Course,
  type Edit,
  type Effect,
} from '@fidens/core';
import { useCallback, useMemo, useState, useSyncExternalStore } from 'react';
import type { StoredCourse } from '../data/courses';
import { useNow } from '../data/session';
import { useChange } from '../data/use-change';
import { placeWords } from './change-words';

/** Changes of a course's rules that wait to be kept, for each course; they outlive the page, not the window. */
const drafts = new Map<string, readonly Edit[]>();
const NONE: readonly Edit[] = [];
const listeners = new Set<() => void>();

function setDraft(courseId: string, edits: readonly Edit[]): void {
  if (edits.length === 0) drafts.delete(courseId);
  else drafts.set(courseId, edits);
  for (const listener of listeners) listener();
}

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

/** A course's rules as they are being changed. */
export interface RuleDraft {
  /** The course with the changes that wait, for the Rules page alone. */
  readonly course: StoredCourse;
  /** What they do; nothing where none wait. */
  readonly effect: Effect | undefined;
  /** Changes the rules; what would break the course is refused, and says why. */
  readonly edit: (edits: readonly Edit[], done?: string) => void;
  /** Why the last change was refused, if it was. */
  readonly refused: string | undefined;
  readonly keep: () => void;
  readonly discard: () => void;
}

/**
 * The rules of a course, changed without fear: where the course has scores, a change that does something to its numbers waits
 * until it is kept or discarded. Without scores, and where nothing but words change, it is kept at once.
 */
export function useRuleDraft(kept: StoredCourse): RuleDraft {
  const now = useNow();
  const change = useChange(kept);
  const read = () => drafts.get(kept.id) ?? NONE;
  const waiting = useSyncExternalStore(subscribe, read, read);
  const { document } = kept;
  const [refused, setRefused] = useState<string>();
  const drafted = useMemo(() => draftOf(document, waiting), [document, waiting]);
  const effect = useMemo(
    () => (drafted ? effectOf(document, drafted, now) : undefined),
    [document, drafted, now],
  );
  const edit = useCallback(
    (edits: readonly Edit[], done?: string) => {
      const all = drafted ? [...waiting, ...edits] : edits;
      const after = applied(document, all);
      setRefused('reason' in after ? after.reason : undefined);
      if ('reason' in after) return;
      if (drafted || (hasScores(document) && doesSomething(effectOf(document, after.course, now))))
        setDraft(kept.id, all);
      else change(edits, done);
    },
    [change, document, drafted, kept.id, now, waiting],
  );
  return {
    course: drafted ? { ...kept, document: drafted } : kept,
    effect,
    edit,
    refused,
    keep: () => {
      change(waiting, 'The rules are changed');
      setDraft(kept.id, NONE);
    },
    discard: () => setDraft(kept.id, NONE),
  };
}

/** The course with changes that fit it; nothing where there are none, or where they no longer fit. */
function draftOf(document: Course, edits: readonly Edit[]): Course | undefined {
  if (edits.length === 0) return undefined;
  const after = applied(document, edits);
  return 'course' in after ? after.course : undefined;
}

/** The course with changes, or why it would not be right with them. */
function applied(document: Course, edits: readonly Edit[]): { course: Course } | { reason: string } {
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
