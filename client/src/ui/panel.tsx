import type { ReactNode } from 'react';
import { View } from 'react-native';
import { SPACE } from '@/theme/layout';
import { useColours } from '@/theme/paper-theme';

interface PanelProps {
  label: string;
  /** What it is about: something that asks for a decision, or what is chosen. */
  tone: 'ask' | 'primary';
  /** Stays in sight while a long page scrolls: at the foot of it, or at its head. */
  sticky?: boolean | 'top';
  /** What it is about is no record. */
  dashed?: boolean;
  children: ReactNode;
}

/** A framed part of a page with what is about to happen and the ways to decide it. */
export function Panel({ label, tone, sticky = false, dashed = false, children }: PanelProps) {
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
        borderStyle: dashed ? 'dashed' : 'solid',
        ...(sticky && { position: 'sticky' as never, zIndex: 2 }),
        ...(sticky === 'top' ? { top: SPACE.s } : sticky && { bottom: SPACE.s }),
      }}
    >
      {children}
    </View>
  );
}
