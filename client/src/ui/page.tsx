import { createContext, useContext, useState, type ReactNode } from 'react';
import { ScrollView, View } from 'react-native';
import { SPACE } from '@/theme/layout';

const Scroller = createContext<HTMLElement | null>(null);

/** The element in which the page around scrolls; nothing before it is there. */
export function useScroller(): HTMLElement | null {
  return useContext(Scroller);
}

/** One scrolling page of a place; lines stay short enough to read on any screen. */
export function Page({ children, most = 640 }: { children: ReactNode; most?: number }) {
  const [view, setView] = useState<ScrollView | null>(null);
  return (
    <Scroller value={(view?.getScrollableNode() as HTMLElement | undefined) ?? null}>
      <ScrollView
        ref={setView}
        contentContainerStyle={{ padding: SPACE.l, paddingBottom: SPACE.xxl * 2 }}
        keyboardShouldPersistTaps="handled"
      >
        <View style={{ width: '100%', maxWidth: most, alignSelf: 'center', gap: SPACE.l }}>{children}</View>
      </ScrollView>
    </Scroller>
  );
}
