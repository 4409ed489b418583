import { Text as SvgText } from 'react-native-svg';
import { TEXT, TEXT_STRONG, useColours } from '@/theme/paper-theme';

interface AxisTextProps {
  x: number;
  y: number;
  anchor?: 'start' | 'middle' | 'end';
  /** What the eye should find: a cut-off's letter. */
  strong?: boolean;
  children: string;
}

/** A word or number in a drawing. */
export function AxisText({ x, y, anchor = 'start', strong = false, children }: AxisTextProps) {
  const c = useColours();
  return (
    <SvgText
      x={x}
      y={y}
      fill={strong ? c.ink : c.soft}
      fontSize={12}
      fontFamily={strong ? TEXT_STRONG : TEXT}
      textAnchor={anchor}
    >
      {children}
    </SvgText>
  );
}
