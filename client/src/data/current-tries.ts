import { checkRehearsal, type Try } from '@fidens/core';
import { keptValues } from '@/storage/kept-state';

const NONE: readonly Try[] = [];

/** What is being tried in each course just now, before it is kept under a name; the browser keeps it. */
export const currentTries = keptValues('rehearsal', NONE, (kept) => {
  const checked = checkRehearsal({ name: 'now', tries: kept });
  return checked.ok ? checked.value.tries : undefined;
});

/** Tries in a course from now on; none where there are none left. */
export function setTries(courseId: string, tries: readonly Try[]): void {
  currentTries.set(courseId, tries.length === 0 ? NONE : tries);
}
