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
import { textSchema } from '../numbers/schemas';
import { checkEdits } from './edit-schema';
import type { PastChange } from './history';
import type { Rehearsal } from './rehearsal';
import { checkRehearsal } from './rehearsal-schema';

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

/**
 * Reads an archive in steps, so that whoever serves others can serve them between two: an account can hold as much as many courses.
 *
 * @returns at its end the archive; or everything that is wrong with it, each with its place
 */
export function* checkingArchive(json: unknown): Generator<undefined, Checked<AccountArchive>> {
  const outer = check<AccountArchive>(schema, json);
  if (!outer.ok) return outer;
  const { gpa, terms, courses, scales, sheets, rehearsals } = outer.value;
  const faults: Fault[] = [];
  const wrong = (at: string, message: string) => faults.push({ at, message });
  /** The value, where it is right; its faults under its own place else. */
  const take = <T>(at: string, checked: Checked<T>): T[] => {
    if (checked.ok) return [checked.value];
    for (const fault of checked.faults) wrong([at, fault.at].filter(Boolean).join('.'), fault.message);
    return [];
  };
  const termIds = new Set(terms.map((term) => term.id));
  const courseIds = new Set(courses.map((course) => course.id));
  const right: ArchivedCourse[] = [];
  for (const [index, course] of courses.entries()) {
    const at = `courses[${index}]`;
    if (!termIds.has(course.termId)) wrong(`${at}.termId`, 'must be the id of one of the terms');
    for (const [place, { edits, inverse, version }] of course.history.entries()) {
      const own = `${at}.history[${place}]`;
      take(own, checkEdits(edits, 'edits'));
      take(own, checkEdits(inverse, 'inverse'));
      if (version > course.version) wrong(`${own}.version`, 'must be at most that of the course');
      if (place % AT_ONCE === AT_ONCE - 1) yield;
    }
    for (const document of take(`${at}.document`, checkCourse(course.document)))
      right.push({ ...course, document });
    yield;
  }
  const rules: Course[] = [];
  for (const [index, sheet] of sheets.entries()) {
    rules.push(...take(`sheets[${index}]`, checkCourse(sheet)));
    yield;
  }
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
    courses: right,
    scales: scales.flatMap(({ name, scale }, index) =>
      take(`scales[${index}]`, checkScale(scale)).map((own) => ({ name, scale: own })),
    ),
    sheets: rules,
    rehearsals: rehearsals.flatMap(({ courseId, ...rehearsal }, index) => {
      const at = `rehearsals[${index}]`;
      if (!courseIds.has(courseId)) wrong(`${at}.courseId`, 'must be the id of one of the courses');
      return take(at, checkRehearsal(rehearsal)).map((own) => ({ courseId, ...own }));
    }),
  };
  return faults.length > 0 ? { ok: false, faults } : { ok: true, value };
}

/** So many changes of the past are looked at in one step. */
const AT_ONCE = 200;

/** Reads an archive at once. */
export function checkArchive(json: unknown): Checked<AccountArchive> {
  const steps = checkingArchive(json);
  for (;;) {
    const { done, value } = steps.next();
    if (done) return value;
  }
}
