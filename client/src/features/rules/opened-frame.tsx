import type { ReactNode } from 'react';
import { View } from 'react-native';
import { SPACE } from '@/theme/layout';
import { useColours } from '@/theme/paper-theme';

/** What a line of the rules opens to. */
export function OpenedFrame({ children }: { children: ReactNode }) {
  const c = useColours();
  return (
    <View
      style={{
        backgroundColor: c.card,
        borderColor: c.rule,
        borderWidth: 1,
        borderRadius: 16,
        padding: SPACE.m,
      }}
    >
      {children}
    </View>
  );
}
