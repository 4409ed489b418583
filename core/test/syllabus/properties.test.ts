import fc from 'fast-check';
import { checkCourse } from '../../src/document/course-file';
import { SCALE_PRESETS } from '../../src/document/scale-presets';
import { sourceWords } from '../../src/syllabus/text/clean-text';
import { findFacts } from '../../src/syllabus/find-facts';
import { readSyllabus, type ReadSyllabus } from '../../src/syllabus/read-syllabus';
import { answeredTexts, claimsOf } from './measure';

const NEAR = '2026-10-01T12:00:00Z';
const TEXTS = answeredTexts();
const aText = fc.constantFrom(...TEXTS);

function read(text: string): ReadSyllabus {
  const made = readSyllabus(text, { near: NEAR, title: 'Untitled', scale: SCALE_PRESETS[0]!.scale });
  if (!made.ok) throw new Error(`${made.faults[0]!.at} ${made.faults[0]!.message}`);
  return made.value;
}

const claims = (text: string) => claimsOf(read(text)).sort();
/** Of a text as it is, which many are held against. */
const known = new Map(TEXTS.map(({ text }) => [text, claims(text)]));

describe('what is claimed', () => {
  it('stands in the text: every fact has words, and a name is its words', () => {
    fc.assert(
      fc.property(aText, ({ text }) => {
        for (const { kind, value, range } of findFacts(text, NEAR).facts) {
          const words = sourceWords(text, range);
          expect(range.from).toBeGreaterThanOrEqual(0);
          expect(range.to).toBeLessThanOrEqual(text.length);
          expect(words).not.toBe('');
          if (kind === 'name' || kind === 'title') expect(words.toLowerCase()).toBe(value.toLowerCase());
        }
      }),
    );
  });

  it('is the same whatever white space stands around and between the words', () => {
    const space = fc.constantFrom(' ', '  ', '\u00A0', ' \u200B');
    fc.assert(
      fc.property(
        aText,
        fc.array(space, { minLength: 20, maxLength: 20 }),
        fc.constantFrom('\n', '\r\n', '\r'),
        ({ text }, spaces, end) => {
          let at = 0;
          // Two spaces and more part cells; a line keeps those that it has.
          const spaced = text
            .split('\n')
            .map(
              (line) =>
                `${line.includes('  ') ? line : line.replace(/(?<=[\p{L}\d,;:]) (?=[\p{L}\d])/gu, () => (spaces[(at += 1) % 20] === '\u00A0' ? '\u00A0' : ' '))}${spaces[at % 20]}`,
            )
            .join(end);
          expect(claims(`\n \n${spaced}${end}${end}`)).toEqual(known.get(text));
        },
      ),
    );
  });

  it.each<[string, (line: string, index: number) => string]>([
    ['set in', (line) => `    ${line}`],
    ['quoted', (line) => `> ${line}`],
    [
      'in bold',
      (line, index) =>
        index > 0 && /^[A-Z][a-z]+ [a-z]+:/.test(line) ? line.replace(/^[^:]+/, '**$&**') : line,
    ],
    ['with spaces at its end', (line) => `${line}   `],
  ])('is the same where each line is %s', (_, made) => {
    for (const { text } of TEXTS)
      expect(claims(text.split('\n').map(made).join('\n'))).toEqual(known.get(text));
  });

  it('is the same over a page head in the middle of a paragraph', () => {
    const lines = [
      'Ethics',
      '',
      'Your grade is made of two essays, which together count',
      'for 60% of the grade, and an exam that counts the other',
      '40% of it.',
    ];
    const broken = [...lines.slice(0, 3), '', 'Ethics – Page 2 of 4', '', ...lines.slice(3)];
    expect(claims(broken.join('\n'))).toEqual(claims(lines.join('\n')));
    expect(claims(lines.join('\n'))).toContain('weight of Essays=60');
  });

  it('does not hang on the order of paragraphs that have nothing to do with each other', () => {
    const head = 'Coastal Ecology\n\n';
    const paragraphs = [
      'Grading\nField logs (8, lowest dropped): 35%\nProblem sets: 15%\nFinal exam: 50%',
      'Late work\nWork loses 8% per day, after a grace period of 3 hours.',
      'Missing work counts as zero.',
      'A 93-100, B 83-92, C 73-82, D 60-72, F below 60',
      'Final grades are rounded to the nearest whole percent.',
      'About 20% of students take this course twice. Room 310, phone 555-0142.',
      'Office hours: Mon 2-4 and by appointment.',
    ];
    const expected = claims(head + paragraphs.join('\n\n'));
    fc.assert(
      fc.property(fc.shuffledSubarray(paragraphs, { minLength: paragraphs.length }), (order) => {
        expect(claims(head + order.join('\n\n'))).toEqual(expected);
      }),
    );
  });

  it('makes a course that can be kept, whatever is pasted', () => {
    const word = fc.constantFrom(
      ...[
        'Homework',
        'Quizzes',
        'Final',
        '20%',
        '100 points',
        '(8)',
        'each',
        'best 8 of 10',
        'lowest',
        'dropped',
        'late',
        '10% per day',
        'A 90-100',
        'F',
        'half',
        'the rest',
      ],
      ...[
        '\n',
        '\n\n',
        '\t',
        ',',
        ';',
        ':',
        '.',
        '(',
        ')',
        '–',
        'and',
        '3 x 10',
        'Oct 12',
        '3/4',
        'must',
        'pass',
        'the final',
        'absence',
        'replaces',
        '0%',
        '999%',
        '1,5',
      ],
    );
    const mess = fc.oneof(
      fc.array(word, { maxLength: 60 }).map((words) => words.join(' ')),
      fc.string({ unit: 'binary', maxLength: 300 }),
      fc.string({ unit: 'grapheme', maxLength: 300 }),
    );
    fc.assert(
      fc.property(mess, (text) => {
        const { course } = read(text);
        expect(checkCourse(JSON.parse(JSON.stringify(course)))).toMatchObject({ ok: true });
      }),
      { numRuns: Number(process.env.FIDENS_PROPERTY_TIMES ?? 1) * 250 },
    );
  });
});

describe('what is not claimed', () => {
  it.each([
    [
      'German',
      'Die Note setzt sich zusammen aus Hausaufgaben und einer Prüfung. Im Sommer regnet es an 20 % der Tage.',
    ],
    ['French', 'Le cours traite de la mer. Il y a 12 chats dans le jardin, dont 50% sont noirs.'],
    ['Japanese', 'この授業では海の生態系を学びます。出席は大切です。'],
    [
      'a recipe',
      'Take 2 eggs, 30% cream and half a lemon. Bake for 40 minutes at 180 degrees, then rest 10 minutes.',
    ],
    [
      'a report',
      'Sales rose by 20% in 2024, and 35% of customers came back. The first quarter was 4 points better.',
    ],
    [
      'talk',
      'Room 210, phone 555-0142, attendance of 80% is expected, 15% of students drop out, edition of 2019.',
    ],
  ])('%s says nothing of a course', (_, text) => {
    expect(read(text).given.filter(({ fact }) => fact.kind !== 'title')).toEqual([]);
  });

  it('a total that is no hundred is kept and told, never put right', () => {
    const { course, remarks } = read(
      'Film\n\nNotes 20%\nMidterm essay 25%\nFinal essay 35%\nParticipation 15%',
    );
    expect(course.root.children.map(({ weight }) => weight)).toEqual(['20', '25', '35', '15']);
    expect(remarks).toContainEqual({ kind: 'total', comesTo: '95', said: '100', unit: 'percent' });
  });

  it('two weights of one part are told, and asked about', () => {
    const text =
      'Urban Geography\n\nLabs 40%\nReport 20%\nFinal exam 40%\n\nNote that the final exam is worth 45% of the grade.';
    const { facts, remarks } = read(text);
    expect(remarks.map(({ kind }) => kind)).toContain('two weights');
    expect(facts.find(({ kind, value }) => kind === 'weight' && value === '40')).toBeDefined();
    expect(facts.find(({ kind, or }) => kind === 'weight' && or !== undefined)).toMatchObject({
      certainty: 0.5,
      or: [{ kind: 'weight', value: '45' }],
    });
  });

  it('what looks like a rule and was not understood is named', () => {
    const { lines } = read(
      'Ethics\n\nEssay 60%\nExam 40%\n\nParticipation may tip the balance. Bring a pen.',
    );
    const unread = lines.filter(({ became }) => became === 'unread');
    expect(unread).toHaveLength(1);
  });
});
