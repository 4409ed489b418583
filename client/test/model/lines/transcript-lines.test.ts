import { SCALE_PRESETS } from '@fidens/core';
import { courseOfLine, readTranscript } from '@/model/lines/transcript-lines';

const { scale } = SCALE_PRESETS[0]!;

describe('an earlier term in lines', () => {
  it.each([
    ['Marine Biology, 4, B+', { title: 'Marine Biology', credits: '4', grade: 'B+' }],
    ['Marine Biology\t3,5\tA−', { title: 'Marine Biology', credits: '3.5', grade: 'A−' }],
    ['Marine Biology 2 4 B+', { title: 'Marine Biology 2', credits: '4', grade: 'B+' }],
    ['Marine Biology; W', { title: 'Marine Biology', grade: 'W' }],
    ['Marine Biology, A, 4 credits', { title: 'Marine Biology', credits: '4', grade: 'A' }],
    ['Marine Biology', { title: 'Marine Biology' }],
  ])('reads %s', (line, read) => expect(readTranscript(line)).toEqual([read]));

  it('passes over what names no course', () =>
    expect(readTranscript('\n---\n12\nDrawing, 2, A\n').map(({ title }) => title)).toEqual(['Drawing']));

  it('takes a letter of the scale, however its sign is written, and anything else for a mark', () => {
    expect(courseOfLine({ title: 'a', credits: '4', grade: 'a-' }, scale)).toMatchObject({
      credits: '4',
      official: { label: 'A−' },
    });
    expect(courseOfLine({ title: 'a', grade: 'Pass' }, scale).official).toEqual({ mark: 'Pass' });
    expect(courseOfLine({ title: 'a' }, scale)).not.toHaveProperty('official');
  });
});
