import { draggable, dropTargetForElements } from '@atlaskit/pragmatic-drag-and-drop/element/adapter';
import { useEffect, useRef, useState } from 'react';

/** On which part of a row something is held: its upper or lower edge, or the row itself. */
export type Edge = 'before' | 'after' | 'into';

interface DragRow {
  id: string;
  /** Whether things can be put into it, not only before and after. */
  takes: boolean;
  canTake: (dragged: string) => boolean;
  onDrop: (dragged: string, edge: Edge) => void;
}

/**
 * Makes a row one that can be dragged by its grip and dropped upon, where there is a pointer.
 *
 * @returns refs of the row and its grip, and on which part of it something is held just now
 */
export function useDragRow({ id, takes, canTake, onDrop }: DragRow) {
  const row = useRef<HTMLElement>(null);
  const grip = useRef<HTMLElement>(null);
  const [held, setHeld] = useState<Edge>();
  const latest = useRef({ takes, canTake, onDrop });
  useEffect(() => {
    latest.current = { takes, canTake, onDrop };
  });
  useEffect(() => {
    const [element, dragHandle] = [row.current, grip.current];
    if (!element || !dragHandle) return undefined;
    const edgeOf = (y: number) => edgeAt(y, element.getBoundingClientRect(), latest.current.takes);
    const stop = [
      draggable({ element, dragHandle, getInitialData: () => ({ id }) }),
      dropTargetForElements({
        element,
        canDrop: ({ source }) => latest.current.canTake(String(source.data.id)),
        onDrag: ({ location }) => setHeld(edgeOf(location.current.input.clientY)),
        onDragLeave: () => setHeld(undefined),
        onDrop: ({ source, location }) => {
          setHeld(undefined);
          latest.current.onDrop(String(source.data.id), edgeOf(location.current.input.clientY));
        },
      }),
    ];
    return () => stop.forEach((end) => end());
  }, [id]);
  return { row, grip, held };
}

function edgeAt(y: number, { top, height }: DOMRect, takes: boolean): Edge {
  const part = (y - top) / height;
  if (takes) return part < 0.3 ? 'before' : 'into';
  return part < 0.5 ? 'before' : 'after';
}
