import { decimalText, fractionOfPercent, HUNDRED, rational } from '../numbers/rational';
import type { Band, Course, Decimal, Scale } from './course';
import { find } from './tree';

/**
 * The scale of a course by its name.
 *
 * @param name - of one of the further scales
 * @returns the course's own where no such scale is named
 */
export function scaleNamed({ scale, scales = {} }: Course, name: string | undefined): Scale {
  return name !== undefined && Object.hasOwn(scales, name) ? scales[name]! : scale;
}

/** The scale whose labels the scores of a node may have: the one named nearest above, or the course's. */
export function scaleFor(course: Course, id: string): Scale {
  return scaleNamed(course, scaleNameFor(course, id));
}

/** The name of that scale; nothing where it is the course's own. */
export function scaleNameFor(course: Course, id: string): string | undefined {
  const placed = find(course, id);
  return placed && [...placed.ancestors, placed.node].findLast(({ scale }) => scale !== undefined)?.scale;
}

/**
 * What a band could be worth as a score: the middle between its own cut-off and the one above it, the top band's between its own and 100.
 *
 * @returns percent
 */
export function proposedWorth({ bands }: Scale, label: string): Decimal {
  const index = bands.findIndex((band) => band.label === label);
  const from = rational(bands[index]!.from);
  const above = index === 0 ? HUNDRED : rational(bands[index - 1]!.from);
  const middle = from.add(above).mul(fractionOfPercent('50'));
  return decimalText(from.compare(middle) > 0 ? from : middle, 2);
}

/** A scale with what one of its bands is worth as a score, or each that has none where no label is given: as much as is proposed. */
export function withWorths(scale: Scale, label?: string): Scale {
  const bands = scale.bands.map((band): Band =>
    band.worth === undefined && (label ?? band.label) === band.label
      ? { ...band, worth: proposedWorth(scale, band.label) }
      : band,
  );
  return { ...scale, bands };
}
