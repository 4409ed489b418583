import fc from 'fast-check';
import { writeCourse } from '../../src/formats/course-file';
import { formatNamed, FORMATS } from '../../src/formats/format';
import { readCourse } from '../../src/incoming/course-file';
import { randomCourse } from '../random-course';

describe('the course file', () => {
  it('brings back what it wrote, whatever the course', () => {
    fc.assert(
      fc.property(randomCourse(), (course) => {
        expect(readCourse(writeCourse(course))).toEqual({ ok: true, value: course });
      }),
      { numRuns: 100 },
    );
  });

  it('says what is wrong with a file that it cannot read, and where', () => {
    const answer = readCourse('{\n  "format": fidens\n}');
    expect(answer.ok ? '' : answer.faults[0]!.message).toMatch(/line 2,? column/);
  });
});

describe('the formats', () => {
  it('have names of their own, and are found by them', () => {
    const names = FORMATS.map(({ name }) => name);
    expect(new Set(names).size).toBe(names.length);
    expect(names.map((name) => formatNamed(name)?.name)).toEqual(names);
    expect(formatNamed('toString')).toBeUndefined();
  });

  it('each leave or come in', () => {
    for (const { leaves, comesAs } of FORMATS) expect(leaves || comesAs !== undefined).toBe(true);
  });
});
