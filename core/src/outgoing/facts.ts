import type { Assessment, Course, MissingPolicy } from '../document/course';
import { scaleFor } from '../document/scale';
import { walk } from '../document/tree';
import { policiesAt } from '../grading/settle';
import { fractionOfPercent, rational, toFloat } from '../numbers/rational';

/** The missing policy that holds for each piece. */
export function missingPolicies(course: Course): Map<string, MissingPolicy> {
  const found = new Map<string, MissingPolicy>();
  for (const { node, ancestors } of walk(course)) {
    if (node.kind === 'category') continue;
    found.set(node.id, policiesAt(course, ancestors).missing);
  }
  return found;
}

/** A score in points. */
export function pointsOf(score: NonNullable<Assessment['score']>, piece: Assessment, course: Course): number {
  const possible = rational(piece.possible);
  if ('points' in score) return toFloat(rational(score.points));
  if ('percent' in score) return toFloat(fractionOfPercent(score.percent).mul(possible));
  const band = scaleFor(course, piece.id).bands.find(({ label }) => label === score.label)!;
  return toFloat(fractionOfPercent(band.worth!).mul(possible));
}
