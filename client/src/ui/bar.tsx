import { memo } from 'react';
import { View } from 'react-native';
import { useColours } from '@/theme/paper-theme';

interface BarProps {
  /** How long it is, in percent of the whole. */
  percent: number;
  tone: 'segment' | 'primary' | 'ask';
}

const HEIGHT = 8;

/** A length beside a number that says the same in words. */
export const Bar = memo(function Bar({ percent, tone }: BarProps) {
  const c = useColours();
  const shape = { height: HEIGHT, borderRadius: HEIGHT / 2 };
  return (
    <View aria-hidden style={{ ...shape, backgroundColor: c.pale }}>
      <View style={{ ...shape, width: `${percent}%`, backgroundColor: c[tone] }} />
    </View>
  );
});
