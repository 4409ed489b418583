import { createElement, useMemo } from 'react';
import UIManager from 'react-native-web/dist/exports/UIManager';
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
const ASKS = /^(on(Layout|Press|Click|\w*Responder(Capture)?|Responder\w+)|dir|href|hrefAttrs|lang)$/;
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
 * @param ref - who is given the element, if anybody is (`useAttached`)
 * @param dir - which way its text runs, where it is text
 */
export function drawn(usual, given, writingDirection, ref, dir) {
  const type = propsToAccessibilityComponent(given) ?? usual;
  const dom = createDOMProps(type, given, { writingDirection });
  if (ref) dom.ref = ref;
  if (dir) dom.dir = dir;
  return createElement(type, dom);
}

/** Gives an element to who asked for it, with what every view and text can be asked on other platforms: where it is and how large. */
export function useAttached(ref) {
  return useMemo(() => (ref ? attachedTo(ref) : undefined), [ref]);
}

function attachedTo(ref) {
  return (node) => {
    if (node) measured(node);
    if (typeof ref === 'function') ref(node);
    else ref.current = node;
  };
}

function measured(node) {
  node.measure = (callback) => UIManager.measure(node, callback);
  node.measureLayout = (relativeTo, success, failure) =>
    UIManager.measureLayout(node, relativeTo, failure, success);
  node.measureInWindow = (callback) => UIManager.measureInWindow(node, callback);
}
