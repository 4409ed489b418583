import { patternsFor } from '../../src/wording/days';
import { format } from 'date-fns/format';

const AT = new Date(2026, 9, 16, 15, 5);
const written = (locale: string) => {
  const { short, weekday, time, ...rest } = patternsFor(locale);
  return [short, weekday, rest['weekday and year'], time].map((pattern) => format(AT, pattern));
};

describe('days and times', () => {
  it.each([
    ['en-GB', ['16 Oct', 'Fri 16 Oct', 'Fri 16 Oct 2026', '15:05']],
    ['de-DE', ['16 Oct', 'Fri 16 Oct', 'Fri 16 Oct 2026', '15:05']],
    ['en-US', ['Oct 16', 'Fri, Oct 16', 'Fri, Oct 16, 2026', '3:05 PM']],
    ['en-AU', ['16 Oct', 'Fri 16 Oct', 'Fri 16 Oct 2026', '3:05 PM']],
  ])('are written as in %s, with the same words', (locale, expected) => {
    expect(written(locale)).toEqual(expected);
  });
});
