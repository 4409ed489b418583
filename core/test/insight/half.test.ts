import fc from 'fast-check';
import type { Assessment } from '../../src/document/course';
import { outlooks } from '../../src/grading/outlook';
import { halvesOf, partAsCourse } from '../../src/insight/half';
import { reach } from '../../src/search/reach';
import { randomCourse } from '../random-course';
import { category, course, NOW, open, scored } from '../sample';

describe('a part that carries a letter', () => {
  const half = category(
    [
      category([scored('8', '10'), open('10')], { weight: '60' }),
      category([scored('9', '10')], { weight: '40', extraCredit: true }),
    ],
    { id: 'half', name: 'First half', weight: '40', combine: 'weights', round: { step: '1' } },
  );
  const document = course([half, open('100', { name: 'Exam', weight: '60' })], {
    combine: 'weights',
    late: { perDay: '10' },
    missing: { counts: 'percent', percent: '30' },
  });

  it('is found, and has outlooks and reach of its own', () => {
    expect(halvesOf(document).map(({ name }) => name)).toEqual(['First half']);
    const own = partAsCourse(document, 'half')!;
    const found = outlooks(own, NOW);
    const part = outlooks(document, NOW).standing.parts[0]!;
    expect(found.standing.worth!.value).toEqual(part.worth!.value);
    expect(reach(found).map(({ state }) => state)).not.toContain(undefined);
  });

  it('keeps the policies that are in force there', () => {
    const { root } = partAsCourse(document, 'half')!;
    expect(root.late).toEqual({ perDay: '10' });
    expect(root.missing).toEqual({ counts: 'percent', percent: '30' });
    expect(root).not.toHaveProperty('weight');
  });

  it('has the same value as in the course, whatever the course', () => {
    fc.assert(
      fc.property(randomCourse(), (random) => {
        const found = outlooks(random, NOW);
        for (const { node, worth } of found.standing.parts) {
          if (node.kind !== 'category' || node.insideExtra) continue;
          const own = outlooks(partAsCourse(random, node.id)!, NOW).standing.worth;
          expect(own?.value.toFraction()).toBe(worth?.value.toFraction());
        }
      }),
    );
  });

  it('is nothing where there is no such category', () => {
    expect(partAsCourse(document, 'nothing')).toBeUndefined();
    expect(partAsCourse(document, (document.root.children[1] as Assessment).id)).toBeUndefined();
  });
});
