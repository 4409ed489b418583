import type { Course, Figure, Moment } from '../document/course';
import type { OutlookName } from '../grading/outlook';
import { explain, givesText, type FigureAnswer } from './explain';
import { figureText } from './figure';
import type { Difference } from './differences';

/** What the command line answers about a school's figure (`docs/course-file.md`). */
export interface FigureJson {
  shown: string;
  agrees: readonly OutlookName[];
  explanations: { gives: string; differences: Omit<Difference, 'edits'>[] }[];
}

/**
 * Explains a figure in the form of the command line.
 *
 * @param course - a valid document
 * @param now - the moment at which overdue work is judged
 */
export function figureJson(course: Course, figure: Figure, now: Moment): FigureJson {
  return inJson(explain(course, figure, now));
}

function inJson({ figure, agrees, explanations }: FigureAnswer): FigureJson {
  return {
    shown: figureText(figure),
    agrees,
    explanations: explanations.map((explanation) => ({
      gives: givesText(explanation),
      differences: explanation.differences.map(({ edits: _edits, ...told }) => told),
    })),
  };
}
