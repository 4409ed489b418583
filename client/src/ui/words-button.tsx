import type { ReactNode } from 'react';
import { Pressable } from 'react-native';
import { Text } from 'react-native-paper';
import { useColours } from '@/theme/paper-theme';

interface WordsButtonProps {
  /** What it opens, for a screen reader; begins with the words that are seen. */
  label: string;
  isOpen: boolean;
  onPress: () => void;
  children: ReactNode;
}

/** Words of a rule that open to its fields: as they stand in a sentence, underlined. */
export function WordsButton({ label, isOpen, onPress, children }: WordsButtonProps) {
  const c = useColours();
  return (
    <Pressable
      role="button"
      aria-expanded={isOpen}
      aria-label={label}
      onPress={onPress}
      hitSlop={8}
      style={{ minHeight: 28, justifyContent: 'center', flexShrink: 1 }}
    >
      <Text
        variant="bodyMedium"
        style={{
          color: isOpen ? c.primary : c.ink,
          textDecorationLine: 'underline',
          textDecorationStyle: isOpen ? 'solid' : 'dashed',
          textDecorationColor: isOpen ? c.primary : c.segment,
          // What native builds do not know leaves the line where it is.
          ...({ textUnderlineOffset: 4 } as object),
        }}
      >
        {children}
      </Text>
    </Pressable>
  );
}
