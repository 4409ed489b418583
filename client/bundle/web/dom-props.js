import StyleSheet from 'react-native-web/dist/exports/StyleSheet';
import * as forwarded from 'react-native-web/dist/modules/forwardedProps';
import propsToAriaRole from 'react-native-web/dist/modules/AccessibilityUtil/propsToAriaRole';

/** Names whose newer form is another word than their older one. */
const NEWER = {
  accessibilityColumnCount: 'aria-colcount',
  accessibilityColumnIndex: 'aria-colindex',
  accessibilityColumnSpan: 'aria-colspan',
  accessibilityLiveRegion: 'aria-live',
};

/** Lists of the elements that an element speaks of. */
const LISTS = new Set([
  'aria-controls',
  'aria-describedby',
  'aria-details',
  'aria-flowto',
  'aria-keyshortcuts',
  'aria-labelledby',
  'aria-owns',
]);

/** What every property is called in the element; nothing for those that are looked at by themselves. */
const CALLED = new Map(
  Object.keys(forwarded.accessibilityProps)
    .filter((name) => name.startsWith('a'))
    .map((name) => [
      name,
      NEWER[name] ?? name.replace(/^accessibility(.*)/, (_, rest) => `aria-${rest.toLowerCase()}`),
    ]),
);
for (const name of [
  'accessibilityDisabled',
  'accessibilityRole',
  'aria-disabled',
  'dataSet',
  'focusable',
  'id',
  'nativeID',
  'pointerEvents',
  'role',
  'style',
  'tabIndex',
  'testID',
])
  CALLED.set(name, undefined);

const POINTER = StyleSheet.create({
  auto: { pointerEvents: 'auto' },
  'box-none': { pointerEvents: 'box-none' },
  'box-only': { pointerEvents: 'box-only' },
  none: { pointerEvents: 'none' },
});

const BY_KEYBOARD = new Set(['a', 'button', 'input', 'select', 'textarea']);
const ROLES_BY_KEYBOARD = new Set(['button', 'checkbox', 'link', 'radio', 'textbox', 'switch']);
const TAB_STOPS = new Set([0, '0', -1, '-1']);
const SWITCHED = new Set(['button', 'form', 'input', 'select', 'textarea']);
const TYPED = new Set(['input', 'select', 'textarea']);

/**
 * The properties of an element of a page, from those of a view: with the same results as the package for the web, which asks for each of ninety
 * names whenever an element is drawn. This asks for those that are there.
 */
export default function createDOMProps(type, props, options) {
  const given = props ?? {};
  const dom = {};
  for (const name in given) {
    if (!CALLED.has(name)) dom[name] = given[name];
    else if (given[name] != null) say(dom, CALLED.get(name), name, given, type);
  }
  const role = propsToAriaRole(given);
  if (role != null) dom.role = role === 'none' ? 'presentation' : role;
  tell(dom, given, type);
  const stop = tabStop(type, role, given);
  if (stop !== undefined) dom.tabIndex = stop;
  const { style, pointerEvents } = given;
  const [className, own] = StyleSheet(pointerEvents ? [style, POINTER[pointerEvents]] : style, options);
  if (className) dom.className = className;
  if (own) dom.style = own;
  if (type === 'button' && dom.type == null) dom.type = 'button';
  return dom;
}

/** What is told to who hears or reads the page otherwise. */
function say(dom, called, name, given, type) {
  // A newer name holds where both are given.
  if (called === undefined || (called !== name && given[called] != null)) return;
  const value = given[name];
  if (called === 'aria-hidden') {
    if (value === true) dom[called] = true;
  } else if (called === 'aria-live') dom[called] = value === 'none' ? 'off' : value;
  else dom[called] = LISTS.has(called) && Array.isArray(value) ? value.join(' ') : value;
  if (called === 'aria-readonly' && TYPED.has(type)) dom.readOnly = true;
  if (called === 'aria-required' && TYPED.has(type)) dom.required = value;
}

/** Whether it is switched off, its own names, and what is noted in it. */
function tell(dom, given, type) {
  const { accessibilityDisabled, id, nativeID, testID, dataSet } = given;
  if ((given['aria-disabled'] || accessibilityDisabled) === true) {
    dom['aria-disabled'] = true;
    if (SWITCHED.has(type)) dom.disabled = true;
  }
  if (id != null || nativeID != null) dom.id = id ?? nativeID;
  if (testID != null) dom['data-testid'] = testID;
  for (const name in dataSet)
    if (dataSet[name] != null)
      dom[`data-${name.replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`)}`] = dataSet[name];
}

/** Whether the keyboard comes to it; nothing where the element itself says. */
function tabStop(type, role, { tabIndex, focusable, accessibilityDisabled }) {
  if (TAB_STOPS.has(tabIndex)) return tabIndex;
  if (BY_KEYBOARD.has(type)) return focusable === false || accessibilityDisabled === true ? '-1' : undefined;
  if (focusable === false) return '-1';
  return focusable === true || ROLES_BY_KEYBOARD.has(role) ? '0' : undefined;
}
