import { defaultRangeExtractor, useVirtualizer } from '@tanstack/react-virtual';
import { memo, useLayoutEffect, useRef, useState, type ReactNode, type RefObject } from 'react';
import { View } from 'react-native';
import { useScroller } from './page';

interface LongListProps<R extends { readonly key: string }> {
  rows: readonly R[];
  /** About how high a row is, in pixels, before it is measured. */
  heightOf: (row: R) => number;
  row: (row: R) => ReactNode;
  /** The row that is worked in: it stays, and is brought into sight when it changes or grows. */
  held?: string | undefined;
}

/** Up to this many rows all are drawn: they can be found with the browser's own search, and jumped to. */
const ALL = 80;

/** Rows of any number inside a page: of many, only those near the sight are drawn. */
export function LongList<R extends { readonly key: string }>(props: LongListProps<R>) {
  const { rows, row } = props;
  if (rows.length > ALL) return <OnlyInSight {...props} />;
  return (
    <View>
      {rows.map((each) => (
        <Drawn key={each.key} of={each} row={row as DrawnProps['row']} />
      ))}
    </View>
  );
}

interface DrawnProps {
  of: { readonly key: string };
  row: (row: never) => ReactNode;
}

/** One row: where only the list moves or is measured, it stays as it was drawn. */
const Drawn = memo(function Drawn({ of, row }: DrawnProps) {
  return row(of as never);
});

function OnlyInSight<R extends { readonly key: string }>({ rows, heightOf, row, held }: LongListProps<R>) {
  const scroller = useScroller();
  const list = useRef<HTMLDivElement>(null);
  const [top, setTop] = useState(0);
  const heldAt = held === undefined ? -1 : rows.findIndex(({ key }) => key === held);
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller,
    // React Native's own `scrollTo` on this element means something else than the browser's.
    scrollToFn: (offset, { adjustments = 0 }) => {
      if (scroller) scroller.scrollTop = offset + adjustments;
    },
    estimateSize: (index) => heightOf(rows[index]!),
    getItemKey: (index) => rows[index]!.key,
    rangeExtractor: (range) => {
      const found = defaultRangeExtractor(range);
      return heldAt < 0 || found.includes(heldAt) ? found : [...found, heldAt].sort((a, b) => a - b);
    },
    overscan: 4,
    scrollMargin: top,
    // Rows beyond the sight are there already: none is waited for while scrolling.
    useFlushSync: false,
  });
  useTopIn(scroller, list, setTop);
  const items = virtual.getVirtualItems();
  const heldSize = items.find(({ index }) => index === heldAt)?.size;
  useLayoutEffect(() => {
    if (heldAt >= 0) virtual.scrollToIndex(heldAt, { align: 'auto' });
    // Only another held row, and one that grows, is a reason to scroll.
    // oxlint-disable-next-line react/exhaustive-deps
  }, [held, heldSize]);
  return (
    <div
      ref={list}
      style={{ height: virtual.getTotalSize(), contain: 'size layout style', overflowAnchor: 'none' }}
    >
      {items.map(({ key, index, start }, at) => (
        <Placed
          key={key}
          of={rows[index]!}
          row={row as DrawnProps['row']}
          index={index}
          below={start - (items[at - 1]?.end ?? top)}
          measure={virtual.measureElement}
        />
      ))}
    </div>
  );
}

interface PlacedProps extends DrawnProps {
  index: number;
  /** How far below the row that is drawn before it, or the list's top. */
  below: number;
  measure: (element: HTMLElement | null) => void;
}

/** A row where it belongs: those that are drawn follow one another, and one that grows moves the rest at once. */
const Placed = memo(function Placed({ index, below, measure, ...drawn }: PlacedProps) {
  return (
    <div ref={measure} data-index={index} style={{ marginTop: below }}>
      <Drawn {...drawn} />
    </div>
  );
});

/**
 * How far down in what scrolls an element stands. What is above it can change at any time; it is measured where that has changed how high
 * the page is, or the element itself, once these are laid out.
 */
function useTopIn(
  scroller: HTMLElement | null,
  element: RefObject<HTMLElement | null>,
  tell: (top: number) => void,
): void {
  useLayoutEffect(() => {
    if (!scroller || !element.current) return undefined;
    const below = element.current;
    const measure = () =>
      tell(
        Math.round(
          below.getBoundingClientRect().top - scroller.getBoundingClientRect().top + scroller.scrollTop,
        ),
      );
    measure();
    const observer = new ResizeObserver(measure);
    for (const each of [scroller.firstElementChild, below]) if (each) observer.observe(each);
    return () => observer.disconnect();
  }, [scroller, element, tell]);
}
