import { atomic, classic } from 'react-native-web/dist/exports/StyleSheet/compiler';
import { createSheet } from 'react-native-web/dist/exports/StyleSheet/dom';
import { preprocess } from 'react-native-web/dist/exports/StyleSheet/preprocess';
import { localizeStyle } from 'styleq/transform-localize-style';
import { inline } from './inline-style';

/**
 * Styles as the package for the web has them, with the same results: what was made once is the same class, what is written where it is used
 * stands in the element. There each of the latter is copied five times, by helpers for browsers that are no more, whenever an element is
 * drawn; this takes a third of that.
 */
const sheet = createSheet();
const made = new WeakMap();

function create(styles) {
  for (const [name, style] of Object.entries(styles)) {
    if (style == null || style.$$css === true) continue;
    const isReset = name.includes('$raw');
    const [compiled, rules] = isReset ? classic(style, name.split('$raw')[0]) : atomic(preprocess(style));
    for (const [texts, order] of rules) for (const text of texts) sheet.insert(text, order);
    made.set(style, compiled);
  }
  return styles;
}

/**
 * What an element gets for its styles, the last of which is in force.
 *
 * @param styles - a style, or a list of any depth with gaps
 * @returns the names of its classes, and what stands in the element
 */
function StyleSheet(styles, { writingDirection } = {}) {
  const isRtl = writingDirection === 'rtl';
  const seen = { names: [], className: '', own: null };
  take(styles, isRtl, seen);
  return [seen.className, seen.own && inline(seen.own, isRtl)];
}

/** Goes through styles from the last to the first: what a later one says holds. */
function take(style, isRtl, seen) {
  if (style == null || style === false) return;
  if (Array.isArray(style)) {
    for (let at = style.length - 1; at >= 0; at -= 1) take(style[at], isRtl, seen);
    return;
  }
  const compiled = made.get(style) ?? (style.$$css && style);
  if (compiled) takeClasses(localizeStyle(compiled, isRtl), seen);
  else takeOwn(preprocess(style), seen);
}

function takeClasses(style, seen) {
  let classes = '';
  for (const name in style) {
    if (name === '$$css' || seen.names.includes(name)) continue;
    seen.names.push(name);
    if (style[name] !== null) classes += classes === '' ? style[name] : ` ${style[name]}`;
  }
  if (classes !== '') seen.className = seen.className === '' ? classes : `${classes} ${seen.className}`;
}

function takeOwn(style, seen) {
  let own = null;
  for (const name in style) {
    const value = style[name];
    if (value === undefined || seen.names.includes(name)) continue;
    seen.names.push(name);
    if (value !== null) (own ??= {})[name] = value;
  }
  if (own) seen.own = Object.assign(own, seen.own);
}

const absoluteFillObject = { position: 'absolute', left: 0, right: 0, top: 0, bottom: 0 };

export default Object.assign(StyleSheet, {
  absoluteFill: create({ x: { ...absoluteFillObject } }).x,
  absoluteFillObject,
  compose: (one, other) => [one, other],
  create,
  flatten: (...styles) =>
    Object.assign({}, ...styles.flat(Infinity).filter((style) => style && typeof style === 'object')),
  getSheet: () => ({ id: sheet.id, textContent: sheet.getTextContent() }),
  hairlineWidth: 1,
});
