import { useColorScheme } from 'react-native';
import { deviceSetting } from '@/storage/device-setting';
import { DARK_THEME, LIGHT_THEME, type Theme } from './paper-theme';

/** What the student chose: a theme, or whatever the system has. */
export type Appearance = 'system' | 'light' | 'dark';

export const appearance = deviceSetting<Appearance>('fidens.appearance', ['system', 'light', 'dark']);

export function useChosenTheme(): Theme {
  const system = useColorScheme();
  const chosen = appearance.use();
  const dark = chosen === 'system' ? system === 'dark' : chosen === 'dark';
  return dark ? DARK_THEME : LIGHT_THEME;
}
