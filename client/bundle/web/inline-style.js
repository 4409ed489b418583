import normalizeColor from 'react-native-web/dist/exports/StyleSheet/compiler/normalizeColor';
import unitlessNumbers from 'react-native-web/dist/exports/StyleSheet/compiler/unitlessNumbers';
import createReactDOMStyle from 'react-native-web/dist/exports/StyleSheet/compiler/createReactDOMStyle';

/** Sides by where a line begins: [left to right, right to left]. */
const SIDES = {
  borderStartStartRadius: ['borderTopLeftRadius', 'borderTopRightRadius'],
  borderStartEndRadius: ['borderTopRightRadius', 'borderTopLeftRadius'],
  borderEndStartRadius: ['borderBottomLeftRadius', 'borderBottomRightRadius'],
  borderEndEndRadius: ['borderBottomRightRadius', 'borderBottomLeftRadius'],
  borderInlineStartColor: ['borderLeftColor', 'borderRightColor'],
  borderInlineStartStyle: ['borderLeftStyle', 'borderRightStyle'],
  borderInlineStartWidth: ['borderLeftWidth', 'borderRightWidth'],
  borderInlineEndColor: ['borderRightColor', 'borderLeftColor'],
  borderInlineEndStyle: ['borderRightStyle', 'borderLeftStyle'],
  borderInlineEndWidth: ['borderRightWidth', 'borderLeftWidth'],
  insetInlineEnd: ['right', 'left'],
  insetInlineStart: ['left', 'right'],
  marginInlineStart: ['marginLeft', 'marginRight'],
  marginInlineEnd: ['marginRight', 'marginLeft'],
  paddingInlineStart: ['paddingLeft', 'paddingRight'],
  paddingInlineEnd: ['paddingRight', 'paddingLeft'],
};

const SIDED = { clear: true, float: true, textAlign: true };

/**
 * A style in the names and units that an element takes.
 *
 * @param style - as it is written where it is used, its newer names already in the place of older ones
 */
export function inline(style, isRtl) {
  const sided = {};
  const given = {};
  for (const name in style) {
    const value = style[name];
    if (value == null) continue;
    const sides = SIDES[name];
    const to = sides === undefined ? name : sides[isRtl ? 1 : 0];
    // What names a side itself holds, wherever it stands.
    if (!given[to]) sided[to] = SIDED[name] ? sideOf(value, isRtl) : value;
    if (to === name) given[to] = true;
  }
  return inElement(sided);
}

function sideOf(value, isRtl) {
  if (value === 'start') return isRtl ? 'right' : 'left';
  return value === 'end' ? (isRtl ? 'left' : 'right') : value;
}

/** What stands for several; those that are given themselves hold. */
const LONG = new Map(
  Object.entries({
    borderColor: 'borderTopColor borderRightColor borderBottomColor borderLeftColor',
    borderRadius: 'borderTopLeftRadius borderTopRightRadius borderBottomRightRadius borderBottomLeftRadius',
    borderStyle: 'borderTopStyle borderRightStyle borderBottomStyle borderLeftStyle',
    borderWidth: 'borderTopWidth borderRightWidth borderBottomWidth borderLeftWidth',
    marginBlock: 'marginTop marginBottom',
    marginInline: 'marginRight marginLeft',
    overflow: 'overflowX overflowY',
    paddingBlock: 'paddingTop paddingBottom',
    paddingInline: 'paddingRight paddingLeft',
  }).map(([name, long]) => [name, long.split(' ')]),
);

/** What an element takes as it is, but for units. */
const PLAIN = new Set(
  (
    'alignContent alignItems alignSelf borderBottomLeftRadius borderBottomRightRadius borderBottomStyle borderBottomWidth ' +
    'borderLeftStyle borderLeftWidth borderRightStyle borderRightWidth borderTopLeftRadius borderTopRightRadius ' +
    'borderTopStyle borderTopWidth bottom columnGap cursor display flexBasis flexDirection flexGrow flexShrink flexWrap ' +
    'fontSize fontStyle fontVariant fontWeight gap height justifyContent left letterSpacing lineHeight marginBottom ' +
    'marginLeft marginRight marginTop maxHeight maxWidth minHeight minWidth opacity outlineStyle outlineWidth ' +
    'paddingBottom paddingLeft paddingRight paddingTop position right rowGap textAlign textTransform top transform ' +
    'userSelect verticalAlign whiteSpace width wordBreak zIndex'
  ).split(' '),
);
const COLOURS = new Set(
  'backgroundColor borderBottomColor borderLeftColor borderRightColor borderTopColor color'.split(' '),
);

function inElement(style) {
  const own = {};
  for (const name in style) {
    const value = style[name];
    if (PLAIN.has(name)) own[name] = withUnit(name, value);
    else if (COLOURS.has(name) && typeof value === 'string') own[name] = colour(value);
    else if (LONG.has(name)) {
      const each = name === 'borderColor' ? colour(value) : withUnit(name, value);
      for (const long of LONG.get(name)) if (style[long] == null) own[long] = each;
    } else if (name === 'margin' || name === 'padding') fourSides(own, name, style);
    else if (name === 'flex' && value !== -1) own.flex = value;
    else if (name === 'fontFamily' && !value.includes('System') && value !== 'monospace')
      own.fontFamily = value;
    // What is seldom met is the package's own.
    else return createReactDOMStyle(style, true);
  }
  return own;
}

const FOUR = {
  margin: ['marginLeft', 'marginRight', 'marginTop', 'marginBottom'],
  padding: ['paddingLeft', 'paddingRight', 'paddingTop', 'paddingBottom'],
};
function fourSides(own, name, style) {
  const value = withUnit(name, style[name]);
  const [left, right, top, bottom] = FOUR[name];
  if (style[`${name}Inline`] == null) {
    own[left] = value;
    own[right] = value;
  }
  if (style[`${name}Block`] == null) {
    own[top] = value;
    own[bottom] = value;
  }
}

const withUnit = (name, value) =>
  typeof value === 'number' && !unitlessNumbers[name] ? `${value}px` : value;

const colours = new Map();
/** Colours are few, and each is taken apart once. */
function colour(value) {
  if (!colours.has(value)) colours.set(value, normalizeColor(value));
  return colours.get(value);
}
