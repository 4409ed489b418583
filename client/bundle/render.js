import { startTransition } from 'react';
import { createRoot, hydrateRoot } from 'react-dom/client';
import { createSheet } from 'react-native-web/dist/exports/StyleSheet/dom';

/**
 * Draws the application into its page, a few milliseconds at a time, and not before the browser has had its turn: what is touched or typed
 * meanwhile is not kept waiting until all of it stands. React Native for the web draws it in one go.
 */
export default function render(element, place) {
  createSheet(place);
  const root = createRoot(place);
  setTimeout(() => startTransition(() => root.render(element)));
  return root;
}

export function hydrate(element, place) {
  createSheet(place);
  return hydrateRoot(place, element);
}
