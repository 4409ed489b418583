import { createElement } from 'react';
import propsToAccessibilityComponent from 'react-native-web/dist/modules/AccessibilityUtil/propsToAccessibilityComponent';
import createDOMProps from 'react-native-web/dist/modules/createDOMProps';
import * as forwarded from 'react-native-web/dist/modules/forwardedProps';

/** What a view or a text that is only drawn hands on to its element. */
const HANDED_ON = new Set(
  [
    forwarded.defaultProps,
    forwarded.accessibilityProps,
    forwarded.clickProps,
    forwarded.focusProps,
    forwarded.keyboardProps,
    forwarded.mouseProps,
    forwarded.touchProps,
    forwarded.styleProps,
  ].flatMap((names) => Object.keys(names)),
);
for (const name of ['onScroll', 'onWheel', 'pointerEvents']) HANDED_ON.add(name);

/** What only the package's own does: it listens, measures, leads elsewhere or is written in another direction. */
const ASKS = /^(on(Layout|Press|Click|\w*Responder(Capture)?|Responder\w+)|dir|href|hrefAttrs|lang|ref)$/;
const asks = new Map();

/**
 * What is handed on to the element of a view or a text that is only drawn.
 *
 * @returns nothing for one that asks for more
 */
export function handedOn(props) {
  const given = {};
  for (const name in props) {
    if (!asks.has(name)) asks.set(name, ASKS.test(name));
    if (asks.get(name)) return undefined;
    if (HANDED_ON.has(name)) given[name] = props[name];
  }
  return given;
}

/**
 * The element of a page for what is only drawn.
 *
 * @param usual - its kind, where its role has none of its own
 * @param dir - which way its text runs, where it is text
 */
export function drawn(usual, given, writingDirection, dir) {
  const type = propsToAccessibilityComponent(given) ?? usual;
  const dom = createDOMProps(type, given, { writingDirection });
  if (dir) dom.dir = dir;
  return createElement(type, dom);
}
