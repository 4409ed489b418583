import type { ReactNode } from 'react';
import { ScrollView, View } from 'react-native';
import { SPACE, useColumns } from '@/theme/layout';
import { useColours } from '@/theme/paper-theme';

/** What stands at the right of a wide screen, where a change on the left is seen. */
export function Aside({ label, children }: { label: string; children: ReactNode }) {
  const c = useColours();
  const { aside } = useColumns();
  return (
    <View
      role="complementary"
      aria-label={label}
      style={{
        width: '31%',
        minWidth: 300,
        maxWidth: aside,
        backgroundColor: c.card,
        borderLeftWidth: 1,
        borderColor: c.rule,
      }}
    >
      {/* What stands there may have nothing to stop at: the keys that scroll need the focus. */}
      <ScrollView tabIndex={0} contentContainerStyle={{ padding: SPACE.xl, gap: SPACE.l }}>
        {children}
      </ScrollView>
    </View>
  );
}
