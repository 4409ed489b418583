import { triesWords } from '@/features/rehearsal/rehearsal-panel';
import { course, stored } from '../../sample';

describe('words of what is tried', () => {
  test('name each piece with its try, and leave out what is gone', () => {
    const words = triesWords(stored(course()), [
      { id: 'two', entry: { status: 'scored', score: { percent: '85' } }, weight: '2.50' },
      { id: 'one', counted: false },
      { id: 'gone', weight: '1' },
    ]);
    expect(words).toBe('Two 85%, weight 2.5 · One without it');
  });
});
