import type { ReactNode } from 'react';
import { ScrollView, View } from 'react-native';
import { SPACE } from '../theme/layout';

/** One scrolling page of a place; lines stay short enough to read on any screen. */
export function Page({ children, most = 640 }: { children: ReactNode; most?: number }) {
  return (
    <ScrollView
      contentContainerStyle={{ padding: SPACE.l, paddingBottom: SPACE.xxl * 2 }}
      keyboardShouldPersistTaps="handled"
    >
      <View style={{ width: '100%', maxWidth: most, alignSelf: 'center', gap: SPACE.l }}>{children}</View>
    </ScrollView>
  );
}
