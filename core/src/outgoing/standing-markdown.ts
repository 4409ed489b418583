import type { Course, Moment } from '../document/course';
import { courseLetters, letterOf, shownPercent } from '../grading/letter';
import { OUTLOOKS, outlooks } from '../grading/outlook';
import { reach } from '../search/reach';
import { workingLines } from './report';

/** Where a course stands, in Markdown: outlooks, categories, what each letter takes, and the working of the standing. */
export function standingMarkdown(course: Course, now: Moment): string {
  const found = outlooks(course, now);
  const letters = courseLetters(found.plan);
  const grade = (name: (typeof OUTLOOKS)[number]) => {
    const value = found[name]?.worth?.value;
    return value ? `${shownPercent(value, letters)} ${letterOf(found[name], letters)!.band.label}` : '–';
  };
  const parts = found.standing.parts.map(({ node, worth, role }) =>
    line([node.name, worth ? shownPercent(worth.value, letters) : '–', role === 'regular' ? 'counts' : role]),
  );
  const takes = reach(found).map(({ band, state, level }) =>
    line([band.label, state === 'reachable' ? `${level}%` : state]),
  );
  return [
    `# ${plain(course.title)}`,
    '',
    line(['Outlook', 'Grade']),
    '| --- | --- |',
    ...OUTLOOKS.map((name) => line([name, grade(name)])),
    '',
    '## Now',
    '',
    line(['Part', 'Percent', '']),
    '| --- | --- | --- |',
    ...parts,
    '',
    '## What each letter takes on all open work',
    '',
    line(['Letter', 'Takes']),
    '| --- | --- |',
    ...takes,
    '',
    '## Working',
    '',
    // Set in from the edge, so that no sign in a name means anything.
    ...workingLines(found.standing).map((step) => `    ${step.replace(/\s*[\r\n]+\s*/g, ' ')}`),
    '',
  ].join('\n');
}

function line(cells: readonly string[]): string {
  return `| ${cells.map(plain).join(' | ')} |`;
}

/** A text that means nothing in Markdown. */
function plain(text: string): string {
  return text.replace(/[\\`*_{}[\]<>#|]/g, (sign) => `\\${sign}`).replace(/\s+/g, ' ');
}
