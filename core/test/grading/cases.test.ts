import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { checkCourse } from '../../src/document/course-file';
import { writeCourse } from '../../src/formats/course-file';
import { readCourse } from '../../src/incoming/course-file';
import { answer, type Answer } from '../../src/insight/answer';
import { NOW } from '../sample';

interface Case {
  doc: unknown;
  solve: string | null;
  want: Partial<Answer> & { solve?: { id: string; why: true } };
}

const cases = ['plain', 'reach', 'conditions-plain', 'conditions-reach'].flatMap((file) =>
  readFileSync(join(__dirname, '../cases', `${file}.ndjson`), 'utf8')
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line) as Case),
);

describe('the answered courses', () => {
  it.each(cases.map((entry) => [(entry.doc as { title: string }).title, entry] as const))(
    '%s',
    (_, { doc, solve, want }) => {
      const checked = checkCourse(doc);
      if (!checked.ok) throw new Error(JSON.stringify(checked.faults));
      const got = answer(checked.value, NOW, solve ?? undefined);
      const refused = want.solve && 'why' in want.solve;
      const asked = refused ? { ...want, solve: { id: want.solve!.id, why: expect.any(String) } } : want;
      expect(JSON.parse(JSON.stringify(got))).toEqual(
        'reach' in want ? asked : { ...asked, reach: expect.any(Array) },
      );
      expect(readCourse(writeCourse(checked.value))).toEqual(checked);
    },
  );
});
