import { FORMATS, type Course } from '@fidens/core';
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { grade as command } from '../src/command';

const HOME = join(__dirname, '..', '..');
const ECOLOGY = join(HOME, 'server/sample/coastal-ecology.json');
const AS_OF = ['--as-of', '2026-10-20T12:00:00Z'];

interface Told {
  readonly status: number | null;
  readonly stdout: string;
  readonly stderr: string;
  readonly lines: readonly string[];
}

const asTold = (status: number | null, stdout: string, stderr: string): Told => ({
  ...{ status, stdout, stderr },
  lines: stdout.trim().split('\n'),
});

/** Carries out a command line here. */
async function grade(args: readonly string[], input = ''): Promise<Told> {
  const said = { stdout: '', stderr: '' };
  const status = await command(args, {
    input: () => Buffer.from(input),
    print: (line) => (said.stdout += `${line}\n`),
    complain: (line) => (said.stderr += `${line}\n`),
  });
  return asTold(status, said.stdout, said.stderr);
}

/** Carries out a command line as a process of its own, as it is used. */
function gradeByProcess(args: readonly string[], input = ''): Told {
  const { status, stdout, stderr } = spawnSync(
    process.execPath,
    ['--import', 'tsx', 'cli/src/grade.ts', ...args],
    { cwd: HOME, encoding: 'utf8', input },
  );
  return asTold(status, stdout, stderr);
}

describe('the command line', () => {
  it('answers a file as one line of JSON', () => {
    const { status, lines } = gradeByProcess(['--json', ...AS_OF, '--solve', 'final', ECOLOGY]);
    expect(status).toBe(0);
    expect(lines).toHaveLength(1);
    const given = JSON.parse(lines[0]!);
    expect(given.standing).toEqual({ percent: '88.722222', exact: '1597/18', letter: 'B+' });
    expect(given.solve.bands.find(({ label }: { label: string }) => label === 'A−')).toMatchObject({
      state: 'reachable',
      score: '73',
    });
  });

  it('answers each line of standard input, passes empty ones over, and says what is wrong in place', () => {
    const good = JSON.stringify(JSON.parse(readFileSync(ECOLOGY, 'utf8')));
    const bad = good.replace('"possible":"20"', '"possible":"0"');
    const { status, lines } = gradeByProcess(
      ['--json', ...AS_OF, '-'],
      `${good}\n\n{oops\n${bad}\n${good}\n`,
    );
    expect(status).toBe(2);
    expect(lines.map((line) => Object.keys(JSON.parse(line))[0])).toEqual([
      'title',
      'error',
      'error',
      'title',
    ]);
    expect(JSON.parse(lines[1]!).error).toEqual([{ at: '', message: expect.stringContaining('not JSON') }]);
    expect(JSON.parse(lines[2]!).error).toEqual([
      { at: 'root.children[0].planned.possible', message: 'must be above 0' },
    ]);
  });

  it('tells a person the outlooks, what each letter takes, and the working', async () => {
    const { stdout } = await grade([...AS_OF, ECOLOGY]);
    expect(stdout).toMatch(/standing +88\.722222% {2}B\+/);
    expect(stdout).toMatch(/A− +91\.40%/);
    expect(stdout).toMatch(/Past due, and meant as handed in now\n {2}Eelgrass survey/);
    expect(stdout).toContain('Dune profile  55%  dropped lowest');
    expect(stdout).toContain(
      'Rock pool count  90%  counts 1 (19.44% of what counts so far): entered 19; late 1 days at 5% of what is possible, 18',
    );
  });

  it('says of every value that is not as entered why it is what it is', async () => {
    const piece = (id: string, fields: object) => ({
      kind: 'assessment',
      id,
      name: id,
      possible: '10',
      ...fields,
    });
    const document = {
      format: 'fidens-course',
      version: 1,
      title: 'Why',
      scale: { bands: [{ label: 'P', from: '0' }] },
      policy: { overdue: { after: '7' }, missing: { counts: 'percent', percent: '20' } },
      root: {
        kind: 'category',
        id: 'course',
        name: 'Course',
        cap: '50',
        round: { step: '5', mode: 'down' },
        children: [
          piece('above', { status: 'scored', score: { points: '12' }, cap: '100' }),
          piece('overdue', { due: '2026-10-01T10:00:00Z' }),
          piece('absent', { status: 'missing' }),
          piece('excused', { status: 'excused' }),
          piece('open', {}),
        ],
      },
    };
    const { stdout } = await grade([...AS_OF, '-'], JSON.stringify(document));
    expect(stdout).toContain('above  100%  counts 10 (33.33% of what counts so far): entered 12; capped, 10');
    expect(stdout).toContain('overdue  20%  counts 10 (33.33% of what counts so far): overdue, 2');
    expect(stdout).toContain('absent  20%  counts 10 (33.33% of what counts so far): missing, 2');
    expect(stdout).toContain('excused  excused  no value');
    expect(stdout).toContain('open  open  no value');
    expect(stdout).toContain('Course: 14 ÷ 30 = 46.666667%, rounded to 45%');
  });

  it('tells what the same scores come to as the second way adds them up', async () => {
    const law = join(HOME, 'server/sample/maritime-law.json');
    const { second, standing } = JSON.parse((await grade(['--json', ...AS_OF, law])).lines[0]!);
    expect(second.name).toBe((JSON.parse(readFileSync(law, 'utf8')) as Course).second!.name);
    expect(second.standing).toMatchObject({ percent: expect.any(String), letter: expect.any(String) });
    expect(second.standing.exact).not.toBe(standing.exact);
    const { stdout } = await grade([...AS_OF, law]);
    expect(stdout).toContain(
      `Added up again as ${second.name}\n  standing  ${second.standing.percent.padStart(10)}%`,
    );
    expect(JSON.parse((await grade(['--json', ...AS_OF, ECOLOGY])).lines[0]!)).not.toHaveProperty('second');
  });

  it('explains the figure of a school, the file’s own or one that is named', async () => {
    const own = { ...JSON.parse(readFileSync(ECOLOGY, 'utf8')), school: { percent: '80.95' } };
    const { lines } = await grade(['--json', ...AS_OF, '-'], JSON.stringify(own));
    const { figure } = JSON.parse(lines[0]!);
    expect(figure).toMatchObject({
      shown: '80.95',
      agrees: [],
      explanations: [{ gives: '80.954106', differences: [{ code: 'zero', at: 'set3' }] }],
    });
    expect(Object.keys(figure.explanations[0].differences[0])).toEqual(['code', 'at']);
    const named = await grade(['--json', ...AS_OF, '--figure', '88.7', '-'], JSON.stringify(own));
    expect(JSON.parse(named.lines[0]!).figure).toMatchObject({
      shown: '88.7',
      agrees: ['standing', 'forecast'],
    });
    expect((await grade([...AS_OF, '--figure', '80.95', ECOLOGY])).stdout).toContain(
      'Why the school shows 80.95\n  80.954106%  It counts Set 3 · tidal budgets as zero, though it is still open',
    );
    const wrong = await grade(['--json', ...AS_OF, '--figure', 'Q', ECOLOGY]);
    expect(wrong.status).toBe(2);
    expect(JSON.parse(wrong.lines[0]!).error[0]).toMatchObject({ at: 'figure' });
  });

  it('writes each form for other programs into a folder, one file a course', async () => {
    const out = mkdtempSync(join(tmpdir(), 'fidens-out-'));
    const leaving = FORMATS.filter(({ leaves }) => leaves);
    for (const { name, extension } of leaving) {
      const { status, stdout } = await grade(['--to', name, '--out', out, ...AS_OF, ECOLOGY]);
      expect([status, stdout.trim().split(': ')[0]]).toEqual([0, join(out, `coastal-ecology.${extension}`)]);
    }
    expect(readdirSync(out).sort()).toEqual(
      leaving.map(({ extension }) => `coastal-ecology.${extension}`).sort(),
    );
    for (const packed of ['xlsx', 'ods'])
      expect(
        readFileSync(join(out, `coastal-ecology.${packed}`))
          .subarray(0, 2)
          .toString(),
      ).toBe('PK');
    expect(readFileSync(join(out, 'coastal-ecology.md'), 'utf8')).toContain('| standing | 88.7 B+ |');
    expect(readFileSync(join(out, 'coastal-ecology.txt'), 'utf8')).toContain(
      'Dune profile  55%  dropped lowest',
    );
    rmSync(out, { recursive: true });
    const wrong = await grade(['--to', 'doc', ECOLOGY]);
    expect([wrong.status, wrong.stderr]).toEqual([
      2,
      expect.stringContaining('--to takes one of course, xlsx, ods, csv, ics, md, txt'),
    ]);
  });

  it('reads each form that comes in, and prints course files that it can answer', async () => {
    const out = mkdtempSync(join(tmpdir(), 'fidens-in-'));
    for (const form of ['xlsx', 'ods', 'csv', 'ics']) {
      await grade(['--to', form, '--out', out, ...AS_OF, ECOLOGY]);
      const { status, lines } = await grade(['--from', form, ...AS_OF, join(out, `coastal-ecology.${form}`)]);
      expect([form, status, lines.length]).toEqual([form, 0, 1]);
      const document = JSON.parse(lines[0]!);
      expect(document.root.children.map(({ name }: { name: string }) => name)).toContain(
        form === 'ics' ? 'Dune profile' : 'Field logs',
      );
      const answered = await grade(['--json', ...AS_OF, '-'], lines[0]);
      expect(answered.status).toBe(0);
      if (form !== 'ics') expect(JSON.parse(answered.lines[0]!).standing).not.toBeNull();
    }
    // What it is not is said, and what it is.
    const other = await grade(['--from', 'csv', join(out, 'coastal-ecology.ics')]);
    expect([other.status, JSON.parse(other.lines[0]!).error[0].message]).toEqual([
      2,
      'is a calendar of due days: it comes with --from ics',
    ]);
    rmSync(out, { recursive: true });
  });

  it('reads the folder of a gradebook export, of one person', async () => {
    const out = mkdtempSync(join(tmpdir(), 'fidens-gradebook-'));
    const file = (name: string, lines: string[]) => writeFileSync(join(out, name), `${lines.join('\n')}\n`);
    file('lineItems.csv', [
      'sourcedId,title,dueDate,classSourcedId,categorySourcedId,resultValueMax',
      'i1,Dune log,2026-09-14,c1,g1,20',
      'i2,Exam,,c2,,80',
    ]);
    file('categories.csv', ['sourcedId,title,weight', 'g1,Field logs,35']);
    file('classes.csv', ['sourcedId,title', 'c1,Ecology', 'c2,Law']);
    file('results.csv', [
      'lineItemSourcedId,studentSourcedId,scoreStatus,score',
      'i1,noor,fully graded,17.5',
      'i1,sam,fully graded,3',
    ]);
    const asked = await grade(['--from', 'oneroster', out]);
    expect([asked.status, JSON.parse(asked.lines[0]!).error[0].message]).toEqual([
      2,
      'has results of several persons: say whose with --person, one of noor (noor), sam (sam)',
    ]);
    const { status, lines } = await grade(['--from', 'oneroster', '--person', 'noor', out]);
    expect(status).toBe(0);
    expect(lines.map((line) => JSON.parse(line).title)).toEqual(['Ecology', 'Law']);
    expect(JSON.parse(lines[0]!).root.children[0]).toMatchObject({
      name: 'Field logs',
      weight: '35',
      children: [{ name: 'Dune log', score: { points: '17.5' } }],
    });
    rmSync(out, { recursive: true });
  });

  it('says how it is used, and exits with 2', async () => {
    for (const args of [[], ['--as-of', 'today', ECOLOGY], ['--colour']]) {
      const { status, stderr } = await grade(args);
      expect(status).toBe(2);
      expect(stderr).toContain('[--json]');
    }
    const { status, stdout, stderr } = gradeByProcess(['--json', 'nowhere.json', '--colour']);
    expect([status, stdout]).toEqual([2, '']);
    expect(stderr).toContain('[--json]');
    expect(await grade(['--json', 'nowhere.json'])).toMatchObject({
      status: 2,
      stdout: expect.stringContaining('cannot be read'),
    });
  });
});
