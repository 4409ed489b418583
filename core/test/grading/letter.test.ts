import fc from 'fast-check';
import type { Round, Scale } from '../../src/document/course';
import { lettersOf, reaches, shownPercent, thresholdOf } from '../../src/grading/letter';
import { HUNDRED, rational, roundToStep, ZERO } from '../../src/numbers/rational';
import { LETTERS } from '../sample';

describe('a cut-off before rounding', () => {
  const round = fc.record<Round>({
    step: fc.constantFrom('1', '0.5', '0.1', '5', '0.3'),
    mode: fc.constantFrom('half-up' as const, 'half-even' as const, 'up' as const, 'down' as const),
  });

  it('is reached by just the values that the scale rounds to it or above', () => {
    fc.assert(
      fc.property(round, fc.nat(400), fc.nat(4_000), (rule, quarters, fortieths) => {
        const letters = lettersOf({ ...LETTERS, round: rule });
        const from = rational(String(quarters)).div(400);
        const value = rational(String(fortieths)).div(4_000);
        const rounded = roundToStep(value, rational(rule.step).div(100), rule.mode!);
        expect(reaches(value, thresholdOf(from, letters))).toBe(rounded.compare(from) >= 0);
      }),
      { numRuns: 3_000 },
    );
  });
});

describe('a shown percent', () => {
  const letters = lettersOf(LETTERS);
  const shown = (text: string, scale: Scale = LETTERS) =>
    shownPercent(rational(text).div(HUNDRED), lettersOf(scale));

  it('never seems to reach a cut-off that it misses', () => {
    expect(shown('79.96')).toBe('79.96');
    expect(shown('79.9612')).toBe('79.96');
    expect(shown('79.9999')).toBe('79.9999');
    expect(shown('79.999999')).toBe('just below 80');
    expect(shown('80')).toBe('80.0');
    expect(shown('84.74')).toBe('84.7');
  });

  it('nor to miss one that it reaches', () => {
    const odd: Scale = {
      bands: [
        { label: 'A', from: '79.96' },
        { label: 'F', from: '0' },
      ],
    };
    expect(shown('79.96', odd)).toBe('80.0');
    expect(shown('79.959', odd)).toBe('79.959');
  });

  it('knows where rounding puts the border', () => {
    const rounded: Scale = { ...LETTERS, round: { step: '1', mode: 'half-up' } };
    expect(shown('79.46', rounded)).toBe('79.46');
    expect(shown('79.5', rounded)).toBe('79.5');
  });

  it('has the decimals that are asked for where that is honest', () => {
    expect(shownPercent(ZERO, letters)).toBe('0.0');
    expect(shownPercent(rational('0.84736'), letters, 2)).toBe('84.74');
  });
});
