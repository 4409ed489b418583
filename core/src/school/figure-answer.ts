import type { Course, Figure, Moment } from '../document/course';
import { OUTLOOKS, type OutlookName } from '../grading/outlook';
import { decimalText } from '../numbers/rational';
import type { Difference } from './differences';
import { explain, givesText, type FigureAnswer } from './explain';
import { figureText } from './figure';

/** What is to be said of a figure, as plain data: numbers are texts. */
export interface PlainFigureAnswer {
  readonly shown: string;
  readonly agrees: readonly OutlookName[];
  readonly explanations: readonly { readonly gives: string; readonly differences: readonly Difference[] }[];
  /** How far the figure is from each outlook, percent points, at most 6 decimals; below 0 where it is lower. */
  readonly away: Readonly<Partial<Record<OutlookName, string>>>;
}

/** An answer as plain data, to be sent from a worker. */
export function plainAnswer({ figure, agrees, explanations, away }: FigureAnswer): PlainFigureAnswer {
  return {
    shown: figureText(figure),
    agrees,
    explanations: explanations.map((explanation) => ({
      gives: givesText(explanation),
      differences: explanation.differences,
    })),
    away: Object.fromEntries(
      OUTLOOKS.flatMap((name) => (away[name] ? [[name, decimalText(away[name], 6)]] : [])),
    ),
  };
}

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
  const { shown, agrees, explanations } = plainAnswer(explain(course, figure, now));
  return {
    shown,
    agrees,
    explanations: explanations.map(({ gives, differences }) => ({
      gives,
      differences: differences.map(({ edits: _edits, ...told }) => told),
    })),
  };
}
