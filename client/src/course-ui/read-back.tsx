import {
  decimalText,
  rational,
  regularChildren,
  weightTotal,
  type Assessment,
  type Category,
  type Course,
  type CourseNode,
  type Rational,
} from '@fidens/core';
import { View } from 'react-native';
import { Text } from 'react-native-paper';
import { rulesInWords } from '@/rules';
import { deductWords, requirementWords } from '@/rules/conditions/words';
import { lateWords } from '@/rules/late/words';
import { missingWords } from '@/rules/missing/words';
import { namesIn } from '@/rules/names';
import { roundWords } from '@/rules/round/words';
import { secondSentence } from '@/rules/second/words';
import { SPACE } from '@/theme/layout';
import { useColours } from '@/theme/paper-theme';
import { Fold } from '@/ui/fold';
import { curveWords } from '@/wording/curve-words';
import { capital, number, plural } from '@/wording/words';

/** The rules in plain sentences, to hold against the syllabus line by line. */
export function ReadBack({ course }: { course: Course }) {
  return (
    <Fold title="The rules in sentences, to hold against the syllabus">
      <ReadBackList course={course} />
    </Fold>
  );
}

export function ReadBackList({ course }: { course: Course }) {
  const c = useColours();
  return (
    <View role="list">
      {readBack(course).map((sentence, index) => (
        <View
          role="listitem"
          key={index}
          style={{ paddingVertical: SPACE.s, borderTopWidth: index > 0 ? 1 : 0, borderColor: c.rule }}
        >
          <Text variant="bodyMedium">{sentence}</Text>
        </View>
      ))}
    </View>
  );
}

/** Every rule of a course as a sentence, in the order in which a syllabus has them. */
export function readBack(course: Course): string[] {
  const { root, policy = {}, scale, requirements = [], second } = course;
  const { overdue } = policy;
  const letters = scale.bands.map(({ label, from }) => `${label} from ${number(from)}`).join(', ');
  return [
    wholeSentence(course),
    ...root.children.flatMap((node) => nodeSentences(course, node, root, '')),
    `${capital(missingWords(policy.missing ?? { counts: 'percent' }))}${overdue ? `, and open work counts as missing ${plural(Number(overdue.after), 'day')} after it was due` : ''}.`,
    `${capital(lateWords(policy.late))}.`,
    scale.round
      ? `The course is rounded ${roundWords(scale.round)}; then ${letters}.`
      : `The course is not rounded; ${letters}.`,
    ...requirements.map((requirement) => `${requirementWords(requirement, namesIn(course))}.`),
    ...(second ? [secondSentence(second)] : []),
  ];
}

const SUMS = {
  points: 'its points are pooled',
  equal: 'every piece in it counts the same',
  weights: 'each piece in it counts by a weight of its own',
} as const;

function wholeSentence(course: Course): string {
  const { root } = course;
  const how = {
    points: `All points of the course are pooled, ${decimalText(pointsIn(root), 2)} in all`,
    equal: 'Every category and every piece on its own counts the same',
    weights: `Weights make the whole, ${decimalText(weightTotal(root), 2)} in all`,
  }[root.combine ?? 'points'];
  return `${[how, ...rulesInWords(root, course)].join('; ')}.`;
}

/** @param where - in what it stands, below the course itself: ", in First half," */
function nodeSentences(course: Course, node: CourseNode, parent: Category, where: string): string[] {
  const words = [partOf(node, parent, where)];
  if (node.weightTo !== undefined)
    words.push(`if it is excused its weight goes to ${namesIn(course)(node.weightTo)}`);
  if (node.kind === 'assessment') {
    if (node.deduct) return [`${capital(deductWords(node.deduct, `${node.name}${where}`, parent.name))}.`];
    words.push(`it is out of ${number(node.possible)} points`);
    if (node.curve) words.push(`it is curved: ${curveWords(node.curve, ' points')}`);
    if (node.cap !== undefined) words.push(`at most ${number(node.cap)}% of it counts`);
    return [`${words.join('; ')}.`];
  }
  words.push(SUMS[node.combine ?? 'points'], ...rulesInWords(node, course));
  const inside = node.children.filter((child) => child.kind === 'category');
  return [
    `${words.join('; ')}.`,
    ...piecesSentence(node),
    ...ruledPieces(course, node),
    ...inside.flatMap((child) => nodeSentences(course, child, node, `, in ${node.name},`)),
  ];
}

/** Deductions, curves and weights that move, of pieces that are listed in a category. */
function ruledPieces(course: Course, category: Category): string[] {
  return category.children.flatMap((piece): string[] => {
    if (piece.kind === 'category') return [];
    if (piece.deduct) return [`${capital(deductWords(piece.deduct, piece.name, category.name))}.`];
    const words = [
      piece.curve && `${piece.name} is curved: ${curveWords(piece.curve, ' points')}`,
      piece.weightTo !== undefined &&
        `if ${piece.name} is excused its weight goes to ${namesIn(course)(piece.weightTo)}`,
    ].filter(Boolean);
    return words.length > 0 ? [`${words.join('; ')}.`] : [];
  });
}

/** The pieces that are listed in a category, with what each is out of and its own weight, and what takes no part. */
function piecesSentence(category: Category): string[] {
  const own = category.children.filter(
    (child): child is Assessment => child.kind === 'assessment' && !child.deduct,
  );
  if (own.length === 0) return [];
  const list = (pieces: typeof own) => pieces.map((piece) => pieceWords(piece, category)).join(', ');
  const counts = own.filter((piece) => piece.counted !== false && !piece.extraCredit);
  const extra = own.filter((piece) => piece.counted !== false && piece.extraCredit);
  const not = own.filter((piece) => piece.counted === false);
  const parts = [
    counts.length > 0 && list(counts),
    extra.length > 0 && `extra credit: ${list(extra)}`,
    not.length > 0 && `not counted: ${list(not)}`,
  ].filter(Boolean);
  return [`Listed in ${category.name}: ${parts.join('; ')}.`];
}

function pieceWords({ name, possible, weight }: Assessment, { combine = 'points' }: Category): string {
  const words = [`of ${number(possible)}`];
  if (combine === 'weights')
    words.push(weight === undefined ? 'no weight yet, so it does not count' : `weight ${number(weight)}`);
  if (combine === 'points' && weight !== undefined) words.push(`counted ${number(weight)} times`);
  return `${name} (${words.join(', ')})`;
}

/** The points of all that is counted and no extra credit, promised pieces included. */
function pointsIn(category: Category): Rational {
  const { children, planned } = category;
  const regular = regularChildren(category);
  const missing = planned ? Math.max(0, planned.pieces - regular.length) : 0;
  const promised = rational(planned?.possible ?? '100').mul(rational(String(missing)));
  return children
    .filter((child) => regular.includes(child))
    .reduce((sum, child) => {
      const points = child.kind === 'category' ? pointsIn(child) : rational(child.possible);
      const times =
        (category.combine ?? 'points') === 'points' ? rational(child.weight ?? '1') : rational('1');
      return sum.add(points.mul(times));
    }, promised);
}

/** How much a child is of its parent. */
function partOf(
  { name: own, weight, extraCredit, counted }: CourseNode,
  parent: Category,
  where: string,
): string {
  const name = `${own}${where}`;
  if (counted === false) return `${name} is not counted`;
  if (extraCredit) return `${name} is extra credit and can only add`;
  const { combine = 'points' } = parent;
  if (combine === 'equal') return `${name} counts as much as the others`;
  if (combine === 'points')
    return weight === undefined
      ? `${name} counts by its points`
      : `${name} counts ${number(weight)} times its points`;
  return weight === undefined
    ? `${name} has no weight yet, so it does not count`
    : `${name} counts ${number(weight)} of ${decimalText(weightTotal(parent), 2)}`;
}
