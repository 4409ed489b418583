import { startTransition, useState } from 'react';
import type { LayoutChangeEvent } from 'react-native';

/**
 * How wide a view is, in pixels; 0 until that is known. What is drawn to its width is drawn a few milliseconds at a time.
 *
 * @returns the width, and what the view calls when it is laid out
 */
export function useWidth(): [number, (event: LayoutChangeEvent) => void] {
  const [width, setWidth] = useState(0);
  return [width, ({ nativeEvent }) => startTransition(() => setWidth(nativeEvent.layout.width))];
}
