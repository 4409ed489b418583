import { everyField } from '../../core/test/sample';
import { migrations } from '../src/migrations';
import {
  change,
  oneForm,
  smallCourse,
  startHarness,
  store,
  student,
  type Agent,
  type Harness,
  type Stored,
} from './harness';

let harness: Harness;
let agent: Agent;

beforeAll(async () => {
  harness = await startHarness();
  agent = await student(harness);
});

afterAll(() => harness.stop());

const read = async (id: string) => (await agent.get(`/api/v1/courses/${id}`).expect(200)).body as Stored;

describe('rules that name other nodes', () => {
  it('stand in the column of the table that holds what they name, under a foreign key', async () => {
    const { id } = await store(agent, everyField());
    const [tests] = await harness.database('categories').where({ course_id: id, id: 'tests' });
    expect(tests).toMatchObject({ replace_category: null, replace_assessment: 'final' });
    const about = await harness.database('requirements').where({ course_id: id }).orderBy('position');
    expect(about.map(({ of_category, of_assessment }) => [of_category, of_assessment])).toEqual([
      [null, 'final'],
      ['tests', null],
      [null, 'absences'],
    ]);
    const hanging = harness.database('requirements').where({ course_id: id, position: 0 });
    await expect(hanging.update({ of_assessment: 'nowhere' })).rejects.toThrow(/foreign key/);
  });

  it('hold what they name: its removal is refused with the sentence that says which rule, unless they go along', async () => {
    const course = await store(agent, everyField());
    const { body } = await change(agent, course, [{ op: 'remove', id: 'final' }]).expect(422);
    const said = JSON.stringify(body);
    expect(said).toContain('the replacement in \\"Tests\\" names \\"final\\"');
    expect(said).toContain('the requirement for C names \\"final\\"');
    expect(await read(course.id)).toEqual(course);
    await change(agent, course, [
      { op: 'remove', id: 'final' },
      { op: 'set', id: 'oral', set: {}, unset: ['weightTo'] },
      { op: 'set', id: 'tests', set: {}, unset: ['replace', 'schemes'] },
      { op: 'course', set: {}, unset: ['requirements'] },
    ]).expect(200);
    expect(await harness.database('requirements').where({ course_id: course.id })).toEqual([]);
  });

  it('are written where only what they say of a child has changed', async () => {
    const course = await store(agent, everyField());
    const schemes = [{ name: 'Steady', weights: { final: '20', oral: '0' } }];
    const { body } = await change(agent, course, [{ op: 'set', id: 'tests', set: { schemes } }]).expect(200);
    const tests = (await read(course.id)).document.root.children.find(({ id }) => id === 'tests');
    expect(tests).toMatchObject({ schemes });
    await change(agent, body, [{ op: 'set', id: 'tests', set: {}, unset: ['schemes'] }]).expect(200);
    const left = await harness
      .database('assessments')
      .where({ course_id: course.id })
      .whereNotNull('scheme_weights');
    expect(left).toEqual([]);
  });

  it('are changed and taken back one by one, and leave the order of requirements as it is said', async () => {
    const course = await store(agent, everyField());
    const requirements = [
      { for: 'A', of: 'tests', atLeast: '62.5' },
      { for: 'B', of: 'absences', atMost: '0' },
    ];
    await change(agent, course, [{ op: 'course', set: { requirements } }]).expect(200);
    expect((await read(course.id)).document.requirements).toEqual(requirements);
  });
});

describe('the migration to them', () => {
  it('goes both ways, and old courses stay as they are', async () => {
    const old = await store(agent, smallCourse());
    const fresh = await store(agent, everyField());
    const { up, down } = migrations['007-conditions']!;
    await down!(harness.database);
    expect(await harness.database.schema.hasTable('requirements')).toBe(false);
    await up(harness.database);
    // What is kept ready goes with every migration that changes what a document says.
    await harness.database('course_documents').delete();
    expect((await read(old.id)).document).toEqual(oneForm(smallCourse()));
    const { document } = await read(fresh.id);
    expect(document.requirements).toBeUndefined();
    expect(document.root.children).toHaveLength(fresh.document.root.children.length);
  });
});
