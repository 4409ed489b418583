import type { Category, Course } from '@fidens/core';
import { readBack } from '@/course-ui/read-back';
import { course } from '../sample';

const part = (id: string, name: string, fields: Partial<Category>): Category => ({
  kind: 'category',
  id,
  name,
  children: [],
  ...fields,
});

/** A syllabus as most are. */
function syllabus(): Course {
  const plain = course();
  return {
    ...plain,
    policy: { late: { perDay: '5', grace: '2' }, overdue: { after: '21' } },
    scale: { ...plain.scale, round: { step: '1' } },
    root: {
      ...plain.root,
      combine: 'weights',
      children: [
        part('logs', 'Field logs', {
          weight: '35',
          combine: 'equal',
          planned: { pieces: 8, possible: '20' },
          drop: { lowest: 1 },
        }),
        part('sets', 'Problem sets', { weight: '25' }),
        { kind: 'assessment', id: 'final', name: 'Final exam', weight: '40', possible: '80' },
        {
          kind: 'assessment',
          id: 'survey',
          name: 'Bird survey',
          extraCredit: true,
          weight: '2',
          possible: '10',
        },
      ],
    },
  };
}

describe('the rules read back', () => {
  it('say a real syllabus line by line', () => {
    expect(readBack(syllabus())).toEqual([
      'Weights make the whole, 100 in all.',
      'Field logs counts 35 of 100; every piece in it counts the same; 8 pieces are promised, of 20 points each; the lowest one is dropped, by percent.',
      'Problem sets counts 25 of 100; its points are pooled.',
      'Final exam counts 40 of 100; it is out of 80 points.',
      'Bird survey is extra credit and can only add; it is out of 10 points.',
      'Missing work counts 0, and open work counts as missing 21 days after it was due.',
      'Late work loses 5% of what is possible each started day, after 2 hours of grace.',
      'The course is rounded to steps of 1 percent, halves go up; then A from 90, F from 0.',
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
      'Drawings, in First half, counts 2 times its points; each piece in it counts by a weight of its own; at most 95% of it counts; it is rounded to steps of 0.5 percent, halves go up; there missing work is left out, as if excused; there late work loses nothing.',
    ]);
    expect(said.at(-1)).toBe('The course is not rounded; A from 90, F from 0.');
  });
});
