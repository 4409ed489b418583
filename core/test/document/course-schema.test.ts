import Ajv2020 from 'ajv/dist/2020';
import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Course } from '../../src/document/course';
import { checkCourse } from '../../src/document/course-file';
import type { Fault } from '../../src/document/validation';
import { randomCourse } from '../random-course';
import { course, everyField, open } from '../sample';

const schema = JSON.parse(
  readFileSync(join(__dirname, '../../../docs/course-file.schema.json'), 'utf8'),
) as object;

const accepts = new Ajv2020({ strict: true, strictTypes: false, strictRequired: false }).compile(schema);

/** What the validator asks beyond what JSON Schema can say (docs/course-file.md). */
const BEYOND = new RegExp(
  [
    'stands twice|stands once|not a letter of the scale|no worth|cut-offs fall|lowest band|further scales|before its due',
    // What rules with conditions name, and the order of their own numbers.
    'no other child|not in the course|in a circle|do not count by weights|no child of its category|another scheme',
    'first percent|steps fall|lowest step|step before it gives|lowest letter|is a piece:|is a category:',
    'each counts once|is the whole course|is a deduction|or a deduction|out of a deduction|number of occurrences|out of extra credit',
  ].join('|'),
);

const isBeyond = ({ message }: Fault) => BEYOND.test(message);

type Place = { holder: Record<string, unknown> | unknown[]; key: string | number };

function placesOf(value: unknown): Place[] {
  if (typeof value !== 'object' || value === null) return [];
  const holder = value as Place['holder'];
  const keys = Array.isArray(holder) ? holder.map((_, index) => index) : Object.keys(holder);
  return keys.flatMap((key) => [
    { holder, key },
    ...placesOf((holder as Record<string | number, unknown>)[key]),
  ]);
}

const JUNK: unknown[] = [
  null,
  0,
  1,
  2.5,
  -1,
  3000,
  true,
  false,
  '',
  ' ',
  '0',
  '0.00',
  '12',
  '17.5',
  '1e5',
  'NaN',
  '-3',
  '.5',
  '5.',
  '1234567890123',
  '1.1234567',
  12.5,
  [],
  {},
  [{}],
  'x'.repeat(201),
  'a\u0000b',
  'A',
  'scored',
  'missing',
  'open',
  'weights',
  'benefit',
  'category',
  'assessment',
  '2026-09-14T21:59:00Z',
  '2026-09-14',
  { points: '3' },
  { points: '3', percent: '4' },
  { percent: null, points: '3' },
  { label: 'A' },
  { days: '2' },
  { handedIn: '2026-09-15T20:10:00Z' },
  { perDay: '5' },
  { pieces: 3 },
  { step: '1' },
  { lowest: 1 },
  { by: 'benefit', highest: 1 },
  { counts: 'nothing' },
];

// prettier-ignore
const KEYS = [
  'score',
  'status',
  'late',
  'due',
  'planned',
  'drop',
  'weight',
  'counted',
  'children',
  'kind',
  'colour',
  'note',
];

describe('the JSON Schema of a course file', () => {
  it('accepts every course that the validator accepts', () => {
    fc.assert(
      fc.property(randomCourse(), (random) => {
        expect(accepts(random)).toBe(true);
      }),
      { numRuns: 300 },
    );
    expect(accepts(everyField())).toBe(true);
    const without = course([{ ...open('5'), late: null as never }]);
    expect([checkCourse(without).ok, accepts(without)]).toEqual([true, true]);
  });

  it('says the same as the validator of a course in which anything was changed, but for what no schema can say', () => {
    const verdicts = { accepted: 0, refused: 0 };
    const base = fc.oneof(randomCourse(), fc.constant(null).map(everyField));
    fc.assert(
      fc.property(base, fc.nat(), fc.nat(), fc.nat(2), fc.nat(), (drawn, where, what, how, which) => {
        const document = structuredClone<Course>(drawn);
        const places = placesOf({ document }).slice(1);
        const { holder, key } = places[where % places.length]!;
        const fields = holder as Record<string | number, unknown>;
        const junk = structuredClone(JUNK[what % JUNK.length]);
        if (how === 0) fields[key] = junk;
        else if (how === 1 && !Array.isArray(holder)) delete fields[key];
        else if (!Array.isArray(holder)) fields[KEYS[which % KEYS.length]!] = junk;
        const checked = checkCourse(document);
        const faults = checked.ok ? [] : checked.faults.filter((fault) => !isBeyond(fault));
        verdicts[faults.length === 0 ? 'accepted' : 'refused'] += 1;
        expect({ accepted: accepts(document), faults }).toEqual({ accepted: faults.length === 0, faults });
      }),
      { numRuns: 600 },
    );
    expect(Math.min(verdicts.accepted, verdicts.refused)).toBeGreaterThan(50);
  });
});
