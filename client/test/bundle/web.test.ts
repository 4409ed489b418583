import fc from 'fast-check';
import { render } from '@testing-library/react-native';
import { createElement, type ElementType, type ReactNode } from 'react';
import { renderToStaticMarkup } from 'react-dom/server';

jest.mock('react-native-web/dist/exports/StyleSheet', () =>
  jest.requireActual('../../bundle/web/style-sheet'),
);
jest.mock('react-native-web/dist/modules/createDOMProps', () =>
  jest.requireActual('../../bundle/web/dom-props'),
);

/** What the package for the web has, and what stands in its place in the bundle. */
interface Both<T> {
  readonly theirs: T;
  readonly ours: T;
}
const both = <T>(theirs: T & { default?: T }, ours: { default: T }): Both<T> => ({
  theirs: theirs.default ?? theirs,
  ours: ours.default,
});

const VIEW = both<ElementType>(
  jest.requireActual('react-native-web/dist/cjs/exports/View'),
  jest.requireActual('../../bundle/web/view'),
);
const TEXT = both<ElementType>(
  jest.requireActual('react-native-web/dist/cjs/exports/Text'),
  jest.requireActual('../../bundle/web/text'),
);
interface Sheet {
  (styles: unknown, options?: object): [string, object | null];
  readonly create: <T extends object>(styles: T) => T;
}
const SHEET = both<Sheet>(
  jest.requireActual('react-native-web/dist/cjs/exports/StyleSheet'),
  jest.requireActual('../../bundle/web/style-sheet'),
);

const LENGTHS = fc.oneof(fc.integer({ min: -4, max: 60 }), fc.constantFrom('50%', 'auto'));
const COLOURS = fc.constantFrom(
  '#2b6a5c',
  'rgba(10, 20, 30, 0.5)',
  'transparent',
  'currentColor',
  'tomato',
  'nocolour',
);
const valuesOf = (names: readonly string[], values: fc.Arbitrary<unknown>) =>
  names.map((name): [string, fc.Arbitrary<unknown>] => [name, values]);

/** Styles as React Native has them, with gaps. */
const STYLE = fc.record(
  Object.fromEntries([
    ...valuesOf(
      [
        'padding',
        'paddingHorizontal',
        'paddingVertical',
        'paddingTop',
        'paddingStart',
        'paddingLeft',
        'paddingInlineEnd',
        'margin',
        'marginHorizontal',
        'marginBottom',
        'marginEnd',
        'marginRight',
        'marginBlock',
        'inset',
        'start',
        'left',
        'width',
        'minHeight',
        'gap',
        'top',
        'fontSize',
        'lineHeight',
        'flexBasis',
        'borderRadius',
        'borderTopLeftRadius',
        'borderTopStartRadius',
        'borderWidth',
        'borderBottomWidth',
        'borderStartWidth',
      ],
      fc.oneof(LENGTHS, fc.constantFrom(null, undefined)),
    ),
    ...valuesOf(['color', 'backgroundColor', 'borderColor', 'borderTopColor', 'borderEndColor'], COLOURS),
    ...valuesOf(['flex', 'flexGrow', 'flexShrink'], fc.constantFrom(-1, 0, 1)),
    ...valuesOf(['opacity', 'zIndex', 'aspectRatio'], fc.constantFrom(0, 0.5, 2)),
    ['textAlign', fc.constantFrom('start', 'end', 'center')],
    ['overflow', fc.constantFrom('hidden', 'visible')],
    ['fontFamily', fc.constantFrom('Figtree', 'System', 'monospace')],
    ['fontVariant', fc.constant(['tabular-nums'])],
    ['transform', fc.constantFrom([{ translateX: 4 }, { rotate: '30deg' }], 'none')],
    ['boxShadow', fc.constant([{ offsetX: 0, offsetY: 1, blurRadius: 2, color: 'red' }])],
    ['shadowOpacity', fc.constant(0.2)],
    ['borderStyle', fc.constantFrom('solid', 'dashed')],
    ['pointerEvents', fc.constantFrom('none', 'auto')],
    ['textDecorationLine', fc.constantFrom('underline', 'none')],
    ['userSelect', fc.constantFrom('none', 'text')],
    ['outlineStyle', fc.constant('none')],
    ['position', fc.constantFrom('absolute', 'relative')],
    ['tintColor', COLOURS],
  ]),
  { requiredKeys: [] },
);

/** One style, or a list of any depth with gaps; some are made once for all. */
const { styles: STYLES } = fc.letrec<{ styles: unknown }>((tie) => ({
  styles: fc.oneof(
    { maxDepth: 3 },
    STYLE.map((style) => ({ made: style })),
    STYLE,
    fc.constantFrom(null, undefined, false),
    fc.array(tie('styles'), { maxLength: 3 }),
  ),
}));

/** The same styles, those that are made once made by one of the two. */
function madeBy(sheet: Sheet, styles: unknown): unknown {
  if (Array.isArray(styles)) return styles.map((style) => madeBy(sheet, style));
  if (typeof styles !== 'object' || styles === null) return styles;
  return 'made' in styles ? sheet.create({ it: { ...(styles.made as object) } }).it : { ...styles };
}

// What the package says of styles that it does not take.
beforeEach(() => void jest.spyOn(console, 'error').mockImplementation());
afterEach(() => jest.restoreAllMocks());

describe('styles', () => {
  test.each(['ltr', 'rtl'])(
    'come to the same classes and the same in the element, written %s',
    (writingDirection) => {
      fc.assert(
        fc.property(STYLES, (styles) => {
          const of = (sheet: Sheet) => sheet(madeBy(sheet, styles), { writingDirection });
          const [theirs, ours] = [of(SHEET.theirs), of(SHEET.ours)];
          expect(ours[0]).toBe(theirs[0]);
          // In the same order, too: what comes later holds.
          expect(Object.entries(ours[1] ?? {})).toEqual(Object.entries(theirs[1] ?? {}));
        }),
        { numRuns: 400 },
      );
    },
  );
});

const WORDS = fc.constantFrom('one', 'two words', undefined, null);
const YES_OR_NO = fc.constantFrom(true, false, undefined);

/** What views and texts are told, in newer and older names. */
const PROPS = fc.record(
  {
    ...Object.fromEntries(
      valuesOf(['aria-label', 'accessibilityLabel', 'aria-describedby', 'nativeID', 'id', 'testID'], WORDS),
    ),
    ...Object.fromEntries(
      valuesOf(
        [
          'aria-hidden',
          'aria-expanded',
          'accessibilityExpanded',
          'aria-disabled',
          'accessibilityDisabled',
          'focusable',
          'aria-selected',
        ],
        YES_OR_NO,
      ),
    ),
    'aria-labelledby': fc.constantFrom('one', ['one', 'two']),
    'aria-level': fc.constantFrom(1, 2),
    'aria-live': fc.constantFrom('polite', 'none'),
    accessibilityLiveRegion: fc.constantFrom('assertive', 'none'),
    accessibilityColumnCount: fc.constant(3),
    role: fc.constantFrom('button', 'heading', 'list', 'listitem', 'none', 'form', 'img', 'alert', 'link'),
    accessibilityRole: fc.constantFrom('button', 'header', 'summary', 'text', 'label'),
    tabIndex: fc.constantFrom(0, -1, '-1', 4),
    dataSet: fc.constant({ keepIt: 'yes', none: undefined }),
    pointerEvents: fc.constantFrom('none', 'box-none'),
    style: STYLE,
    numberOfLines: fc.constantFrom(1, 3),
    selectable: fc.boolean(),
    // What only the package's own does.
    onLayout: fc.constant(() => undefined),
    onPress: fc.constant(() => undefined),
    href: fc.constant('/somewhere'),
    lang: fc.constant('ar'),
    ref: fc.constant(() => undefined),
    unknown: fc.constant('left out'),
  },
  { requiredKeys: [] },
);

describe('what is drawn', () => {
  const elementOf = (kind: ElementType, props: object, child: ReactNode) =>
    createElement(kind, { ...props, key: 1 }, child);
  test.each([
    ['a view', VIEW, undefined],
    ['a text', TEXT, undefined],
    ['a text in a text', TEXT, TEXT],
    ['a view in a text', VIEW, TEXT],
    ['a text in a view', TEXT, VIEW],
  ])('%s is the same element', (_, inner, outer) => {
    fc.assert(
      fc.property(PROPS, PROPS, (props, around) => {
        const markup = (of: 'ours' | 'theirs') => {
          const drawn = elementOf(inner[of], props, inner === TEXT ? 'words' : undefined);
          return renderToStaticMarkup(outer ? elementOf(outer[of], around, drawn) : drawn);
        };
        expect(attributesOf(markup('ours'))).toEqual(attributesOf(markup('theirs')));
      }),
      { numRuns: 150 },
    );
  });

  /** Elements with their attributes in one order. */
  const attributesOf = (markup: string) =>
    markup.replace(/<(\w+)((?: [\w-]+(?:="[^"]*")?)*)>/g, (___, name: string, attributes: string) =>
      [`<${name}`, ...(attributes.match(/ [\w-]+(?:="[^"]*")?/g) ?? []).sort()].join('').concat('>'),
    );
});

describe('who asks for an element', () => {
  test.each([
    ['a view', VIEW],
    ['a text', TEXT],
  ])('is given that of %s, and hears when it is gone', (_, { ours, theirs }) => {
    const told = (kind: ElementType) => {
      const one: { current?: object | null } = {};
      const heard: unknown[] = [];
      const other = (node: object | null) => void heard.push(node && Object.keys(node).filter(isQuestion));
      const drawn = (ref: unknown) => createElement(kind, { ref }, 'words');
      const { rerender, unmount } = render(drawn(one), { createNodeMock: () => ({}) });
      const note = () => void heard.push(one.current && Object.keys(one.current).filter(isQuestion));
      note();
      for (const ref of [other, one, null, other]) {
        rerender(drawn(ref));
        note();
      }
      unmount();
      return heard;
    };
    expect(told(ours)).toEqual(told(theirs));
    expect(told(ours)[0]).toEqual(['measure', 'measureLayout', 'measureInWindow']);
  });

  /** What every view and text can be asked. */
  const isQuestion = (name: string) => name.startsWith('measure');
});

describe('copying and leaving out', () => {
  const spread = both<(...objects: object[]) => object>(
    jest.requireActual('@babel/runtime/helpers/objectSpread2'),
    jest.requireActual('../../bundle/web/spread'),
  );
  const without = both<(from: object, names: string[]) => object>(
    jest.requireActual('@babel/runtime/helpers/objectWithoutPropertiesLoose'),
    jest.requireActual('../../bundle/web/without'),
  );
  const OBJECT = fc.dictionary(fc.constantFrom('a', 'b', 'c', 'd'), fc.anything());

  test('come to the same', () => {
    fc.assert(
      fc.property(OBJECT, OBJECT, fc.subarray(['a', 'b', 'x']), (one, other, names) => {
        expect(spread.ours({}, one, other)).toEqual(spread.theirs({}, one, other));
        expect(without.ours(one, names)).toEqual(without.theirs(one, names));
      }),
    );
  });
});
