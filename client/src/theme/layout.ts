import { useWindowDimensions } from 'react-native';

/** From this width on, places stand in a rail and a course shows two of its pages at once. */
const WIDE = 1000;

export function useIsWide(): boolean {
  return useWindowDimensions().width >= WIDE;
}

/** From this width on there is room to set each of the columns wider. */
const ROOMY = 1600;

/** How wide the page in the middle of a wide screen is at most, and what stands beside it. */
export function useColumns(): { readonly page: number; readonly aside: number } {
  return useWindowDimensions().width >= ROOMY ? { page: 1000, aside: 600 } : { page: 760, aside: 460 };
}

/** Below this height a page's head leaves its room to what the page is for. */
const SHORT = 720;

export function useIsShort(): boolean {
  return useWindowDimensions().height < SHORT;
}

/** Distances, in pixels. */
export const SPACE = { xs: 4, s: 8, m: 12, l: 16, xl: 24, xxl: 36 } as const;
export const TOUCH = 44;

/** Below this height, as on a screen that is enlarged four times, what is fixed takes as little as can be touched. */
const LOW = 400;

export function useIsLow(): boolean {
  return useWindowDimensions().height < LOW;
}

/** How high the bar of places stands at the foot of a phone. */
export function usePlacesHeight(): number {
  return useIsLow() ? 45 : 69;
}
