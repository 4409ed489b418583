import { useEffect } from 'react';

/** What the Tab key stops at. */
const STOPS = 'a[href], button, input, textarea, select, [tabindex]:not([tabindex="-1"])';

/** What had the focus, what it stood in from the inside out, and the stops before and after it. */
interface Held {
  readonly element: Element;
  readonly around: readonly Element[];
  readonly before: readonly HTMLElement[];
  readonly after: readonly HTMLElement[];
}

/**
 * Focus never falls to the page's body because what had it went away: a piece that was deleted or filed, a rule that was taken, an offer that was
 * accepted. The nearest stop that is left in the same group takes it, the one after before the one before; else one in the group around.
 */
export function useKeptFocus(): void {
  useEffect(() => {
    let held: Held | undefined;
    const onFocus = ({ target }: FocusEvent) => {
      held = target instanceof HTMLElement ? heldAt(target) : undefined;
    };
    const observer = new MutationObserver(() => {
      const lost = held;
      if (!lost || lost.element.isConnected) return;
      held = undefined;
      // What gives the focus to something itself does so as soon as it is drawn.
      afterDrawing(() => {
        const { activeElement } = document;
        if (activeElement === null || activeElement === document.body) nearest(lost)?.focus();
      });
    });
    document.addEventListener('focusin', onFocus);
    observer.observe(document.body, { childList: true, subtree: true });
    return () => {
      document.removeEventListener('focusin', onFocus);
      observer.disconnect();
    };
  }, []);
}

function afterDrawing(act: () => void): void {
  requestAnimationFrame(() => requestAnimationFrame(act));
}

function heldAt(element: HTMLElement): Held {
  const stops = Array.from(document.querySelectorAll<HTMLElement>(STOPS));
  const place = stops.indexOf(element);
  const around: Element[] = [];
  for (let at = element.parentElement; at; at = at.parentElement) around.push(at);
  return {
    element,
    around,
    before: stops.slice(0, Math.max(0, place)).reverse(),
    after: stops.slice(place + 1),
  };
}

/** The nearest stop that is left: from the innermost group that is still there outward. */
function nearest({ around, before, after }: Held): HTMLElement | undefined {
  const isLeft = (stop: HTMLElement) => stop.isConnected && stop.checkVisibility();
  const groups = around.filter((group) => group.isConnected);
  for (const group of groups) {
    const found =
      after.find((stop) => isLeft(stop) && group.contains(stop)) ??
      before.find((stop) => isLeft(stop) && group.contains(stop));
    if (found) return found;
  }
  return undefined;
}
