import { piecesFromText } from '@/model/lines/piece-lines';

const NEAR = new Date('2026-10-20T12:00:00');
const read = (text: string) => piecesFromText(text, NEAR);

describe('a list of pieces', () => {
  it('is read line by line, empty ones aside', () => {
    expect(read('Essay 1, 50, 12 Oct\r\n\r\nEssay 2, 50 points, 9 November\nEssay 3')).toEqual([
      { name: 'Essay 1', possible: '50', day: '2026-10-12', unclear: [] },
      { name: 'Essay 2', possible: '50', day: '2026-11-09', unclear: [] },
      { name: 'Essay 3', unclear: [] },
    ]);
  });

  it.each([
    ['Quiz 1\t7,5\t2026-09-14', { possible: '7.5', day: '2026-09-14' }],
    ['Quiz 1; out of 20; 15%', { possible: '20', weight: '15' }],
    ['Quiz 1, 20, 15', { possible: '20', weight: '15' }],
    ['Quiz 1,20,5 Oct', { possible: '20', day: '2026-10-05' }],
    ['Quiz 1, Fri 2 Oct, /8', { possible: '8', day: '2026-10-02' }],
    ['Quiz 1, October 3rd', { day: '2026-10-03' }],
    ['Quiz 1, 12.10.', { day: '2026-10-12' }],
    ['Quiz 1, 12.10.2027', { day: '2027-10-12' }],
    ['Quiz 1, 10/25', { day: '2026-10-25' }],
    ['Quiz 1, 25/10/2025', { day: '2025-10-25' }],
    ['Quiz 1, 9 Jan', { day: '2027-01-09' }],
    ['Quiz 1, 5, extra credit', { possible: '5', part: 'extra' }],
    ['Quiz 1, not counted', { part: 'not' }],
  ])('understands %s', (text, fields) =>
    expect(read(text)).toEqual([{ name: 'Quiz 1', ...fields, unclear: [] }]),
  );

  it('asks where a day could be two, and says what it does not understand, instead of guessing', () => {
    expect(read('Quiz 1, 10/12')).toEqual([
      { name: 'Quiz 1', unclear: ['10/12: write it as 10 Dec or 12 Oct'] },
    ]);
    expect(read('Quiz 1, 20, tba, 31 Feb')).toEqual([
      { name: 'Quiz 1', possible: '20', unclear: ['tba', '31 Feb'] },
    ]);
    expect(read('Quiz 1, 1 Oct, 2 Oct, 1, 2, 3')).toEqual([
      { name: 'Quiz 1', day: '2026-10-01', possible: '1', weight: '2', unclear: ['2 Oct', '3'] },
    ]);
  });
});
