import { useEffect, type RefObject } from 'react';
import type { View } from 'react-native';
import { useLatest } from './use-latest';

/** On the web a view is an element of the page; elsewhere it is none. */
type Frame = RefObject<View | null>;
function elementOf({ current }: Frame): HTMLElement | null {
  const element = current as unknown as HTMLElement | null;
  return typeof element?.addEventListener === 'function' ? element : null;
}

/** Escape, anywhere in a frame. */
export function useEscape(frame: Frame, onEscape: () => void): void {
  const leave = useLatest(onEscape);
  useEffect(() => {
    const element = elementOf(frame);
    const onKey = (event: KeyboardEvent) => event.key === 'Escape' && leave();
    element?.addEventListener('keydown', onKey);
    return () => element?.removeEventListener('keydown', onKey);
  }, [frame, leave]);
}

/** Several lines that are pasted into a field of one line, which would lose where each begins. */
export function usePastedLines(frame: Frame, onLines: (text: string) => void): void {
  const take = useLatest(onLines);
  useEffect(() => {
    const element = elementOf(frame);
    const onPaste = (event: ClipboardEvent) => {
      const text = event.clipboardData?.getData('text/plain') ?? '';
      if (!(event.target instanceof HTMLInputElement) || !text.trim().includes('\n')) return;
      event.preventDefault();
      take(text);
    };
    element?.addEventListener('paste', onPaste);
    return () => element?.removeEventListener('paste', onPaste);
  }, [frame, take]);
}

/** What is pasted anywhere in a frame, as a page too where it was copied from one. */
export function usePasted(frame: Frame, onPasted: (pasted: { text: string; html?: string }) => void): void {
  const take = useLatest(onPasted);
  useEffect(() => {
    const element = elementOf(frame);
    const onPaste = (event: ClipboardEvent) => {
      const [text, html] = ['text/plain', 'text/html'].map(
        (type) => event.clipboardData?.getData(type) ?? '',
      );
      if (!html && !text?.trim().includes('\n')) return;
      event.preventDefault();
      take({ text: text ?? '', ...(html && { html }) });
    };
    element?.addEventListener('paste', onPaste);
    return () => element?.removeEventListener('paste', onPaste);
  }, [frame, take]);
}

/** Brings a frame that has just come into sight, clear of what stands at the foot of the screen. */
export function useInSight(frame: Frame): void {
  useEffect(() => {
    elementOf(frame)?.scrollIntoView?.({ block: 'center' });
  }, [frame]);
}
