import { explain, applyEdits, differenceWords, schoolFigure } from '@fidens/core';
import { readList } from '@fidens/core/reading';
import ICAL from 'ical.js';
import request from 'supertest';
import { SAMPLE_TODAY, sampleCourse } from '../src/courses/sample-world';
import { schoolCourses } from '../src/school/records';
import { everyField } from '../../core/test/sample';
import { change, startHarness, store, student, type Harness, type Stored } from './harness';

let harness: Harness;

beforeAll(async () => {
  harness = await startHarness({ sampleData: true });
});

afterAll(() => harness.stop());

/** The list of one course as Fidens reads it, beside the sample student's record. */
function compared(slug: string, source: { text: string; html?: string }) {
  const read = readList({ source, course: sampleCourse(slug), near: SAMPLE_TODAY });
  if (!read.ok || read.value.kind !== 'list') throw new Error(JSON.stringify(read));
  return read.value.compared;
}

const get = (path: string) => request(harness.application.express).get(path);

describe('what the school shows, of a course', () => {
  it('comes back as it was written: every digit of the figure, its day, its note, the grade that was given, names in its list', async () => {
    const agent = await student(harness);
    const course = await store(agent, everyField());
    const { body } = await agent.get(`/api/v1/courses/${course.id}`).expect(200);
    expect((body as Stored).document).toMatchObject({
      school: { percent: '84.60', seen: '2026-10-18T09:00:00Z', note: 'A week behind' },
      official: { label: 'B', percent: '85.5' },
    });
    await change(agent, course, [
      { op: 'course', set: { school: { earned: '412', possible: '480' } }, unset: ['official'] },
    ]).expect(200);
    const { body: changed } = await agent.get(`/api/v1/courses/${course.id}`).expect(200);
    expect((changed as Stored).document.school).toEqual({ earned: '412', possible: '480' });
    expect((changed as Stored).document.official).toBeUndefined();
  });

  it.each([
    [{ percent: '84.6', label: 'B' }, 'school'],
    [{ earned: '4' }, 'school'],
    [{ seen: '2026-10-18T09:00:00Z' }, 'school'],
    [{ label: 'Q' }, 'school.label'],
    [{ percent: '-3' }, 'school.percent'],
    [{ earned: '4', possible: '0' }, 'school.possible'],
  ])('%j is refused by name', async (school, at) => {
    const agent = await student(harness);
    const course = await store(agent, everyField());
    const { body } = await change(agent, course, [{ op: 'course', set: { school: school as never } }]).expect(
      422,
    );
    expect(JSON.stringify(body)).toContain(at);
  });
});

describe('the simulated school', () => {
  it('is there where sample data is on, says what it is, and runs nothing', async () => {
    const { text } = await get('/school').expect(200).expect('content-type', /html/);
    expect(text).toContain('A simulated school, made up to try Fidens with.');
    for (const { slug, title } of schoolCourses()) {
      expect(text).toContain(`/school/${slug}`);
      const { text: page } = await get(`/school/${slug}`).expect(200);
      expect(page).toContain(title);
      expect(page).toContain('A simulated school');
      expect(page).not.toContain('<script');
    }
    await get('/school/nowhere').expect(404);
  });

  it('differs from the sample student’s record in one way a course, which explains its figure first; one agrees', () => {
    const told = schoolCourses().map(({ slug, figure }) => {
      const record = sampleCourse(slug);
      const { agrees, explanations } = explain(record, { percent: figure }, SAMPLE_TODAY);
      return agrees.includes('standing')
        ? 'agrees'
        : differenceWords(record, explanations[0]!.differences[0]!).what;
    });
    expect(told).toEqual([
      'It drops nothing in Field logs',
      'It leaves Backbone out',
      'It counts Quiz 3 as zero',
      'It has Plate 2 · orthographic views twice',
      'agrees',
    ]);
  });

  it('shows what the sample student has noted of it', () => {
    for (const { slug, figure } of schoolCourses()) {
      const noted = schoolFigure(sampleCourse(slug));
      if (noted) expect(noted).toEqual({ percent: figure });
    }
  });

  it.each(['html', 'csv'] as const)(
    'has a list that is read and matched as %s, piece by piece',
    async (form) => {
      for (const { slug, rows } of schoolCourses()) {
        const { text } = await get(form === 'csv' ? `/school/${slug}.csv` : `/school/${slug}`).expect(200);
        const { pairs, onlyThere, onlyHere } = compared(
          slug,
          form === 'csv' ? { text } : { text: '', html: text },
        );
        expect(pairs.length + onlyThere.length).toBe(rows.length);
        expect(
          pairs.map(({ row, piece }) => rows.find(({ name }) => name === row.name)!.id === piece),
        ).toEqual(pairs.map(() => true));
        expect(onlyHere).toEqual([]);
        expect(onlyThere.map(({ again }) => again !== undefined)).toEqual(
          slug === 'technical-drawing' ? [true] : [],
        );
        const differing = pairs.filter(({ differences }) => differences.length > 0).map(({ piece }) => piece);
        expect(differing).toEqual(
          { 'wooden-boat-construction': ['backbone'], 'navigation-and-tides': ['tide3'] }[slug] ?? [],
        );
      }
    },
  );

  it('has calendars that another reader understands, with every due day', async () => {
    const { text } = await get('/school/calendar.ics')
      .expect(200)
      .expect('content-type', /calendar/);
    const events = new ICAL.Component(ICAL.parse(text) as unknown[]).getAllSubcomponents('vevent');
    expect(events.length).toBe(schoolCourses().flatMap(({ rows }) => rows.filter(({ due }) => due)).length);
    const [first] = events.map((event) => new ICAL.Event(event));
    expect(first!.summary).toBe('Coastal Ecology: Log 01: Mudflat transect');
    expect(first!.endDate.toJSDate().toISOString()).toBe('2026-09-11T21:59:00.000Z');
    await get('/school/coastal-ecology.ics').expect(200);
  });

  it('makes its differences as edits that fit the sample', () => {
    for (const { slug, figure } of schoolCourses()) {
      const record = sampleCourse(slug);
      const [first] = explain(record, { percent: figure }, SAMPLE_TODAY).explanations;
      if (first)
        expect(
          applyEdits(
            record,
            first.differences.flatMap(({ edits }) => edits),
          ).ok,
        ).toBe(true);
    }
  });
});
