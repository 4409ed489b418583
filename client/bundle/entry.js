import '@expo/metro-runtime';
// Where the page's script came from, by which workers are found, is known only while it is run for the first time.
import 'expo';
import { ctx } from 'expo-router/_ctx';
import { App } from 'expo-router/build/qualified-entry';
import { renderRootComponent } from 'expo-router/build/renderRootComponent';
import { askEarly } from '../src/data/early';

/**
 * How Fidens begins: as the router's own entry does, but one step at a time. The router runs what stands around every page before it draws
 * anything, all in one go; between these steps the browser has its turn.
 */
const STEPS = [
  () => ctx('./_layout.tsx'),
  () => ctx('./(places)/_layout.tsx'),
  () => renderRootComponent(App),
];

function go([step, ...rest]) {
  step();
  if (rest.length > 0) setTimeout(go, 0, rest);
}

askEarly();
setTimeout(go, 0, STEPS);
