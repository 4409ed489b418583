import type { ReactNode } from 'react';
import { Text } from 'react-native-paper';
import { useColours } from '@/theme/paper-theme';
import { Row } from '@/ui/box';

interface SentenceProps {
  /** What it is about, for a screen reader. */
  label: string;
  children: ReactNode;
}

/** A rule as a sentence whose parts that can be otherwise are fields. */
export function Sentence({ label, children }: SentenceProps) {
  return (
    <Row role="group" aria-label={label} gap="s" align="center" wrap>
      {children}
    </Row>
  );
}

/** Words of a sentence between its fields. */
export function Words({ children }: { children: ReactNode }) {
  useColours();
  return <Text variant="bodyMedium">{children}</Text>;
}
