import { usePathname } from 'expo-router';
import {
  createContext,
  useContext,
  useEffect,
  useLayoutEffect,
  useRef,
  useState,
  type ReactNode,
  type Ref,
} from 'react';
import { ScrollView, View } from 'react-native';
import { SPACE } from '@/theme/layout';

const Scroller = createContext<HTMLElement | null>(null);

/** The element in which the page around scrolls; nothing before it is there. */
export function useScroller(): HTMLElement | null {
  return useContext(Scroller);
}

interface PageProps {
  /** What the page is, for the window's title; the name of what it is about first. */
  title: string;
  children: ReactNode;
  most?: number;
  /** Whether all of it stands: before, it cannot be as far down as it was left. */
  isDrawn?: boolean;
}

/** One scrolling page of a place; lines stay short enough to read on any screen. */
export function Page({ title, children, most = 640, isDrawn = true }: PageProps) {
  const { view, scroller } = usePage(title, isDrawn);
  return (
    <Scroller value={scroller}>
      <ScrollView
        ref={view}
        contentContainerStyle={{ padding: SPACE.l, paddingBottom: SPACE.xxl * 2 }}
        keyboardShouldPersistTaps="handled"
      >
        <View style={{ width: '100%', maxWidth: most, alignSelf: 'center', gap: SPACE.l }}>{children}</View>
      </ScrollView>
    </Scroller>
  );
}

/**
 * What makes a scrolling view a page: the window has its title, and who comes to it begins at its heading.
 *
 * @returns what takes the view (its `ref`), and the element in which it scrolls once that is there
 */
export function usePage(
  title: string,
  isDrawn = true,
): { view: Ref<ScrollView>; scroller: HTMLElement | null } {
  const [view, setView] = useState<ScrollView | null>(null);
  const scroller = (view?.getScrollableNode() as HTMLElement | undefined) ?? null;
  useTitle(title);
  useArrival(scroller, isDrawn);
  return { view: setView, scroller };
}

/** The window's title while a page stands. */
export function useTitle(title: string): void {
  useEffect(() => {
    if (typeof document !== 'undefined') document.title = title === '' ? 'Fidens' : `${title} – Fidens`;
  }, [title]);
}

/** How far each address was scrolled when it was left, for who comes back to it. */
const left = new Map<string, number>();
/** The address that was last arrived at, and whether a link leads to the next: else the browser's own way back does. */
let last: string | undefined;
let followsLink = false;
if (typeof document !== 'undefined')
  document.addEventListener?.(
    'click',
    ({ target }) => {
      followsLink = target instanceof Element && target.closest('a') !== null;
    },
    true,
  );

/**
 * Notes that an address was come to.
 *
 * @returns how far down it begins; nothing for the first page of a window, which nobody has left another for, and for one that is drawn anew
 */
function arriveAt(path: string): number | undefined {
  const isNew = last !== undefined && last !== path;
  const place = followsLink ? 0 : (left.get(path) ?? 0);
  last = path;
  followsLink = false;
  return isNew ? place : undefined;
}

/** For a screen that is no page: whether it was come to from one, whose place the focus has lost. */
export function useCameFromPage(): boolean {
  const path = usePathname();
  const [came] = useState(() => last !== undefined && last !== path);
  useLayoutEffect(() => {
    arriveAt(path);
  }, [path]);
  return came;
}

/**
 * Coming to a page: its heading takes the focus, where nothing in it has, so that a screen reader and the next Tab begin there; who comes
 * back finds it as far down as it was left.
 */
function useArrival(scroller: HTMLElement | null, isDrawn: boolean): void {
  const path = usePathname();
  /** How far down who has just come begins. */
  const begins = useRef<number>(undefined);
  useLayoutEffect(() => {
    if (!scroller?.addEventListener) return;
    begins.current = arriveAt(path);
    if (begins.current === undefined) return;
    scrollDown(scroller, begins.current);
    requestAnimationFrame(() => focusHeading(scroller));
  }, [scroller, path]);
  // As soon as the page is another, so that what it does itself is not noted for the one before.
  useLayoutEffect(() => {
    if (!scroller?.addEventListener || !isDrawn) return undefined;
    const place = begins.current;
    begins.current = undefined;
    // What is drawn later can have moved it.
    const again = requestAnimationFrame(() => place && scrollDown(scroller, place));
    if (place) scrollDown(scroller, place);
    const note = () => left.set(path, scroller.scrollTop);
    scroller.addEventListener('scroll', note, { passive: true });
    return () => {
      cancelAnimationFrame(again);
      scroller.removeEventListener('scroll', note);
    };
  }, [scroller, path, isDrawn]);
}

function scrollDown(page: HTMLElement, place: number): void {
  page.scrollTop = place;
}

/** Gives the focus to a page's heading, unless something in the page has it that is not the link which has led here. */
function focusHeading(page: HTMLElement): void {
  const { activeElement } = document;
  const hasIt = activeElement && activeElement !== document.body && page.contains(activeElement);
  if (hasIt && !activeElement.matches('a[aria-current="page"]')) return;
  const heading = page.querySelector<HTMLElement>('h1');
  if (!heading) return;
  heading.tabIndex = -1;
  heading.style.outline = 'none';
  heading.focus({ preventScroll: true });
}
