import { useSyncExternalStore } from 'react';
import { useColorScheme } from 'react-native';
import { DARK_THEME, LIGHT_THEME, type Theme } from './paper-theme';

/** What the student chose: a theme, or whatever the system has. */
export type Appearance = 'system' | 'light' | 'dark';

const KEY = 'fidens.appearance';
const listeners = new Set<() => void>();

function read(): Appearance {
  const kept = globalThis.localStorage?.getItem(KEY);
  return kept === 'light' || kept === 'dark' ? kept : 'system';
}

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

export function chooseAppearance(appearance: Appearance): void {
  globalThis.localStorage?.setItem(KEY, appearance);
  for (const listener of listeners) listener();
}

export function useAppearance(): Appearance {
  return useSyncExternalStore(subscribe, read, read);
}

export function useChosenTheme(): Theme {
  const system = useColorScheme();
  const chosen = useAppearance();
  const dark = chosen === 'system' ? system === 'dark' : chosen === 'dark';
  return dark ? DARK_THEME : LIGHT_THEME;
}
