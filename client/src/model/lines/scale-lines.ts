import { isDecimal, rational, typedDecimal, type Band } from '@fidens/core';

const NUMBER = String.raw`(?<![\d.,])(\d+(?:[.,]\d+)?)\s*%?`;
const DASH = String.raw`\s*(?:[-–—]|to)\s*`;
const BETWEEN = String.raw`\s*[:=]?\s*`;
const LEAST = String.raw`(?:≥|>=|from|at least)?\s*`;
const UP = String.raw`\s*(?:\+|and above|and up|or above|or more|or higher)?`;
const BELOW = String.raw`(?:below|under|less than|<)\s*`;
const LABEL = String.raw`(\S(?:.*\S)?)`;

/** The ways in which a line of a scale is written, each with where its label and its cut-off stand; none where it starts at 0. */
const FORMS: readonly { readonly form: RegExp; readonly label: number; readonly from: readonly number[] }[] =
  [
    { form: new RegExp(`^${BELOW}${NUMBER}${BETWEEN}${LABEL}$`, 'i'), label: 2, from: [] },
    { form: new RegExp(`^${LABEL}${BETWEEN}${BELOW}${NUMBER}$`, 'i'), label: 1, from: [] },
    { form: new RegExp(`^${NUMBER}${DASH}${NUMBER}${BETWEEN}${LABEL}$`, 'i'), label: 3, from: [1, 2] },
    { form: new RegExp(`^(\\S+)${BETWEEN}${NUMBER}${DASH}${NUMBER}$`, 'i'), label: 1, from: [2, 3] },
    { form: new RegExp(`^${LEAST}${NUMBER}${UP}${BETWEEN}([^\\d\\s].*)$`, 'i'), label: 2, from: [1] },
    { form: new RegExp(`^(\\S(?:.*?\\S)??)${BETWEEN}${LEAST}${NUMBER}${UP}$`, 'i'), label: 1, from: [2] },
  ];

/**
 * Reads a grading scale as a syllabus writes it: "A 93, A- 90, B+ 87", "90-100 A", "F below 60", one after a comma or one a line.
 *
 * @param known - bands whose credit points and worth hold for the labels that they share
 * @returns the bands, the highest first; nothing where a part of the text is none
 */
export function bandsFromText(text: string, known: readonly Band[]): Band[] | undefined {
  const parts = text.split(/[\n;]|,\s/).map((part) => part.trim().replace(/,$/, ''));
  const read = parts.filter((part) => part !== '').map(bandOf);
  if (read.length < 2 || read.some((band) => !band)) return undefined;
  return (read as Band[])
    .map(({ label, from }) => ({ ...known.find((band) => band.label === label), label, from }))
    .sort((a, b) => rational(b.from).compare(rational(a.from)));
}

function bandOf(part: string): Band | undefined {
  for (const { form, label, from } of FORMS) {
    const match = form.exec(part);
    if (!match) continue;
    const name = match[label]!.replace(/\s*[-–—:=]*$/, (end) =>
      /^\s/.test(end) ? '' : end.replace(/[:=]/g, ''),
    );
    const cutOffs = from.map((group) => typedDecimal(match[group]!));
    if (name === '' || name.length > 20 || !cutOffs.every((text) => isDecimal(text))) return undefined;
    const [lowest = '0'] = cutOffs.sort((a, b) => rational(a).compare(rational(b)));
    return { label: name, from: lowest };
  }
  return undefined;
}
