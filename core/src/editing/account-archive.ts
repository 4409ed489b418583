import Joi from 'joi';
import {
  gpaSettingsSchema,
  libraryNameSchema,
  termSchema,
  type GpaSettings,
} from '../document/account-schema';
import type { Course, Scale } from '../document/course';
import { checkCourse, checkScale } from '../document/course-file';
import { check, type Checked, type Fault } from '../document/validation';
import { textSchema } from '../numbers/text';
import { checkEdits } from './edit-schema';
import type { PastChange } from './history';
import { checkRehearsal, type Rehearsal } from './rehearsal';

/** A term as an archive has it. */
export interface ArchivedTerm {
  readonly id: string;
  readonly name: string;
  readonly startsOn: string | null;
  readonly endsOn: string | null;
  readonly archived: boolean;
  /** Its place in an order of the student's own; `null` where it stands by its days. */
  readonly position: number | null;
}

/** A course with every change that led to it, the oldest first. */
export interface ArchivedCourse {
  readonly id: string;
  readonly termId: string;
  readonly version: number;
  readonly document: Course;
  readonly history: readonly PastChange[];
}

/** Everything that a student has, as one open file. */
export interface AccountArchive {
  readonly format: 'fidens-account';
  readonly version: 1;
  /** How the student wants a GPA. */
  readonly gpa: GpaSettings;
  readonly terms: readonly ArchivedTerm[];
  readonly courses: readonly ArchivedCourse[];
  readonly scales: readonly { readonly name: string; readonly scale: Scale }[];
  readonly sheets: readonly Course[];
  readonly rehearsals: readonly (Omit<Rehearsal, 'id'> & { readonly courseId: string })[];
}

const id = textSchema().max(100).required();
const any = Joi.object().unknown();
const list = (item: Joi.Schema, most: number) => Joi.array().items(item).max(most).required();

/** The outer form; what is in it is checked as it is everywhere. */
const schema = Joi.object({
  format: Joi.string().valid('fidens-account').required(),
  version: Joi.number().valid(1).required(),
  gpa: gpaSettingsSchema.required(),
  terms: list(termSchema.keys({ id, position: Joi.number().integer().min(0).allow(null) }), 100),
  courses: list(
    Joi.object({
      id,
      termId: id,
      version: Joi.number().integer().min(1).required(),
      document: any.required(),
      history: list(
        Joi.object({
          id: Joi.string().guid().required(),
          version: Joi.number().integer().min(2).required(),
          madeAt: Joi.string().isoDate().required(),
          edits: Joi.array().required(),
          inverse: Joi.array().required(),
        }),
        100_000,
      ),
    }),
    400,
  ),
  scales: list(Joi.object({ name: libraryNameSchema.required(), scale: any.required() }), 200),
  sheets: list(any, 400),
  rehearsals: list(Joi.object({ courseId: id }).unknown(), 20_000),
});

/** Reads an archive: all of it is right, or everything that is wrong is told, each with its place. */
export function checkArchive(json: unknown): Checked<AccountArchive> {
  const outer = check<AccountArchive>(schema, json);
  if (!outer.ok) return outer;
  const { gpa, terms, courses, scales, sheets, rehearsals } = outer.value;
  const faults: Fault[] = [];
  /** The value, where it is right; its faults under its own place else. */
  const take = <T>(at: string, checked: Checked<T>): T[] => {
    if (checked.ok) return [checked.value];
    faults.push(
      ...checked.faults.map((fault) => ({
        at: [at, fault.at].filter(Boolean).join('.'),
        message: fault.message,
      })),
    );
    return [];
  };
  const termIds = new Set(terms.map((term) => term.id));
  const courseIds = new Set(courses.map((course) => course.id));
  const value: AccountArchive = {
    format: 'fidens-account',
    version: 1,
    gpa,
    terms: terms.map((term) => ({
      ...term,
      archived: term.archived ?? false,
      startsOn: term.startsOn ?? null,
      endsOn: term.endsOn ?? null,
      position: term.position ?? null,
    })),
    courses: courses.flatMap((course, index) => {
      const at = `courses[${index}]`;
      if (!termIds.has(course.termId))
        faults.push({ at: `${at}.termId`, message: 'must be the id of one of the terms' });
      for (const [place, change] of course.history.entries()) {
        take(`${at}.history[${place}]`, checkEdits(change.edits, 'edits'));
        take(`${at}.history[${place}]`, checkEdits(change.inverse, 'inverse'));
        if (change.version > course.version)
          faults.push({
            at: `${at}.history[${place}].version`,
            message: 'must be at most that of the course',
          });
      }
      return take(`${at}.document`, checkCourse(course.document)).map((document) => ({
        ...course,
        document,
      }));
    }),
    scales: scales.flatMap(({ name, scale }, index) =>
      take(`scales[${index}]`, checkScale(scale)).map((right) => ({ name, scale: right })),
    ),
    sheets: sheets.flatMap((sheet, index) => take(`sheets[${index}]`, checkCourse(sheet))),
    rehearsals: rehearsals.flatMap(({ courseId, ...rehearsal }, index) => {
      const at = `rehearsals[${index}]`;
      if (!courseIds.has(courseId))
        faults.push({ at: `${at}.courseId`, message: 'must be the id of one of the courses' });
      return take(at, checkRehearsal(rehearsal)).map((right) => ({ courseId, ...right }));
    }),
  };
  return faults.length > 0 ? { ok: false, faults } : { ok: true, value };
}
