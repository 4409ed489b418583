import { readCalendar } from '../../src/incoming/calendar';
import { readList } from '../../src/reading';
import { course, NOW, open } from '../sample';

const calendar = (...lines: string[]) =>
  ['BEGIN:VCALENDAR', 'VERSION:2.0', 'PRODID:-//any//', ...lines, 'END:VCALENDAR', ''].join('\r\n');
const event = (...lines: string[]) => ['BEGIN:VEVENT', 'UID:1', ...lines, 'END:VEVENT'];

function told(text: string): string[] {
  const read = readCalendar(text);
  if (!read.ok) throw new Error(JSON.stringify(read.faults));
  return read.value.lists.flatMap(({ title, rows }) =>
    rows.map(({ name, day, time }) =>
      [title, name, time === undefined ? day : new Date(`${day}T${time}`).toISOString()]
        .filter(Boolean)
        .join(' | '),
    ),
  );
}

describe('a calendar', () => {
  it.each<[string, string[], string]>([
    [
      'a moment in universal time',
      ['DTSTART:20261012T200000Z', 'DTEND:20261012T215900Z'],
      '2026-10-12T21:59:00.000Z',
    ],
    [
      'a start with how long it lasts',
      ['DTSTART:20261012T200000Z', 'DURATION:PT2H'],
      '2026-10-12T22:00:00.000Z',
    ],
    ['a start alone', ['DTSTART:20261012T200000Z'], '2026-10-12T20:00:00.000Z'],
    ['a whole day', ['DTSTART;VALUE=DATE:20261012'], '2026-10-12'],
    [
      'whole days up to the one before the end',
      ['DTSTART;VALUE=DATE:20261010', 'DTEND;VALUE=DATE:20261013'],
      '2026-10-12',
    ],
    ['a zone of the world', ['DTSTART;TZID=Europe/Berlin:20261012T235900'], '2026-10-12T21:59:00.000Z'],
  ])('of %s is due when it ends', (_name, lines, due) =>
    expect(told(calendar(...event('SUMMARY:Dune log', ...lines)))).toEqual([`Dune log | ${due}`]),
  );

  it('may describe its zones itself', () => {
    const zone = ['BEGIN:VTIMEZONE', 'TZID:School', 'BEGIN:STANDARD', 'DTSTART:19700101T000000'];
    const end = ['TZOFFSETFROM:+0300', 'TZOFFSETTO:+0300', 'END:STANDARD', 'END:VTIMEZONE'];
    expect(
      told(calendar(...zone, ...end, ...event('SUMMARY:Reef', 'DTSTART;TZID=School:20261012T120000'))),
    ).toEqual(['Reef | 2026-10-12T09:00:00.000Z']);
  });

  it('has a row for each time of what comes again, for what is to be done, and none for what is called off', () =>
    expect(
      told(
        calendar(
          ...event('SUMMARY:Quiz', 'DTSTART;VALUE=DATE:20261005', 'RRULE:FREQ=WEEKLY;COUNT=3'),
          ...event('SUMMARY:Gone', 'DTSTART;VALUE=DATE:20261005', 'STATUS:CANCELLED'),
          ...[
            'BEGIN:VTODO',
            'UID:2',
            'SUMMARY:Essay\\, first',
            '  draft',
            'DUE;VALUE=DATE:20261020',
            'END:VTODO',
          ],
        ),
      ),
    ).toEqual([
      'Quiz 1 | 2026-10-05',
      'Quiz 2 | 2026-10-12',
      'Quiz 3 | 2026-10-19',
      'Essay, first draft | 2026-10-20',
    ]));

  it('is a list for each course that its events are named after', () =>
    expect(
      told(
        calendar(
          ...event('SUMMARY:Ecology: Dune log', 'DTSTART;VALUE=DATE:20261012'),
          ...event('SUMMARY:Ecology: Reef: part 2', 'DTSTART;VALUE=DATE:20261019'),
          ...event('SUMMARY:Holiday: autumn', 'DTSTART;VALUE=DATE:20261020'),
        ),
      ),
    ).toEqual([
      'Ecology | Dune log | 2026-10-12',
      'Ecology | Reef: part 2 | 2026-10-19',
      'Holiday: autumn | 2026-10-20',
    ]));

  it.each<[string, string, RegExp]>([
    ['a line that is none', calendar('BEGIN:VEVENT', 'no such line', 'END:VEVENT'), /^line 5, column 1\|/],
    ['a part that never ends', calendar('BEGIN:VEVENT').replace(/END:VCALENDAR\s*$/, ''), /never ends/],
    ['no day', calendar(), /without a day/],
  ])('with %s is refused, with its place', (_name, text, words) => {
    const read = readCalendar(text);
    expect(read.ok ? '' : `${read.faults[0]!.at}|${read.faults[0]!.message}`).toMatch(words);
  });

  it('held against a course tells the days that moved, and those that are new', () => {
    const document = course([
      open('20', { id: 'dune', name: 'Dune log', due: new Date('2026-10-12T23:59').toISOString() }),
      open('20', { id: 'reef', name: 'Reef log' }),
    ]);
    const text = calendar(
      ...event('SUMMARY:Sample: Dune log', 'DTSTART;VALUE=DATE:20261014'),
      ...event('SUMMARY:Sample: Reef log', 'DTSTART;VALUE=DATE:20261019'),
    );
    const read = readList({ source: { text }, course: document, near: NOW });
    if (!read.ok || read.value.kind !== 'list') throw new Error(JSON.stringify(read));
    expect(
      read.value.compared.pairs.flatMap(({ piece, differences }) =>
        differences.map(({ field, here, there, isNews }) => [piece, field, here, there, isNews]),
      ),
    ).toEqual([
      ['dune', 'due', '2026-10-12', '2026-10-14', false],
      ['reef', 'due', 'no day', '2026-10-19', true],
    ]);
  });
});
