import { bandsFromText } from '@/model/lines/scale-lines';

const read = (text: string) => bandsFromText(text, [])?.map(({ label, from }) => `${label} ${from}`);

describe('a scale as text', () => {
  it.each([
    ['A 93, A- 90, B+ 87, F 0', ['A 93', 'A- 90', 'B+ 87', 'F 0']],
    ['F 0\nB 80\nA 90', ['A 90', 'B 80', 'F 0']],
    ['A: 90%; B: 80%; C: below 80%', ['A 90', 'B 80', 'C 0']],
    ['90-100 A, 80-89 B, 0-79 F', ['A 90', 'B 80', 'F 0']],
    ['A 90–100, B 80–89,9, F < 80', ['A 90', 'B 80', 'F 0']],
    ['93+ A, 85 and above B, below 85 F', ['A 93', 'B 85', 'F 0']],
    ['A from 89.5, B at least 79,5, F 0', ['A 89.5', 'B 79.5', 'F 0']],
    ['7 85\n6 74\n1 0', ['7 85', '6 74', '1 0']],
    ['Very good 80, Pass 50, Fail 0', ['Very good 80', 'Pass 50', 'Fail 0']],
  ])('%j is read', (text, bands) => expect(read(text)).toEqual(bands));

  it.each(['', 'A 93', 'A 93, and so on', 'A, B, C', 'Late work loses 10% a day, see below'])(
    '%j is no scale',
    (text) => expect(read(text)).toBeUndefined(),
  );

  it('keeps what a letter that stays is worth and brings', () => {
    const known = [{ label: 'A', from: '90', worth: '95', points: '4.0' }];
    expect(bandsFromText('A 93, F 0', known)).toEqual([
      { label: 'A', from: '93', worth: '95', points: '4.0' },
      { label: 'F', from: '0' },
    ]);
  });
});
