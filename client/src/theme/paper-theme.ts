import { MD3DarkTheme, MD3LightTheme, useTheme, type MD3Theme } from 'react-native-paper';
import { DARK, LIGHT, type Colours } from './colours';

/** A font that the page declares (`public/index.html`), and until it is there one of the same measures. */
const family = (name: string) => `${name}, "${name} stand-in", sans-serif`;

export const TEXT = family('Figtree_400Regular');
export const TEXT_MEDIUM = family('Figtree_500Medium');
export const TEXT_STRONG = family('Figtree_600SemiBold');
export const DISPLAY = family('BricolageGrotesque_700Bold');
/** The same, for our name alone: it is there before all other words. */
export const NAME = family('Fidens_700Bold');

const text = (fontSize: number, lineHeight: number, fontFamily: string = TEXT, letterSpacing = 0) => ({
  fontFamily,
  fontSize,
  lineHeight,
  letterSpacing,
  fontWeight: 'normal' as const,
  fontVariant: ['tabular-nums' as const],
});

/** All sizes of Paper's, each whole: nothing is to be made of its own. */
const fonts = {
  displayLarge: text(60, 62, DISPLAY, -1),
  displayMedium: text(44, 46, DISPLAY, -0.8),
  displaySmall: text(32, 36, DISPLAY, -0.5),
  headlineLarge: text(28, 34, DISPLAY, -0.3),
  headlineMedium: text(24, 30, DISPLAY, -0.2),
  headlineSmall: text(20, 26, DISPLAY, -0.1),
  titleLarge: text(22, 28, TEXT_MEDIUM),
  titleMedium: text(17, 23, TEXT_MEDIUM),
  titleSmall: text(15, 20, TEXT_MEDIUM),
  bodyLarge: text(17, 25),
  bodyMedium: text(15, 21),
  bodySmall: text(13, 18),
  labelLarge: text(15, 20, TEXT_MEDIUM),
  labelMedium: text(13, 17, TEXT_MEDIUM),
  labelSmall: text(12, 16, TEXT_MEDIUM),
  // Text inside other text has no size of its own, but the family must be ours.
  default: { fontFamily: TEXT, fontWeight: 'normal' as const, letterSpacing: 0 },
};

/** Paper's theme with our colours beside its own. */
export type Theme = MD3Theme & { ours: Colours };

function themed(base: MD3Theme, ours: Colours): Theme {
  return {
    ...base,
    roundness: 4,
    // Nothing fades or slides: each such step is drawn by the page's own thread, which has what was typed to answer.
    animation: { ...base.animation, scale: 0 },
    fonts,
    ours,
    colors: {
      ...base.colors,
      primary: ours.primary,
      onPrimary: ours.onPrimary,
      primaryContainer: ours.primarySoft,
      onPrimaryContainer: ours.onPrimarySoft,
      secondary: ours.primary,
      onSecondary: ours.onPrimary,
      secondaryContainer: ours.primarySoft,
      onSecondaryContainer: ours.onPrimarySoft,
      tertiary: ours.ask,
      tertiaryContainer: ours.askSoft,
      onTertiaryContainer: ours.onAskSoft,
      background: ours.paper,
      onBackground: ours.ink,
      surface: ours.card,
      onSurface: ours.ink,
      surfaceVariant: ours.pale,
      onSurfaceVariant: ours.soft,
      outline: ours.segment,
      outlineVariant: ours.rule,
      error: ours.error,
      inverseSurface: ours.secured,
      inverseOnSurface: ours.onSecured,
      inversePrimary: ours.askSoft,
      elevation: {
        level0: 'transparent',
        level1: ours.card,
        level2: ours.card,
        level3: ours.card,
        level4: ours.card,
        level5: ours.card,
      },
    },
  };
}

export const LIGHT_THEME = themed(MD3LightTheme, LIGHT);
export const DARK_THEME = themed(MD3DarkTheme, DARK);

/** The theme in force. */
export function useFidensTheme(): Theme {
  return useTheme<Theme>();
}

export function useColours(): Colours {
  return useFidensTheme().ours;
}
