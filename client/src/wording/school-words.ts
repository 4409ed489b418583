import {
  decimalText,
  differenceWords,
  HUNDRED,
  rational,
  type Course,
  type Derivation,
  type Difference,
  type Rational,
  type Scale,
} from '@fidens/core';
import { sumWords } from './sum-words';
import { number, percent } from './words';

/** A standing, in percent, as it is told of an explanation: two decimals, so that it can be followed, in the unit of the scale. */
export function givesWords(gives: Rational, scale: Scale): string {
  const { outOf } = scale;
  return `${decimalText(written(gives, scale), 2, true)}${outOf === undefined ? '' : ` of ${number(outOf)}`}`;
}

/** A percent in the unit of a scale. */
function written(percentage: Rational, { outOf }: Scale): Rational {
  return outOf === undefined ? percentage : percentage.mul(rational(outOf)).div(HUNDRED);
}

/**
 * The sum in which two derivations of a course differ first, from the inside: "(87.5 + 55 + 92.5 + 90) ÷ 4 = 81.3% in Field logs, not 90%".
 *
 * @param here - of the record
 * @param there - of the course as the school has it
 */
export function changedSumWords(here: Derivation, there: Derivation): string | undefined {
  const before = sumsIn(here);
  const changed = [...sumsIn(there)].filter(([id, derivation]) => {
    const old = before.get(id);
    return derivation.worth && (!old?.worth || !old.worth.value.equals(derivation.worth.value));
  });
  const [, inner] = changed.find(([, { category }]) => category.parent) ?? changed[0] ?? [];
  const words = inner && sumWords(inner);
  if (!inner || words === undefined) return undefined;
  const old = before.get(inner.category.id)?.worth?.value;
  const place = inner.category.parent ? ` in ${inner.category.name}` : '';
  return `${words}${place}${old ? `, not ${percent(old)}%` : ''}`;
}

/** The derivation of each category, the innermost first. */
function sumsIn(root: Derivation): Map<string, Derivation> {
  const found = new Map<string, Derivation>();
  const visit = (derivation: Derivation) => {
    for (const part of derivation.parts) if (part.derivation) visit(part.derivation);
    found.set(derivation.category.id, derivation);
  };
  visit(root);
  return found;
}

/** How far a figure is from a standing, in the unit of the scale: "5.1 lower", "0.3 higher". */
export function awayWords(by: Rational, scale: Scale): string {
  const far = decimalText(written(by.abs(), scale), scale.outOf === undefined ? 1 : 2, true);
  return `${far} ${by.s < 0n ? 'lower' : 'higher'}`;
}

/** A message to a teacher about a difference, with its numbers. */
export function teacherMessage(
  course: Course,
  told: { readonly shown: string; readonly gives: string; readonly differences: readonly Difference[] },
  standing: Rational,
  student: string,
): string {
  const name = course.code === undefined ? course.title : `${course.title} (${course.code})`;
  const seems = told.differences
    .map((difference) => {
      const { what, though } = differenceWords(course, difference);
      return `${what.charAt(0).toLowerCase()}${what.slice(1)}${though === '' ? '' : `, ${though}`}`;
    })
    .join('; and ');
  return [
    'Hello,',
    '',
    `for ${name} the school’s page shows ${told.shown}. By the syllabus and my scores I come to ${givesWords(standing.mul(HUNDRED), course.scale)}.`,
    `The difference would be explained if ${seems.replace(/\bhere\b/g, 'by the syllabus')}: that makes ${givesWords(rational(told.gives), course.scale)}.`,
    'Could you have a look whether that is so?',
    '',
    'Thank you,',
    student,
  ].join('\n');
}
