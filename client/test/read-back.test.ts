import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Category, Course } from '@fidens/core';
import { readBack } from '../src/course/read-back';
import { course } from './sample';

const sample = (name: string) =>
  JSON.parse(readFileSync(join(__dirname, `../../server/sample/${name}.json`), 'utf8')) as Course;

describe('the rules read back', () => {
  it('say a real syllabus line by line', () => {
    expect(readBack(sample('coastal-ecology'))).toEqual([
      'Weights make the whole, 100 in all.',
      'Field logs counts 35 of 100; every piece in it counts the same; 8 pieces are promised, of 20 points each; the lowest one is dropped, by percent.',
      'Problem sets counts 15 of 100; its points are pooled.',
      'Seminar counts 10 of 100; its points are pooled.',
      'Final exam counts 40 of 100; it is out of 80 points.',
      'Shore bird survey is extra credit and can only add; it is out of 10 points.',
      expect.stringMatching(/^Missing work counts 0/),
      expect.stringMatching(/^Late work loses 5% of what is possible each started day/),
      expect.stringMatching(/^The course is rounded to steps of 1 percent, halves go up; then A from/),
    ]);
  });

  it('say what is in categories of categories, and every rare rule', () => {
    const inner: Category = {
      kind: 'category',
      id: 'inner',
      name: 'Drawings',
      combine: 'weights',
      weight: '2',
      cap: '95',
      round: { step: '0.5' },
      missing: { counts: 'nothing' },
      late: null,
      children: [],
    };
    const half: Category = { kind: 'category', id: 'half', name: 'First half', children: [inner] };
    const plain = course();
    const said = readBack({ ...plain, root: { ...plain.root, combine: 'equal', children: [half] } });
    expect(said.slice(0, 3)).toEqual([
      'Every category and every piece on its own counts the same.',
      'First half counts as much as the others; its points are pooled.',
      'Drawings counts 2 times its points; each piece in it counts by a weight of its own; at most 95% of it counts; it is rounded to steps of 0.5 percent, halves go up; there missing work is left out, as if excused; there late work loses nothing.',
    ]);
    expect(said.at(-1)).toBe('The course is not rounded; A from 90, F from 0.');
  });
});
