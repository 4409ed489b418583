import type { Phrase } from '@fidens/core';
import { memo, type ReactNode } from 'react';
import { View, type StyleProp, type TextStyle } from 'react-native';
import { Text } from 'react-native-paper';
import { SPACE } from '@/theme/layout';
import { TEXT_STRONG, useColours } from '@/theme/paper-theme';

/** Sentences of the core, what matters most set off. */
export function Phrases({
  phrases,
  variant = 'bodyLarge',
}: {
  phrases: readonly Phrase[];
  variant?: 'bodyLarge' | 'bodyMedium';
}) {
  const { askSoft, onAskSoft } = useColours();
  return (
    <Text variant={variant}>
      {phrases.map(({ text, strong }, index) => (
        <Text
          key={index}
          style={
            strong
              ? { backgroundColor: askSoft, color: onAskSoft, borderRadius: 4, paddingHorizontal: 2 }
              : undefined
          }
        >
          {text}
        </Text>
      ))}
    </Text>
  );
}

/** A word in a rounded field: a state, a target, a choice that is in force. */
export const WordChip = memo(function WordChip({
  children,
  tone,
}: {
  children: ReactNode;
  tone: 'ask' | 'quiet' | 'secured' | 'pale';
}) {
  const c = useColours();
  const [background, colour] = {
    ask: [c.askSoft, c.onAskSoft],
    quiet: [c.primarySoft, c.onPrimarySoft],
    secured: [c.secured, c.onSecured],
    pale: [c.pale, c.onPale],
  }[tone];
  return (
    <View
      style={{ backgroundColor: background, borderRadius: 12, paddingHorizontal: 10, paddingVertical: 4 }}
    >
      <Text variant="labelMedium" numberOfLines={1} style={{ color: colour }}>
        {children}
      </Text>
    </View>
  );
});

/** A second text that explains. */
export const Soft = memo(function Soft({
  children,
  style,
}: {
  children: ReactNode;
  style?: StyleProp<TextStyle>;
}) {
  const { soft } = useColours();
  return (
    <Text variant="bodyMedium" style={[{ color: soft }, style]}>
      {children}
    </Text>
  );
});

/** What is wrong, beside what it is about. */
export function Wrong({ id, children }: { id?: string; children: ReactNode }) {
  const { error } = useColours();
  return (
    <Text
      {...(id !== undefined && { nativeID: id })}
      variant="bodySmall"
      role="alert"
      style={{ color: error }}
    >
      {children}
    </Text>
  );
}

/** A title of a part of a page, with what stands at its right end. */
export const SectionTitle = memo(function SectionTitle({
  children,
  end,
  level = 2,
}: {
  children: ReactNode;
  end?: ReactNode;
  level?: number;
}) {
  return (
    <View
      style={{ flexDirection: 'row', alignItems: 'baseline', gap: SPACE.s, justifyContent: 'space-between' }}
    >
      <Text variant="headlineSmall" role="heading" aria-level={level} style={{ flexShrink: 1 }}>
        {children}
      </Text>
      {end}
    </View>
  );
});

/** A number in strong figures. */
export function Figure({ children, style }: { children: ReactNode; style?: StyleProp<TextStyle> }) {
  const { ink } = useColours();
  return (
    <Text variant="titleMedium" style={[{ color: ink, fontFamily: TEXT_STRONG }, style]}>
      {children}
    </Text>
  );
}
