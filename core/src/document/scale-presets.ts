import type { Scale } from './course';

/** Common shapes of a grading scale, to start from. */
export interface ScalePreset {
  readonly id: string;
  readonly name: string;
  readonly scale: Scale;
}

/** Bands from label, cut-off and credit points; the lowest ones fail. */
const bands = (rows: readonly (readonly [string, string, string?])[], failing = 1): Scale['bands'] =>
  rows.map(([label, from, points], index) => ({
    label,
    from,
    ...(points && { points }),
    ...(index >= rows.length - failing && { pass: false }),
  }));

/** Levels, each worth what a teacher who marks by them means, in a unit of their own. */
const levels = (from: number, step: number, lowest: number, outOf: string): Scale => ({
  outOf,
  bands: Array.from({ length: (from - lowest) / step + 1 }, (_, index) => {
    const level = from - index * step;
    const percent = (value: number) => String(Math.round((value / from) * 1e6) / 1e4);
    const isLast = level - step < lowest;
    return {
      label: String(level),
      from: isLast ? '0' : percent(level - step / 2),
      worth: percent(level),
      ...(isLast && { pass: false }),
    };
  }),
});

/** Scales of levels, for scores as much as for courses. */
export const LEVEL_SCALES: readonly ScalePreset[] = [
  { id: 'levels-4', name: 'Levels 4 to 0', scale: levels(4, 1, 0, '4') },
  { id: 'levels-7', name: 'Levels 7 to 1', scale: levels(7, 1, 1, '7') },
  { id: 'levels-6', name: 'Levels 6 to 1', scale: levels(6, 1, 1, '6') },
];

export const SCALE_PRESETS: readonly ScalePreset[] = [
  {
    id: 'plus-minus',
    name: 'Letters with plus and minus',
    scale: {
      bands: bands([
        ['A', '93', '4.0'],
        ['A−', '90', '3.7'],
        ['B+', '87', '3.3'],
        ['B', '83', '3.0'],
        ['B−', '80', '2.7'],
        ['C+', '77', '2.3'],
        ['C', '73', '2.0'],
        ['C−', '70', '1.7'],
        ['D', '60', '1.0'],
        ['F', '0', '0.0'],
      ]),
    },
  },
  {
    id: 'ten-point',
    name: 'Letters, ten points apart',
    scale: {
      bands: bands([
        ['A', '90', '4.0'],
        ['B', '80', '3.0'],
        ['C', '70', '2.0'],
        ['D', '60', '1.0'],
        ['F', '0', '0.0'],
      ]),
    },
  },
  {
    id: 'seven-band',
    name: 'Seven bands',
    scale: {
      bands: bands([
        ['7', '85'],
        ['6', '74'],
        ['5', '64'],
        ['4', '50'],
        ['3', '40'],
        ['2', '25'],
        ['1', '0'],
      ]),
    },
  },
  {
    id: 'pass-fail',
    name: 'Pass or fail',
    scale: {
      bands: bands([
        ['Pass', '50'],
        ['Fail', '0'],
      ]),
    },
  },
  {
    id: 'one-to-six',
    name: '1 to 6',
    scale: {
      bands: bands(
        [
          ['1', '92'],
          ['2', '81'],
          ['3', '67'],
          ['4', '50'],
          ['5', '30'],
          ['6', '0'],
        ],
        2,
      ),
    },
  },
  ...LEVEL_SCALES,
];
