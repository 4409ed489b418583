import { useEffect } from 'react';
import { Snackbar } from 'react-native-paper';
import { useCourses } from '@/data/courses';
import { useNow } from '@/data/now';
import { dismissNotice, redoLast, undoLast, useSteps } from '@/data/undo';
import { compute } from '@/model/computed';
import { gradeWords } from '@/wording/words';

/**
 * The offer to take back what was just done, or to do it again, with where the course stands then; and the keys for both. It stands
 * below the page, not on it: nothing that is needed next is covered.
 */
export function UndoNotice() {
  const { notice, past } = useSteps();
  const stands = useStandingWords(notice?.courseId);
  useUndoKeys();
  const isShown = notice !== undefined;
  useEffect(() => {
    // The page has become lower: what is worked in stays in sight.
    if (isShown) document.activeElement?.scrollIntoView({ block: 'nearest' });
  }, [isShown]);
  return (
    <Snackbar
      // Each notice has its own time: one that follows another is not taken away with it.
      key={notice && `${past.length} ${notice.text}`}
      visible={notice !== undefined}
      onDismiss={dismissNotice}
      duration={8_000}
      wrapperStyle={{ position: 'relative', maxWidth: 520, alignSelf: 'center' }}
      {...(notice?.offer && {
        action: { label: notice.offer, onPress: notice.offer === 'Redo' ? redoLast : undoLast },
      })}
    >
      {[notice?.text, stands].filter(Boolean).join(' · ')}
    </Snackbar>
  );
}

/** "standing B+ 88.7" */
function useStandingWords(courseId: string | undefined): string | undefined {
  const now = useNow();
  const course = useCourses().data?.find(({ id }) => id === courseId);
  if (!course) return undefined;
  const { outlooks, letters } = compute(course.document, now);
  if (!outlooks.standing.worth) return undefined;
  const { letter, percent } = gradeWords(outlooks.standing, letters);
  return `standing ${letter} ${percent}`;
}

/**
 * Control and Z, with Shift to do again. In a field they are the field's own once something was typed there; before, as right after
 * Enter has led on to it, they are for what was done last.
 */
function useUndoKeys(): void {
  useEffect(() => {
    let typedIn: EventTarget | null = null;
    const onType = ({ target }: Event) => {
      typedIn = target;
    };
    const onFocus = () => {
      typedIn = null;
    };
    const onKey = (event: KeyboardEvent) => {
      // What Enter has kept is no longer the field's own.
      if (event.key === 'Enter') typedIn = null;
      const isUndo = (event.ctrlKey || event.metaKey) && !event.altKey && event.key.toLowerCase() === 'z';
      if (!isUndo || (typedIn !== null && event.target === typedIn)) return;
      event.preventDefault();
      if (event.shiftKey) redoLast();
      else undoLast();
    };
    window.addEventListener('input', onType);
    window.addEventListener('focusin', onFocus);
    // Before a field sees the key, as fields keep keys to themselves.
    window.addEventListener('keydown', onKey, true);
    return () => {
      window.removeEventListener('input', onType);
      window.removeEventListener('focusin', onFocus);
      window.removeEventListener('keydown', onKey, true);
    };
  }, []);
}
