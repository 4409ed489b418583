import './first/ask';
import './first/compute';
import '@expo/metro-runtime';
// Where the page's script came from, by which workers are found, is known only while it is run for the first time.
import 'expo/src/winter/ImportMetaRegistry';
import { ctx } from 'expo-router/_ctx';
import { App } from 'expo-router/build/qualified-entry';
import { renderRootComponent } from 'expo-router/build/renderRootComponent';
import { LIGHT_THEME } from '../src/theme/paper-theme';

/**
 * How Fidens begins: as the router's own entry does, but one step at a time. The router runs what stands around every page before it draws
 * anything, all in one go; between these steps the browser has its turn.
 */
const STEPS = [
  fetchFonts,
  () => require('expo'),
  fetchPieces,
  () => ctx('./_layout.tsx'),
  // What is only named is run then, too: a module is run when it is first used.
  () => LIGHT_THEME,
  () => ctx('./(places)/_layout.tsx'),
  () => App,
  () => renderRootComponent(App),
];

/** The fonts that no word needs before the application is drawn: scripts come before them. */
function fetchFonts() {
  for (const face of document.fonts)
    if (!face.family.includes('stand-in')) face.load().catch(() => undefined);
}

/** What is cut into pieces (scripts/build.mjs) is fetched in all of them, and is there once the last has come. */
function fetchPieces() {
  const fetchOne = globalThis.__loadBundleAsync;
  globalThis.__loadBundleAsync = (paths) => Promise.all([paths].flat().map((path) => fetchOne(path)));
}

function go([step, ...rest]) {
  step();
  if (rest.length > 0) setTimeout(go, 0, rest);
}

setTimeout(go, 0, STEPS);
