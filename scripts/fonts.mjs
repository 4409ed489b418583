import { createFontStack } from '@capsizecss/core';
import { fromBuffer } from '@capsizecss/unpack';
import { createHash } from 'node:crypto';
import { createRequire } from 'node:module';
import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import subsetFont from 'subset-font';
import { HOME } from './say.mjs';

/**
 * Makes the fonts that ship with the application, and what its page says of them: run by hand (`node scripts/fonts.mjs`) when a font
 * changes. Each is cut down to the signs that western and central European languages and our numbers need, and packed as WOFF2.
 */
const PAGE = join(HOME, 'client', 'public', 'index.html');
const FONTS = join(HOME, 'client', 'public', 'fonts');
/** `isFirst`: words before any script are in it. The others are fetched once the scripts are there (`client/bundle/entry.js`). */
const SOURCES = [
  { family: 'Figtree_400Regular', file: 'figtree/400Regular/Figtree_400Regular.ttf', isFirst: true },
  { family: 'Figtree_500Medium', file: 'figtree/500Medium/Figtree_500Medium.ttf' },
  { family: 'Figtree_600SemiBold', file: 'figtree/600SemiBold/Figtree_600SemiBold.ttf' },
  {
    family: 'BricolageGrotesque_700Bold',
    file: 'bricolage-grotesque/700Bold/BricolageGrotesque_700Bold.ttf',
  },
  // Our name is read long before other words are in its font.
  {
    family: 'Fidens_700Bold',
    file: 'bricolage-grotesque/700Bold/BricolageGrotesque_700Bold.ttf',
    signs: 'Fidens',
    isFirst: true,
  },
];

/** The measures of what every device has, or has one cut to them: of the font's own tables, and how wide a sign is on average. */
const ARIAL = {
  familyName: 'Arial',
  fullName: 'Arial',
  postscriptName: 'ArialMT',
  category: 'sans-serif',
  capHeight: 1467,
  ascent: 1854,
  descent: -434,
  lineGap: 67,
  unitsPerEm: 2048,
  xHeight: 1062,
  xWidthAvg: 913,
};

/** Latin with its accents, punctuation, currencies, fractions, arrows and the signs of sums. */
const SIGNS = [
  [0x20, 0x17f],
  [0x218, 0x21b],
  [0x2bb, 0x2dd],
  [0x300, 0x304],
  [0x2000, 0x206f],
  [0x20a0, 0x20bf],
  [0x2116, 0x2122],
  [0x2150, 0x215e],
  [0x2190, 0x2199],
  [0x2200, 0x2265],
  [0x25a0, 0x25cf],
  [0x2713, 0x2717],
]
  .flatMap(([first, last]) => Array.from({ length: last - first + 1 }, (_, index) => first + index))
  .map((code) => String.fromCodePoint(code))
  .join('');

const require = createRequire(import.meta.url);

rmSync(FONTS, { recursive: true, force: true });
mkdirSync(FONTS, { recursive: true });
const faces = [];
const preloads = [];
for (const { family, file, signs = SIGNS, isFirst } of SOURCES) {
  const source = readFileSync(require.resolve(`@expo-google-fonts/${file}`));
  const packed = await subsetFont(source, signs, { targetFormat: 'woff2' });
  const name = `${family}-${createHash('sha256').update(packed).digest('hex').slice(0, 16)}.woff2`;
  writeFileSync(join(FONTS, name), packed);
  faces.push(
    `@font-face { font-family: '${family}'; src: url('/fonts/${name}') format('woff2'); font-display: swap; }`,
    standIn(`${family} stand-in`, await fromBuffer(source)),
  );
  if (isFirst)
    preloads.push(`<link rel="preload" href="/fonts/${name}" as="font" type="font/woff2" crossorigin />`);
}
const between = (text, mark, lines) =>
  text.replace(
    new RegExp(`(<!-- ${mark} -->\\n)[^]*?( *<!-- /${mark} -->)`),
    (_, begin, end) => `${begin}${lines.map((line) => `    ${line}\n`).join('')}${end}`,
  );
const page = readFileSync(PAGE, 'utf8');
writeFileSync(PAGE, between(page, 'fonts', [...preloads, '<style>', ...faces, '</style>']));

/** What every device has, stretched to the measures of a font, so that nothing moves when that font comes. */
function standIn(name, metrics) {
  const { fontFaces } = createFontStack([metrics, ARIAL], { fontFaceFormat: 'styleObject' });
  const { src, sizeAdjust, ascentOverride, descentOverride, lineGapOverride } = fontFaces[0]['@font-face'];
  const rules = {
    'size-adjust': sizeAdjust,
    'ascent-override': ascentOverride,
    'descent-override': descentOverride,
  };
  const measures = Object.entries({ ...rules, 'line-gap-override': lineGapOverride })
    .filter(([, value]) => value !== undefined)
    .map(([property, value]) => `${property}: ${value};`);
  return `@font-face { font-family: '${name}'; src: ${src}; ${measures.join(' ')} }`;
}
