import type { Category } from '@fidens/core';
import { seriesOf, seriesWords } from '@/model/series';

const quizzes = (...names: string[]): Category => ({
  kind: 'category',
  id: 'quizzes',
  name: 'Quizzes',
  children: names.map((name) => ({ kind: 'assessment', id: name, name, possible: '10' })),
});

describe('a series', () => {
  it('is numbered, and has its days in a rhythm, over the end of summer time too', () => {
    const made = seriesOf({ name: ' Quiz ', pieces: 4, day: '2026-10-12', every: 7 }, quizzes());
    expect(made).toEqual([
      { name: 'Quiz 1', day: '2026-10-12' },
      { name: 'Quiz 2', day: '2026-10-19' },
      { name: 'Quiz 3', day: '2026-10-26' },
      { name: 'Quiz 4', day: '2026-11-02' },
    ]);
    expect(seriesWords(made)).toBe('Makes Quiz 1 to Quiz 4, due Mon 12 Oct to Mon 2 Nov.');
  });

  it('goes on where an existing one ends', () => {
    const made = seriesOf(
      { name: 'Quiz', pieces: 2, day: '', every: 7 },
      quizzes('Quiz 1', 'Quiz 7', 'Quizzical 9', 'Quiz x'),
    );
    expect(made).toEqual([
      { name: 'Quiz 8', day: '' },
      { name: 'Quiz 9', day: '' },
    ]);
    expect(seriesWords(made)).toBe('Makes Quiz 8 to Quiz 9.');
  });

  it('of one is that one', () => {
    expect(seriesOf({ name: 'Essay', pieces: 1, day: '2026-10-12', every: 7 }, quizzes())).toEqual([
      { name: 'Essay', day: '2026-10-12' },
    ]);
  });
});
