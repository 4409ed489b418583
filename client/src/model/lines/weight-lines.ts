import { isDecimal, typedDecimal, type Decimal } from '@fidens/core';

/** One category of a list, with its weight. */
export interface WeightLine {
  readonly name: string;
  readonly weight: Decimal;
}

const NUMBER = String.raw`(?<![\d.,])(\d+(?:[.,]\d+)?)\s*%?`;
const NAME_FIRST = new RegExp(String.raw`^(\S(?:.*?\S)??)\s*[:=–—-]?\s*\(?\s*${NUMBER}\s*\)?$`);
const WEIGHT_FIRST = new RegExp(String.raw`^${NUMBER}\s*[:=–—-]?\s+(\D.*)$`);

/**
 * Reads categories with their weights: "Homework 20, Labs 30", "Homework (20%)", "20% Homework", one after a comma or one a line.
 *
 * @returns two at least, each with a weight and a name of its own; nothing where the text is no such list
 */
export function weightsFromText(text: string): WeightLine[] | undefined {
  const parts = text
    .split(/[\n;]|,\s/)
    .map((part) => part.trim().replace(/,$/, ''))
    .filter((part) => part !== '');
  const lines = parts.map(lineOf);
  if (lines.length < 2 || lines.some((line) => !line)) return undefined;
  const read = lines as WeightLine[];
  return new Set(read.map(({ name }) => name.toLowerCase())).size === read.length ? read : undefined;
}

function lineOf(part: string): WeightLine | undefined {
  const first = NAME_FIRST.exec(part);
  const second = first ? undefined : WEIGHT_FIRST.exec(part);
  const name = first?.[1] ?? second?.[2];
  const weight = typedDecimal(first?.[2] ?? second?.[1] ?? '');
  return name === undefined || !isDecimal(weight) ? undefined : { name, weight };
}
