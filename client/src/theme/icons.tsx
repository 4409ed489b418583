import {
  mdiAccountOutline,
  mdiCheck,
  mdiChevronDown,
  mdiChevronLeft,
  mdiChevronRight,
  mdiChevronUp,
  mdiClose,
  mdiEye,
  mdiEyeOff,
  mdiMagnify,
  mdiMapMarkerPath,
  mdiMinus,
  mdiPlus,
  mdiTrashCanOutline,
} from '@mdi/js';
import Svg, { Path } from 'react-native-svg';

/** Every icon of the application by the name that Paper and our screens know it by. */
const ICONS = {
  account: mdiAccountOutline,
  check: mdiCheck,
  close: mdiClose,
  'chevron-down': mdiChevronDown,
  'chevron-left': mdiChevronLeft,
  'chevron-right': mdiChevronRight,
  'chevron-up': mdiChevronUp,
  eye: mdiEye,
  'eye-off': mdiEyeOff,
  magnify: mdiMagnify,
  minus: mdiMinus,
  path: mdiMapMarkerPath,
  plus: mdiPlus,
  delete: mdiTrashCanOutline,
};

export type IconName = keyof typeof ICONS;

interface IconProps {
  name: string;
  color?: string | undefined;
  size: number;
}

/** Draws an icon as a path, so that no icon font is shipped. It says nothing to a screen reader: its button does. */
export function Icon({ name, color, size }: IconProps) {
  return (
    <Svg width={size} height={size} viewBox="0 0 24 24" aria-hidden>
      <Path d={ICONS[name as IconName]} fill={color ?? 'currentColor'} />
    </Svg>
  );
}
