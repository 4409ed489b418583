import type { Assessment, Course, MissingPolicy } from '../document/course';
import { scaleFor } from '../document/scale';
import { walk } from '../document/tree';
import { coursePolicies, policiesBelow } from '../grading/settle';
import { fractionOfPercent, rational, toFloat } from '../numbers/rational';

const DAY = 86_400_000;
/** The day of a spreadsheet's calendar on which 1970 began. */
const EPOCH = 25_569;

/** The missing policy that holds for each piece. */
export function missingPolicies(course: Course): Map<string, MissingPolicy> {
  const found = new Map<string, MissingPolicy>();
  for (const { node, ancestors } of walk(course)) {
    if (node.kind === 'category') continue;
    const under = ancestors.reduce(
      (policies, above) => policiesBelow(above, policies),
      coursePolicies(course),
    );
    found.set(node.id, under.missing);
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

/** A moment as a spreadsheet's calendar has it. */
export function serial(moment: Date): number {
  return moment.getTime() / DAY + EPOCH;
}
