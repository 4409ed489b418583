import { useEffect } from 'react';
import { Snackbar } from 'react-native-paper';
import { dismissNotice, redoLast, undoLast, useSteps } from '@/data/undo';

/** The offer to take back what was just done, or to do it again, at the foot of the screen; and the keys for both. */
export function UndoNotice() {
  const { notice } = useSteps();
  useUndoKeys();
  return (
    <Snackbar
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

/** Control and Z, with Shift to do again; in a field of text they are the field's own. */
function useUndoKeys(): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const isUndo = (event.ctrlKey || event.metaKey) && !event.altKey && event.key.toLowerCase() === 'z';
      if (!isUndo || event.target instanceof HTMLInputElement) return;
      event.preventDefault();
      if (event.shiftKey) redoLast();
      else undoLast();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
}
