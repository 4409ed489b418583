import { applyEdits, type Category, type Course, type CourseNode } from '@fidens/core';
import { homesFor, movingTo, treeRows, type Place } from '@/model/moving';
import { course } from '../sample';

const piece = (id: string): CourseNode => ({ kind: 'assessment', id, name: id, possible: '10' });
const group = (id: string, children: CourseNode[]): Category => ({
  kind: 'category',
  id,
  name: id,
  children,
});

const sample: Course = {
  ...course(),
  root: group('course', [
    group('a', [piece('a1'), piece('a2'), group('b', [piece('b1')])]),
    piece('x'),
    group('c', []),
  ]),
};

/** The tree after a move, as "a(a1 a2) x". */
function after(ids: string[], place: Place): string {
  const edited = applyEdits(sample, movingTo(sample, new Set(ids), place));
  if (!edited.ok) throw new Error(edited.faults[0]!.message);
  const text = (node: CourseNode): string =>
    node.kind === 'category' ? `${node.id}(${node.children.map(text).join(' ')})` : node.id;
  return edited.course.root.children.map(text).join(' ');
}

describe('moving', () => {
  it('lists the tree from top to bottom with its depths', () => {
    expect(treeRows(sample.root).map(({ node, depth }) => `${depth}${node.id}`)).toEqual([
      '0a',
      '1a1',
      '1a2',
      '1b',
      '2b1',
      '0x',
      '0c',
    ]);
  });

  it.each<[string, string[], Place, string]>([
    ['many into a category, in their order', ['x', 'a1', 'b1'], { parent: 'c' }, 'a(a2 b()) c(a1 b1 x)'],
    ['before a sibling', ['x'], { parent: 'a', before: 'a2' }, 'a(a1 x a2 b(b1)) c()'],
    ['before one that moves too', ['a1', 'a2'], { parent: 'a', before: 'a2' }, 'a(a1 a2 b(b1)) x c()'],
    [
      'a category with what is in it, once',
      ['b', 'b1'],
      { parent: 'course', before: 'x' },
      'a(a1 a2) b(b1) x c()',
    ],
  ])('takes %s', (_, ids, place, tree) => expect(after(ids, place)).toBe(tree));

  it('does nothing into itself, into what is inside it, or to where things stand', () => {
    for (const [id, parent] of [
      ['a', 'a'],
      ['a', 'b'],
      ['c', 'course'],
      ['x', 'nowhere'],
      ['x', 'a1'],
    ] as const)
      expect(movingTo(sample, new Set([id]), { parent })).toEqual([]);
  });

  it('offers every category but the moved ones and those inside them', () => {
    expect(homesFor(sample, new Set(['a', 'x'])).map(({ id }) => id)).toEqual(['course', 'c']);
  });
});
