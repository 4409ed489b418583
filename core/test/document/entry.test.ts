import { entryText, readEntry, type Entry } from '../../src/document/entry';
import { LETTERS, open, scored } from '../sample';

const piece = open('20');

const read = (text: string, of = piece, scale = LETTERS) => readEntry(text, of, scale);

const recorded = (entry: Entry) => (entry.kind === 'set' ? entry.set : undefined);

describe('an entry', () => {
  it.each([
    ['17.5', { points: '17.5' }],
    ['17,5', { points: '17.5' }],
    [' 17 / 20 ', { points: '17' }],
    ['17,5/20', { points: '17.5' }],
    ['.5', { points: '0.5' }],
    ['17.', { points: '17' }],
    ['0', { points: '0' }],
    ['91%', { percent: '91' }],
    ['91,25 %', { percent: '91.25' }],
    ['A', { label: 'A' }],
    ['b', { label: 'B' }],
  ])('%j is a score', (text, score) => expect(recorded(read(text))).toEqual({ status: 'scored', score }));

  it.each([
    ['mis', 'missing'],
    ['Missing', 'missing'],
    ['exc', 'excused'],
    ['WAIT', 'awaiting'],
    ['', 'open'],
  ])('%j is a state', (text, status) => expect(recorded(read(text))).toEqual({ status, score: undefined }));

  it.each(['abc', '-3', '1e5', '17/20/3', '5/0', '17/', '%', 'mi', '1.1234567', '1234567890123', 'missings'])(
    '%j is not understood, and it is said what would be',
    (text) => {
      const entry = read(text);
      expect(entry.kind).toBe('unclear');
      expect(entry.said).toMatch(/is no score\. Try 17\.5, 17\/20, 91%/);
    },
  );

  it('of a letter without worth offers what it could be worth', () => {
    const entry = read('C');
    expect(entry).toMatchObject({ kind: 'asks', said: expect.stringMatching(/what C is worth/) });
    expect(entry.kind === 'asks' && entry.readings).toEqual([
      {
        set: { status: 'scored', score: { label: 'C' } },
        worthOf: 'C',
        said: 'C is worth 75%, the middle of its band: 15 of 20',
      },
    ]);
  });

  it('over another whole than the one that was chosen is asked about: its percent, or another whole', () => {
    const entry = read('27/30');
    expect(recorded(entry)).toBeUndefined();
    expect(entry).toMatchObject({
      kind: 'asks',
      readings: [
        { possible: '30', set: { status: 'scored', score: { points: '27' } } },
        { set: { status: 'scored', score: { percent: '90' } } },
      ],
    });
  });

  it('over a whole that nobody has said yet says it: what the teacher wrote wins', () => {
    const presumed = open('100', { presumed: true });
    const entry = read('8/10', presumed);
    expect(entry).toMatchObject({ kind: 'set', possible: '10', said: '8 of 10, 80%' });
    expect(recorded(entry)).toEqual({ status: 'scored', score: { points: '8' } });
    expect(read('80/100', presumed)).toMatchObject({ kind: 'set', possible: '100' });
  });

  it.each(['17 20', '1 7', '17  20 '])('%j is two numbers, and not one of them is guessed', (text) => {
    const entry = read(text);
    expect(entry.kind).toBe('unclear');
    expect(entry.said).toMatch(/is two numbers/);
  });

  it('over the same whole written otherwise is points', () => {
    expect(recorded(read('17/20.0'))).toEqual({ status: 'scored', score: { points: '17' } });
  });

  it('above full marks is allowed, but asked about first: it may be a percent', () => {
    const percent = { set: { status: 'scored', score: { percent: '87.5' } }, said: '87.5%: 17.5 of 20' };
    const points = (of: string, said: string) => ({ set: { status: 'scored', score: { points: of } }, said });
    expect(read('87,5')).toEqual({
      kind: 'asks',
      said: '87.5 is more than the 20 that this piece is out of. Which is meant?',
      readings: [percent, points('87.5', '87.5 of 20, 437.5% — above full marks')],
    });
    expect(read('185')).toEqual({
      kind: 'asks',
      said: '185 is more than the 20 that this piece is out of. Is that so?',
      readings: [points('185', '185 of 20, 925% — above full marks')],
    });
    expect(recorded(read('21', { ...piece, status: 'scored', score: { points: '21.0' } }))).toEqual({
      status: 'scored',
      score: { points: '21' },
    });
  });

  it('of points and a bonus is their sum, exactly, and not asked about', () => {
    expect(read('20+2')).toEqual({
      kind: 'set',
      set: { status: 'scored', score: { points: '22' } },
      said: '20 + 2 = 22 of 20, 110% — above full marks',
    });
    expect(recorded(read('18,3 + .45'))).toEqual({ status: 'scored', score: { points: '18.75' } });
    expect(read('1+2+3').kind).toBe('unclear');
  });

  it('of two cells of a table is a score and what it is out of', () => {
    expect(recorded(read('18.5\t20'))).toEqual({ status: 'scored', score: { points: '18.5' } });
    expect(read('18.5\t25').kind).toBe('asks');
  });

  it.each([
    ['EX', 'excused'],
    ['exempt', 'excused'],
    ['submitted', 'awaiting'],
    ['Handed in', 'awaiting'],
  ])('%s is %s', (text, status) => expect(recorded(read(text))).toEqual({ status, score: undefined }));

  it('zero is a score', () =>
    expect(recorded(read('Zero'))).toEqual({ status: 'scored', score: { points: '0' } }));

  it('of an absence asks what it counts', () => {
    for (const text of ['abs', 'absent'])
      expect(read(text)).toMatchObject({
        kind: 'asks',
        readings: [{ set: { status: 'missing' } }, { set: { status: 'excused' } }],
      });
  });

  it.each([
    ['late', 'is chosen below it'],
    ['not counted', '“excused” leaves it out'],
    ['E+', 'E+ is no letter of this scale: A, B, C, F.'],
  ])('%s is answered with what would be right', (text, words) => {
    const entry = read(text);
    expect(entry.kind).toBe('unclear');
    expect(entry.said).toContain(words);
  });

  it('of a bare number is points, a label of the scale only beside it', () => {
    const grades = {
      bands: [
        { label: '6', from: '90', worth: '95' },
        { label: '1', from: '0' },
      ],
    };
    const entry = read('6', piece, grades);
    expect(recorded(entry)).toEqual({ status: 'scored', score: { points: '6' } });
    expect(entry).toMatchObject({
      offer: { set: { status: 'scored', score: { label: '6' } } },
    });
  });

  it('finds a letter whatever kind of minus stands in it', () => {
    const scale = {
      bands: [
        { label: 'A−', from: '90', worth: '91' },
        { label: 'F', from: '0' },
      ],
    };
    expect(recorded(read('a-', piece, scale))).toEqual({ status: 'scored', score: { label: 'A−' } });
  });

  it('gives itself again when its text is read', () => {
    for (const recordedPiece of [
      scored('17.5', '20'),
      open('20', { status: 'missing' }),
      open('20', { status: 'awaiting' }),
      open('20'),
      open('20', { status: 'scored', score: { percent: '91.5' } }),
      open('20', { status: 'scored', score: { label: 'B' } }),
    ]) {
      const set = recorded(read(entryText(recordedPiece), recordedPiece));
      expect(set).toEqual({ status: recordedPiece.status ?? 'open', score: recordedPiece.score });
    }
  });
});
