import fc from 'fast-check';
import { formatOf, FORMATS } from '../../src/formats';
import { randomCourse } from '../random-course';

describe.each(FORMATS)('the format $title', ({ name, extensions, read, write }) => {
  it('brings back what it wrote, whatever the course', () => {
    fc.assert(
      fc.property(randomCourse(), (course) => {
        expect(read(write(course))).toEqual({ ok: true, value: course });
      }),
      { numRuns: 100 },
    );
  });

  it('says what is wrong with a file that it cannot read', () => {
    const answer = read('no such thing');
    expect(answer.ok ? [] : answer.faults).not.toEqual([]);
  });

  it('is found by the extensions of its files, in any case', () => {
    for (const extension of extensions)
      for (const file of [`Tides.${extension}`, `a.b/Tides.${extension.toUpperCase()}`])
        expect(formatOf(file).name).toBe(name);
  });
});

describe('the formats', () => {
  it('have names and extensions of their own', () => {
    const names = FORMATS.map(({ name }) => name);
    const extensions = FORMATS.flatMap((format) => format.extensions);
    expect(new Set(names).size).toBe(names.length);
    expect(new Set(extensions).size).toBe(extensions.length);
  });

  it('of a file without a known extension is the course file', () =>
    expect(['line 3', 'course', 'a.txt', 'a.json/b'].map((file) => formatOf(file).name)).toEqual([
      'course',
      'course',
      'course',
      'course',
    ]));
});
