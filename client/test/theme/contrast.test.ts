import { DARK, LIGHT, type Colours } from '../../src/theme/colours';

/** Relative luminance (WCAG 2.2). */
function luminance(colour: string): number {
  const [red, green, blue] = [1, 3, 5]
    .map((at) => parseInt(colour.slice(at, at + 2), 16) / 255)
    .map((part) => (part <= 0.04045 ? part / 12.92 : ((part + 0.055) / 1.055) ** 2.4)) as [
    number,
    number,
    number,
  ];
  return 0.2126 * red + 0.7152 * green + 0.0722 * blue;
}

function contrast(one: string, other: string): number {
  const [light, dark] = [luminance(one), luminance(other)].sort((a, b) => b - a) as [number, number];
  return (light + 0.05) / (dark + 0.05);
}

/** What each colour of text stands on. */
const TEXT: Readonly<Partial<Record<keyof Colours, readonly (keyof Colours)[]>>> = {
  ink: ['paper', 'card', 'tint'],
  soft: ['paper', 'card', 'tint'],
  primary: ['paper', 'card', 'tint'],
  onPrimary: ['primary'],
  onPrimarySoft: ['primarySoft'],
  onAsk: ['ask'],
  onAskSoft: ['askSoft'],
  onSecured: ['secured'],
  onPale: ['pale', 'paper', 'card'],
  error: ['paper', 'card', 'tint'],
};
/** Edges that say where something begins. */
const EDGES: typeof TEXT = {
  segment: ['paper', 'card', 'tint', 'askSoft'],
  primary: ['paper', 'card', 'tint'],
};

describe.each([
  ['light', LIGHT],
  ['dark', DARK],
] as const)('the colours of the %s theme', (_, colours) => {
  const low = (pairs: typeof TEXT, least: number) =>
    Object.entries(pairs).flatMap(([colour, grounds]) =>
      grounds
        .filter((ground) => contrast(colours[colour as keyof Colours], colours[ground]) < least)
        .map((ground) => `${colour} on ${ground}`),
    );

  it('can be read wherever they stand (1.4.3)', () => {
    expect(low(TEXT, 4.5)).toEqual([]);
  });

  it('set off fields, boxes and parts (1.4.11)', () => {
    expect(low(EDGES, 3)).toEqual([]);
  });
});
