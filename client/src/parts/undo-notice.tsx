import { useSyncExternalStore } from 'react';
import { Snackbar } from 'react-native-paper';

interface Undo {
  /** What was done: "Field logs deleted, with 6 pieces". */
  done: string;
  undo: () => void;
}

let shown: Undo | undefined;
const listeners = new Set<() => void>();

function show(next: Undo | undefined): void {
  shown = next;
  for (const listener of listeners) listener();
}

/** Offers to take back what was just done. */
export function showUndo(undo: Undo): void {
  show(undo);
}

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

/** The offer to take back, at the foot of the screen. */
export function UndoNotice() {
  const current = useSyncExternalStore(
    subscribe,
    () => shown,
    () => shown,
  );
  return (
    <Snackbar
      visible={current !== undefined}
      onDismiss={() => show(undefined)}
      duration={8_000}
      wrapperStyle={{ maxWidth: 520, alignSelf: 'center' }}
      action={{ label: 'Undo', onPress: () => current?.undo() }}
    >
      {current?.done ?? ''}
    </Snackbar>
  );
}
