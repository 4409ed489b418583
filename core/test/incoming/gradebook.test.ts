import { strToU8, zipSync } from 'fflate';
import type { SourceFile } from '../../src/incoming/source';
import { newCourses, type NewCoursesQuestion } from '../../src/reading';
import { LETTERS, NOW } from '../sample';

/** An export as a school's system writes it, of two classes and two students. */
const EXPORT: Readonly<Record<string, string>> = {
  'manifest.csv': 'propertyName,value\nmanifest.version,1.0\noneroster.version,1.2\n',
  'classes.csv':
    'sourcedId,status,dateLastModified,title,grades,courseSourcedId,classCode,classType,location,schoolSourcedId,termSourcedIds\nc1,,,Coastal Ecology,,k1,ECO-2,scheduled,,s1,t1\nc2,,,Maritime Law,,k2,LAW-1,scheduled,,s1,t1\n',
  'courses.csv':
    'sourcedId,status,dateLastModified,schoolYearSourcedId,title,courseCode\nk1,,,,Ecology,ECO 210\nk2,,,,Law,LAW 110\n',
  'categories.csv':
    'sourcedId,status,dateLastModified,title,weight\ng1,,,Field logs,35\ng2,,,Final,65\ng3,tobedeleted,,Old,10\n',
  'lineItems.csv':
    'sourcedId,status,dateLastModified,title,description,assignDate,dueDate,classSourcedId,categorySourcedId,gradingPeriodSourcedId,resultValueMin,resultValueMax,schoolSourcedId\n' +
    'i1,,,Mudflat log,,2026-09-01,2026-09-14,c1,g1,p1,0,20,s1\n' +
    'i2,,,"Dune log, long",,2026-09-01,2026-09-21,c1,g1,p1,0,20,s1\n' +
    'i3,,,Final exam,,,,c1,g2,p1,0,80,s1\n' +
    'i4,tobedeleted,,Gone,,,,c1,g2,p1,0,80,s1\n' +
    'i5,,,Moot,,,2026-10-02,c2,,p1,0,10,s1\n',
  'results.csv':
    'sourcedId,status,dateLastModified,lineItemSourcedId,studentSourcedId,scoreStatus,score,scoreDate,comment,textScore,classSourcedId,inProgress,incomplete,late,missing\n' +
    'r1,,,i1,noor,fully graded,17.5,2026-09-16,,,c1,false,false,false,false\n' +
    'r2,,,i2,noor,not submitted,0,2026-09-22,,,c1,false,false,false,true\n' +
    'r3,,,i1,sam,fully graded,3,2026-09-16,,,c1,false,false,false,false\n' +
    'r4,,,i5,noor,exempt,,2026-10-03,,,c2,false,false,false,false\n',
  'users.csv':
    'sourcedId,status,dateLastModified,enabledUser,username,givenName,familyName\nnoor,,,true,noor,Noor,Haddad\n',
};

const packed = (files: Readonly<Record<string, string>>, folder = '') => ({
  files: [
    {
      name: 'export',
      bytes: zipSync(
        Object.fromEntries(Object.entries(files).map(([name, text]) => [folder + name, strToU8(text)])),
      ),
    },
  ],
});

function read(source: { files: SourceFile[] }, more: Partial<NewCoursesQuestion> = {}) {
  let last = 0;
  return newCourses({ source, near: NOW, title: 'Export', scale: LETTERS, ...more }, () => `n${(last += 1)}`);
}

function made(source: { files: SourceFile[] }, person?: string) {
  const found = read(source, person === undefined ? {} : { person });
  if (!found.ok || found.value.kind !== 'lists') throw new Error(JSON.stringify(found));
  return found.value;
}

describe('a gradebook as schools export it', () => {
  it('brings each class with its categories, weights, days, states and the scores of one person', () => {
    const [ecology, law] = made(packed(EXPORT), 'noor').made.map(({ course }) => course);
    expect([ecology!.title, ecology!.code, law!.title]).toEqual([
      'Coastal Ecology',
      'ECO 210',
      'Maritime Law',
    ]);
    expect(ecology!.root).toMatchObject({
      combine: 'weights',
      children: [
        {
          name: 'Field logs',
          weight: '35',
          children: [
            { name: 'Mudflat log', possible: '20', status: 'scored', score: { points: '17.5' } },
            { name: 'Dune log, long', possible: '20', status: 'missing' },
          ],
        },
        { name: 'Final', weight: '65', children: [{ name: 'Final exam', possible: '80' }] },
      ],
    });
    expect(law!.root.children).toMatchObject([{ name: 'Moot', status: 'excused' }]);
  });

  it('of several persons asks whose results they are, by name where it has names', () => {
    const { read: how, made: courses } = made(packed(EXPORT));
    expect(how.people).toEqual([
      { id: 'noor', name: 'Noor Haddad' },
      { id: 'sam', name: 'sam' },
    ]);
    expect(how.person).toBeUndefined();
    // Nobody's scores are taken for one's own.
    expect(JSON.stringify(courses)).not.toContain('"score"');
    expect(made(packed(EXPORT), 'sam').made[0]!.course.root.children[0]).toMatchObject({
      children: [{ score: { points: '3' } }, {}],
    });
  });

  it('may stand in a folder, or come as files of its own, with as little as what there is to grade', () => {
    expect(made(packed(EXPORT, 'export/2026/'), 'noor').made).toHaveLength(2);
    const { 'lineItems.csv': items, 'results.csv': results } = EXPORT;
    const files = [
      { name: 'lineItems.csv', bytes: strToU8(items!) },
      { name: 'results.csv', bytes: strToU8(results!) },
    ];
    expect(made({ files }, 'noor').made.map(({ pieces }) => pieces)).toEqual([3, 1]);
  });

  it('tells everything that is wrong, with file, line and column', () => {
    const broken = {
      ...EXPORT,
      'lineItems.csv': EXPORT['lineItems.csv']!.replace('2026-09-21', 'soon').replace(',80,s1', ',many,s1'),
      'results.csv': EXPORT['results.csv']!.replace('17.5', 'good'),
    };
    const found = read(packed(broken), { person: 'noor' });
    expect(found.ok ? [] : found.faults.map(({ at }) => at)).toEqual([
      'results.csv, line 2, score',
      'lineItems.csv, line 3, dueDate',
      'lineItems.csv, line 4, resultValueMax',
    ]);
    const without = { ...EXPORT, 'lineItems.csv': EXPORT['lineItems.csv']!.replace('title', 'label') };
    const other = read(packed(without));
    expect(other.ok ? [] : other.faults[0]).toEqual({
      at: 'lineItems.csv, line 1',
      message: 'has no column title',
    });
  });
});
