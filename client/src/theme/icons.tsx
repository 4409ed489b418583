import Svg, { Path } from 'react-native-svg';
import { ICON_PATHS } from './icon-paths';

interface IconProps {
  name: string;
  color?: string | undefined;
  size: number;
}

/** Draws an icon as a path, so that no icon font is shipped. It says nothing to a screen reader: its button does. */
export function Icon({ name, color, size }: IconProps) {
  return (
    <Svg width={size} height={size} viewBox="0 0 24 24" style={{ flexShrink: 0 }} aria-hidden>
      <Path d={ICON_PATHS[name as keyof typeof ICON_PATHS]} fill={color ?? 'currentColor'} />
    </Svg>
  );
}
