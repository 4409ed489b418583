import type { ReactNode } from 'react';
import { View } from 'react-native';
import { SPACE } from '../theme/layout';
import { useColours } from '../theme/paper-theme';

interface PanelProps {
  label: string;
  /** What it is about: something that asks for a decision, or what is chosen. */
  tone: 'ask' | 'primary';
  /** Stays in sight while a long list scrolls. */
  sticky?: boolean;
  children: ReactNode;
}

/** A framed part of a page with what is about to happen and the ways to decide it. */
export function Panel({ label, tone, sticky = false, children }: PanelProps) {
  const c = useColours();
  return (
    <View
      role="region"
      aria-label={label}
      style={{
        backgroundColor: c.card,
        borderColor: c[tone],
        borderWidth: 2,
        borderRadius: 20,
        padding: SPACE.m,
        gap: SPACE.s,
        ...(sticky && { position: 'sticky' as never, bottom: SPACE.s }),
      }}
    >
      {children}
    </View>
  );
}
