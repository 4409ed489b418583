import type { ReactNode } from 'react';
import { View } from 'react-native';
import { Text } from 'react-native-paper';
import { SPACE } from '@/theme/layout';
import { TEXT_STRONG, useColours } from '@/theme/paper-theme';
import { Row } from './box';

interface GradeCardProps {
  title: string;
  letter: string;
  percent: string;
  /** What it holds for, line by line. */
  lines: readonly string[];
  /** It is no record. */
  dashed?: boolean;
  children?: ReactNode;
}

/** One grade among several that stand side by side: what it is, its letter and percent, and what it holds for. */
export function GradeCard({ title, letter, percent, lines, dashed = false, children }: GradeCardProps) {
  const c = useColours();
  return (
    <View
      style={{
        flexGrow: 1,
        backgroundColor: c.card,
        borderColor: dashed ? c.ask : c.rule,
        borderStyle: dashed ? 'dashed' : 'solid',
        borderWidth: dashed ? 1.5 : 1,
        borderRadius: 16,
        padding: SPACE.m,
        gap: 2,
      }}
    >
      <Text variant="titleSmall" style={{ color: c.soft }}>
        {title}
      </Text>
      <Row gap="s" align="baseline">
        <Text variant={letter.length > 3 ? 'titleMedium' : 'headlineMedium'} style={{ flexShrink: 1 }}>
          {letter}
        </Text>
        <Text variant="titleMedium" style={{ fontFamily: TEXT_STRONG }}>
          {percent}
        </Text>
      </Row>
      {lines.map((line) => (
        <Text key={line} variant="bodySmall" style={{ color: c.soft }}>
          {line}
        </Text>
      ))}
      {children}
    </View>
  );
}
