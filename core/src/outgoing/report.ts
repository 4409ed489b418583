import type { Course, Figure } from '../document/course';
import { pieces } from '../document/tree';
import { handedInNow } from '../editing/handed-in';
import type { Assumption, Derivation, Part } from '../grading/combine';
import { courseLetters, letterOf } from '../grading/letter';
import { OUTLOOKS, outlooks } from '../grading/outlook';
import type { Problem } from '../grading/problems';
import type { Judged } from '../grading/requirement';
import { pieceSteps, sharesOf, type PieceStep } from '../grading/working';
import { answer, type Answer } from '../insight/answer';
import { decimalText, HUNDRED, type Rational } from '../numbers/rational';
import { explain, givesText } from '../school/explain';
import { figureText } from '../school/figure';
import { explanationWords } from '../school/words';

/**
 * Everything about one course as plain text, for a person in a terminal or a letter: the four outlooks, what each letter takes, the problems, and the
 * working of the standing.
 */
export function report(course: Course, now: string, piece?: string, figure?: Figure): string {
  // As on every screen: what is past due under a late rule is asked for as late as it would be.
  const { course: meant, late } = handedInNow(course, now);
  const given = answer(meant, now, piece);
  const { standing, plan } = outlooks(course, now);
  const { held = [] } = letterOf(standing, courseLetters(plan)) ?? {};
  const lines = [
    course.title,
    ...gradeLines(given),
    ...(given.second ? section(`Added up again as ${given.second.name}`, gradeLines(given.second)) : []),
    ...section(
      'Past due, and meant as handed in now',
      pieces(course).flatMap(({ id, name }) => (late.has(id) ? [`  ${name}`] : [])),
    ),
    ...section('What each letter takes on all open work', given.reach.map(bandLine)),
    ...section('What each letter takes of one piece', solveLines(given.solve)),
    ...section('To look at', given.problems.map(problemLine)),
    ...section(`Why the school shows ${figure ? figureText(figure) : ''}`, figureLines(course, now, figure)),
    ...section('Working of the standing', workingLines(standing)),
    ...section('What holds the standing’s letter back', held.map(heldLine)),
  ];
  // A name of several lines stays on its own.
  return `${lines.map((line) => line.replace(/[\r\n]+/g, ' ')).join('\n')}\n`;
}

/** The working of an outlook, a line a step: each category below what it adds up. */
export function workingLines(derivation: Derivation): string[] {
  return sumLines(derivation, { assumption: derivation.assumption, shares: sharesOf(derivation) }, 1);
}

function section(title: string, lines: readonly string[]): string[] {
  return lines.length === 0 ? [] : ['', title, ...lines];
}

/** What a school's figure agrees with, and the ways in which it can have come about. */
function figureLines(course: Course, now: string, figure: Figure | undefined): string[] {
  if (!figure) return [];
  const { agrees, explanations, away } = explain(course, figure, now);
  const lines = explanations.map(
    (explanation) => `  ${givesText(explanation)}%  ${explanationWords(course, explanation.differences)}`,
  );
  if (agrees.length > 0) lines.unshift(`  as the ${agrees.join(' and the ')}`);
  if (lines.length > 0) return lines;
  const far = OUTLOOKS.flatMap((name) => {
    const by = away[name];
    if (!by) return [];
    return [`${decimalText(by.abs(), 2)} ${by.s < 0n ? 'below' : 'above'} the ${name}`];
  });
  return [`  nothing that schools do otherwise explains it; it is ${far.join(', ')}`];
}

function heldLine({ requirement, has, needs }: Judged): string {
  const { source, of } = requirement;
  const name = of?.name ?? source.of;
  if ('pieces' in source) {
    const quality = source.each === undefined ? 'above 0' : `with ${source.each}% or more`;
    return `  ${source.for} needs ${decimalText(needs, 0)} of ${name} ${quality}; there are ${decimalText(has!, 0)}`;
  }
  if ('atMost' in source)
    return `  ${source.for} allows at most ${source.atMost} in ${name}; there are ${decimalText(has!, 6)}`;
  return `  ${source.for} needs ${source.atLeast}% on ${name}; there is ${percent(has!)}`;
}

function gradeLines(given: Pick<Answer, (typeof OUTLOOKS)[number]>): string[] {
  return OUTLOOKS.map((name) => `  ${name.padEnd(9)} ${gradeText(given[name])}`);
}

function gradeText(grade: Answer['standing']): string {
  if (!grade) return '         –';
  const held = grade.held ? `, held back by ${grade.held.join(', ')}` : '';
  return `${grade.percent.padStart(10)}%  ${grade.letter}  (exactly ${grade.exact}${held})`;
}

function bandLine({ label, state, level, holds, gaps }: Answer['reach'][number]): string {
  const takes = state === 'reachable' ? `${level}%` : state;
  return `  ${label.padEnd(4)} ${takes}${gapText(holds, gaps, '%')}`;
}

function gapText(holds: boolean | null, gaps: readonly { from: string; to: string }[], unit: string): string {
  if (holds !== false) return '';
  return `, but not from ${gaps.map(({ from, to }) => `${from} to ${to}${unit}`).join(', nor from ')}`;
}

function solveLines(solve: Answer['solve']): string[] {
  if (!solve) return [];
  if ('why' in solve) return [`  ${solve.why}`];
  return solve.bands.map(
    ({ label, state, score, holds, gaps }) =>
      `  ${label.padEnd(4)} ${state === 'reachable' ? score : state}${gapText(holds, gaps, '')}`,
  );
}

function problemLine(problem: Problem): string {
  const at = `  ${problem.at}: `;
  switch (problem.code) {
    case 'no-weight':
      return `${at}has no weight, so it does not count`;
    case 'empty':
      return `${at}has nothing in it`;
    case 'drop-all':
      return `${at}is to drop ${problem.drops} of ${problem.pieces}; one always stays`;
    case 'weights-total':
      return `${at}the weights come to ${problem.total}, not 100`;
    case 'scheme-total':
      return `${at}the weights of "${problem.scheme}" come to ${problem.total}, not 100`;
    case 'required-short':
      return `${at}${problem.required} pieces are required, and there are ${problem.pieces}`;
  }
}

/** What the lines of a derivation say beside it. */
interface Working {
  readonly assumption: Assumption;
  readonly shares: ReadonlyMap<Part, Rational>;
}

/** A category line by line, indented by its depth, and its own sum below. */
function sumLines(derivation: Derivation, working: Working, depth: number): string[] {
  const indent = '  '.repeat(depth);
  const { category, numerator: above, denominator: below, sum, capped, worth, dropsApply } = derivation;
  const { curved, left, sums, scheme, moved, deducted } = derivation;
  const lines = derivation.parts.flatMap((part) => partLines(part, working, depth));
  if (!sum) return [...lines, `${indent}${category.name}: nothing counts yet`];
  const unit = category.combine === 'equal' ? HUNDRED : 1;
  const steps = category.beginsFull
    ? [`begins at ${percent(sum)}`]
    : [`${decimalText(above.mul(unit), 6)} ÷ ${decimalText(below, 6)} = ${percent(sum)}`];
  if (sums.length > 1)
    steps.push(
      `by ${schemeName(scheme)}, as ${sums
        .filter((other) => other.scheme !== scheme)
        .map((other) => `${schemeName(other.scheme)} brings ${other.sum ? percent(other.sum) : 'nothing'}`)
        .join(' and ')}`,
    );
  for (const { from, to, weight } of moved)
    steps.push(
      `the weight ${decimalText(weight, 6)} of ${from.name} ${to ? `is with ${to.name}` : 'is left out'}`,
    );
  if (curved!.compare(sum) !== 0) steps.push(`curved to ${percent(curved!)}`);
  for (const { deduction, count, lost } of deducted)
    if (lost.n !== 0n) steps.push(`less ${percent(lost)} for ${decimalText(count!, 6)} in ${deduction.name}`);
  if (capped!.compare(left!) !== 0) steps.push(`capped at ${percent(capped!)}`);
  if (worth!.value.compare(capped!) !== 0) steps.push(`rounded to ${percent(worth!.value)}`);
  if (!dropsApply) steps.push('nothing dropped while work is open');
  return [...lines, `${indent}${category.name}: ${steps.join(', ')}`];
}

function schemeName(scheme: string | undefined): string {
  return scheme === undefined ? 'its own weights' : `"${scheme}"`;
}

function partLines(part: Part, working: Working, depth: number): string[] {
  const { node, role, worth, derivation } = part;
  const indent = '  '.repeat(depth + 1);
  const below = derivation ? sumLines(derivation, working, depth + 1) : [];
  const counts = role === 'regular' || role === 'extra';
  const value = worth ? percent(worth.value) : withoutValue(part);
  const ofCourse = working.shares.get(part);
  const share = counts
    ? `counts ${decimalText(part.denominator, 6)}${ofCourse ? ` (${decimalText(ofCourse, 2)}% of what counts so far)` : ''}`
    : role;
  const steps =
    node.kind === 'piece'
      ? pieceSteps(node, working.assumption).map((step) => stepText(step, node.size))
      : [];
  const isPlain = steps.length === 1 && steps[0]!.startsWith('entered');
  const ownWay = isPlain ? [] : steps;
  const replaced = part.replaced
    ? [`replaced, ${part.own ? `was ${percent(part.own.value)}` : 'had no value'}`]
    : [];
  const way = ownWay.length + replaced.length > 0 ? `: ${[...ownWay, ...replaced].join('; ')}` : '';
  return [
    ...below,
    `${indent}${node.name}  ${value}  ${role === 'extra' ? `extra credit, ${share}` : share}${way}`,
  ];
}

/** What stands in the place of a value that a part does not have. */
function withoutValue({ node }: Part): string {
  if (node.kind === 'category') return 'nothing yet';
  return node.settlement === 'unsettled' ? 'open' : node.status;
}

function stepText(step: PieceStep, size: Rational): string {
  const points = decimalText(step.value.mul(size), 6);
  switch (step.kind) {
    case 'late': {
      const { effect } = step.lateness;
      if (effect.kind === 'none')
        return `late, ${effect.why === 'reduced' ? 'the score came back reduced' : effect.why}`;
      if (effect.kind === 'closed') return `handed in after it closed, ${points}`;
      const each = `${percent(effect.perDay)} of what is ${effect.of === 'possible' ? 'possible' : 'earned'}`;
      return `late ${decimalText(effect.counted, 6)} days at ${each}, ${points}`;
    }
    case 'capped':
      return `capped, ${points}`;
    case 'missing':
      return `${step.overdue ? 'overdue' : 'missing'}, ${points}`;
    default:
      return `${step.kind} ${points}`;
  }
}

function percent(value: Rational): string {
  return `${decimalText(value.mul(HUNDRED), 6)}%`;
}
