import type { Ref } from 'react';
import { View, type ViewProps } from 'react-native';
import { SPACE } from '@/theme/layout';

interface BoxProps extends Omit<ViewProps, 'style'> {
  gap: keyof typeof SPACE;
  ref?: Ref<View>;
  align?: keyof typeof ALIGN;
}

const ALIGN = { start: 'flex-start', center: 'center', end: 'flex-end', baseline: 'baseline' } as const;

/** What stands below one another. */
export function Stack({ gap, align, ...view }: BoxProps) {
  return <View {...view} style={[{ gap: SPACE[gap] }, align && { alignItems: ALIGN[align] }]} />;
}

interface RowProps extends BoxProps {
  /** What has no room goes on below. */
  wrap?: boolean;
}

/** What stands beside one another. */
export function Row({ gap, align, wrap = false, ...view }: RowProps) {
  return (
    <View
      {...view}
      style={[
        { flexDirection: 'row', gap: SPACE[gap] },
        wrap && { flexWrap: 'wrap' },
        align && { alignItems: ALIGN[align] },
      ]}
    />
  );
}
