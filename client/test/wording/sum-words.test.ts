import type { Assessment, Category, Course } from '@fidens/core';
import { compute } from '@/model/computed';
import { sumWords } from '@/wording/sum-words';
import { course } from '../sample';

const piece = (points: string, possible: string, fields: Partial<Assessment> = {}): Assessment => ({
  kind: 'assessment',
  id: `p${points}${possible}`,
  name: `Piece ${points}`,
  possible,
  status: 'scored',
  score: { points },
  ...fields,
});

function said(children: Assessment[], root: Partial<Category> = {}): string | undefined {
  const document: Course = course();
  const standing = { ...document.root, ...root, children };
  return sumWords(compute({ ...document, root: standing }, '2026-10-20T12:00:00Z').outlooks.standing);
}

describe('how a category adds up is said by its own numbers', () => {
  it.each<[string | undefined, Assessment[], Partial<Category>]>([
    ['17.5 + 12 of 40 points = 73.8%', [piece('17.5', '20'), piece('12', '20')], {}],
    ['(87.5 + 60) ÷ 2 = 73.8%', [piece('17.5', '20'), piece('6', '10')], { combine: 'equal' }],
    [
      '(87.5 × 2 + 60 × 1) ÷ 3 = 78.3%',
      [piece('17.5', '20', { weight: '2' }), piece('6', '10', { weight: '1' })],
      { combine: 'weights' },
    ],
    ['Piece 6 alone: 60%', [piece('6', '10')], { combine: 'equal' }],
    [
      '(89.9 + 89) ÷ 2 = 89.47%, counts 89%',
      [piece('89.94', '100'), piece('89', '100')],
      { combine: 'equal', round: { step: '1' } },
    ],
    ['18 + 3 extra of 20 points = 105%', [piece('18', '20'), piece('3', '5', { extraCredit: true })], {}],
    ['9 of 10 points = 90% · Piece 2 dropped', [piece('9', '10'), piece('2', '10')], { drop: { lowest: 1 } }],
    ['8.4 of 10 points = 84%, counts 85%', [piece('8.4', '10')], { round: { step: '5' } }],
    [
      '6 together 48 of 60 points = 80%',
      ['6', '7', '8', '8.5', '9', '9.5'].map((points) => piece(points, '10')),
      {},
    ],
    [undefined, [], {}],
  ])('%s', (words, children, root) => expect(said(children, root)).toBe(words));
});
