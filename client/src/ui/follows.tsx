import { memo, useDeferredValue, useState, type ReactNode } from 'react';
import { View } from 'react-native';
import { useInView } from 'react-intersection-observer';

interface FollowsProps<T> {
  value: T;
  /** Whether the value has not changed for a while. */
  isResting: boolean;
  /** What is drawn of the value; null where there is nothing to it. */
  draw: (value: T) => ReactNode;
}

/**
 * A part of a page that follows a value. In sight it follows each change, a few milliseconds at a time; out of sight it waits until the value
 * rests, or until somebody comes to it, so that who types does not wait for what nobody sees.
 */
export const Follows = memo(function Follows<T>({ value, isResting, draw }: FollowsProps<T>) {
  // Where a device cannot tell, everything is in sight.
  const { ref, inView } = useInView({ initialInView: true, skip: !('IntersectionObserver' in globalThis) });
  const [followed, setFollowed] = useState(() => value);
  if (followed !== value && (inView || isResting)) setFollowed(() => value);
  const drawn = draw(useDeferredValue(followed));
  return (
    <View ref={ref as never} style={drawn === null && { display: 'none' }}>
      {drawn}
    </View>
  );
}) as <T>(props: FollowsProps<T>) => ReactNode;
