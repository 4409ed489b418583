import { useEffect } from 'react';
import { Snackbar } from 'react-native-paper';
import { dismissNotice, redoLast, undoLast, useSteps } from '@/data/undo';

/** The offer to take back what was just done, or to do it again, at the foot of the screen; and the keys for both. */
export function UndoNotice() {
  const { notice, past } = useSteps();
  useUndoKeys();
  return (
    <Snackbar
      // Each notice has its own time: one that follows another is not taken away with it.
      key={notice && `${past.length} ${notice.text}`}
      visible={notice !== undefined}
      onDismiss={dismissNotice}
      duration={8_000}
      wrapperStyle={{ maxWidth: 520, alignSelf: 'center' }}
      {...(notice?.offer && {
        action: { label: notice.offer, onPress: notice.offer === 'Redo' ? redoLast : undoLast },
      })}
    >
      {notice?.text ?? ''}
    </Snackbar>
  );
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
