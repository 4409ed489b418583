import { chanceText } from '@/features/chances/chance-view';

describe('a chance in words', () => {
  test('a chance is never said to be none or certain where it is not', () => {
    expect([0, 0.004, 0.125, 0.995, 1].map(chanceText)).toEqual([
      'none',
      'under 1%',
      '13%',
      'over 99%',
      'certain',
    ]);
  });
});
