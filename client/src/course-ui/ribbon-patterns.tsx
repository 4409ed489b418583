import { memo } from 'react';
import { Circle, Defs, Pattern, Rect } from 'react-native-svg';
import { useColours } from '@/theme/paper-theme';

/** What lost, tried and forecast points are filled with; `id` sets one ribbon's apart from another's. */
export const RibbonPatterns = memo(function RibbonPatterns({ id }: { id: string }) {
  const { ask, askSoft, hatch, dots, card } = useColours();
  return (
    <Defs>
      <Pattern
        id={`hatch${id}`}
        width={6}
        height={6}
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(45)"
      >
        <Rect width={6} height={6} fill={card} />
        <Rect width={2} height={6} fill={hatch} />
      </Pattern>
      <Pattern id={`tried${id}`} width={5} height={5} patternUnits="userSpaceOnUse">
        <Rect width={5} height={5} fill={askSoft} />
        <Circle cx={2.5} cy={2.5} r={1.6} fill={ask} />
      </Pattern>
      <Pattern id={`dots${id}`} width={6} height={6} patternUnits="userSpaceOnUse">
        <Circle cx={3} cy={3} r={1.3} fill={dots} />
      </Pattern>
    </Defs>
  );
});
