import type { CourseNode, NodeFields } from '@fidens/core';

/** How a category or piece takes part. */
export type Part = 'counts' | 'extra' | 'not';

export const PARTS: readonly { value: Part; label: string; hint?: string }[] = [
  { value: 'counts', label: 'Counts' },
  { value: 'extra', label: 'Extra credit', hint: 'It can only add: nothing is out of it.' },
  { value: 'not', label: 'Not counted', hint: 'Shown, never counted, nor is anything in it.' },
];

export const PART_WORDS: Readonly<Record<Part, string>> = {
  counts: 'It counts as usual.',
  extra: 'It is extra credit.',
  not: 'It is not counted.',
};

export function partOf({ counted, extraCredit }: Pick<CourseNode, 'counted' | 'extraCredit'>): Part {
  return counted === false ? 'not' : extraCredit ? 'extra' : 'counts';
}

/** The fields of a new node that takes part so. */
export function partFields(part: Part): Pick<NodeFields, 'extraCredit' | 'counted'> {
  return { ...(part === 'extra' && { extraCredit: true }), ...(part === 'not' && { counted: false }) };
}
