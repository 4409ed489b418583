import {
  CHANCE_RUNS,
  combinations,
  handedInNow,
  outlooks,
  planCourse,
  rational,
  reach,
  simulate,
  USUAL_ASSUMPTIONS,
  type CombinedCourse,
  type Course,
  type PossibleLetter,
} from '@fidens/core';
import { answering } from '@/model/answering';
import { pointsText, type TargetAnswer, type TargetQuestion } from './target-question';

/** The letters of a course that are within reach, from the best down, each with its chance; nothing of letters without points. */
function lettersOf(course: Course, now: string): { letters: PossibleLetter[]; isSure: boolean } {
  const found = outlooks(handedInNow(course, now).course, now);
  const simulation = simulate(found, USUAL_ASSUMPTIONS, { record: planCourse(course, now) });
  const isSure = !('why' in simulation);
  if (isSure) while (simulation.go(CHANCE_RUNS));
  const chances = isSure ? simulation.result().bands : undefined;
  let better = 0;
  const letters = reach(found).flatMap(({ band, state, level }, index): PossibleLetter[] => {
    better += chances?.[index]?.probability ?? 0;
    if (state === 'out' || band.points === undefined) return [];
    const takes = state === 'reachable' ? Number(level) : 0;
    // Without scores nobody knows: what asks less is taken for likelier.
    const chance = chances ? Math.min(1, better) : 1 - takes / 101;
    return [{ label: band.label, points: band.points, chance, takes }];
  });
  return { letters, isSure };
}

/** Known letters of courses that have not changed since they were last asked about. */
const known = new Map<string, { text: string; found: ReturnType<typeof lettersOf> }>();

answering<TargetQuestion, TargetAnswer>(async ({ courses, now, target, settled }, isLatest) => {
  const asked: CombinedCourse[] = [];
  const without: { id: string; why: 'no credits' | 'no points' }[] = [];
  const unsure: string[] = [];
  for (const { id, document } of courses) {
    if (document.credits === undefined) {
      without.push({ id, why: 'no credits' });
      continue;
    }
    const text = `${now} ${JSON.stringify(document)}`;
    const before = known.get(id);
    const found = before?.text === text ? before.found : lettersOf(document, now);
    known.set(id, { text, found });
    if (found.letters.length === 0) without.push({ id, why: 'no points' });
    else asked.push({ id, credits: document.credits, letters: found.letters });
    if (!found.isSure) unsure.push(id);
    // A newer question may have come meanwhile.
    await new Promise((resolve) => setTimeout(resolve, 0));
    if (!isLatest()) return undefined;
  }
  const over = { credits: fraction(settled.credits), earned: fraction(settled.earned) };
  const { best, least, most, lowest } = combinations(asked, over, rational(target));
  return {
    courses: asked,
    without,
    unsure,
    best: best.map(({ letters, points, chance, takes }) => ({
      letters: letters.map(({ label, takes: each }) => ({ label, takes: each })),
      points: points.toFraction(),
      chance,
      takes,
    })),
    least: least.map((letter) => letter?.label),
    most: pointsText(most),
    lowest: pointsText(lowest),
  };
});

/** A fraction that crossed as text: "10/3". */
function fraction(text: string) {
  const [top, bottom = '1'] = text.split('/');
  return rational(top!).div(rational(bottom));
}
