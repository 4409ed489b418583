import { applyEdits, type Course, type Edit } from '@fidens/core';
import { randomUUID } from 'node:crypto';
import request from 'supertest';
import { everyField } from '../../core/test/sample';
import { sampleCourses } from '../src/courses/sample-world';
import { createApplication } from '../src/application';
import {
  type Agent,
  change,
  configurationFor,
  type Harness,
  oneForm,
  score,
  smallCourse,
  startHarness,
  store,
  student,
} from './harness';

let harness: Harness;
let agent: Agent;
beforeAll(async () => {
  harness = await startHarness();
  agent = await student(harness);
}, 60_000);
afterAll(() => harness.stop());

const read = async (id: string) => (await agent.get(`/api/v1/courses/${id}`).expect(200)).body;

describe('a course', () => {
  it.each(sampleCourses().map((course) => [course.title, course] as const))(
    '%s comes back as it was stored',
    async (_, course) => {
      const { id } = await store(agent, course);
      expect((await read(id)).document).toEqual(oneForm(course));
    },
  );

  it('keeps decimals to the last digit', async () => {
    const document = smallCourse();
    document.credits = '123456789012.654321';
    const { id } = await store(agent, document);
    const stored = (await read(id)).document as Course;
    expect(stored.credits).toBe('123456789012.654321');
    expect(JSON.stringify(stored)).toContain('"17.5"');
  });

  it('changes by edits, each change a version', async () => {
    const course = await store(agent, smallCourse());
    const { body, headers } = await change(agent, course, [
      score('two', '18'),
      {
        op: 'add',
        parent: 'homework',
        before: 'two',
        node: { kind: 'assessment', id: 'new', name: 'New', possible: '10' },
      },
      { op: 'move', id: 'exam', parent: 'homework' },
      { op: 'course', set: { target: { label: 'A' } } },
    ]).expect(200);
    expect(body.version).toBe(2);
    expect(headers.etag).toBe('"2"');
    expect(await read(course.id)).toEqual(body);
    expect(body.document.root.children[0].children.map(({ id }: { id: string }) => id)).toEqual([
      'one',
      'new',
      'two',
      'exam',
    ]);
  });

  it('keeps what an edit does not name', async () => {
    const [ecology] = sampleCourses();
    const course = await store(agent, ecology!);
    const { body } = await change(agent, course, [score('eelgrass', '16.5')]).expect(200);
    const want = oneForm(ecology!);
    const logs = want.root.children[0] as { children: object[] };
    Object.assign(logs.children[4]!, { status: 'scored', score: { points: '16.5' } });
    expect(body.document).toEqual(want);
    expect((await read(course.id)).document).toEqual(want);
  });

  it('keeps every field of the format, also where an edit changes another', async () => {
    const document = everyField();
    const course = await store(agent, document);
    expect((await read(course.id)).document).toEqual(oneForm(document));
    await change(agent, course, [{ op: 'set', id: 'open', set: { note: 'Changed' } }]).expect(200);
    const want = oneForm(document);
    Object.assign(want.root.children[3]!, { note: 'Changed' });
    expect((await read(course.id)).document).toEqual(want);
  });

  it('loses a category with all that is in it, and nothing else', async () => {
    const course = await store(agent, smallCourse());
    const { body } = await change(agent, course, [{ op: 'remove', id: 'homework' }]).expect(200);
    expect(body.document.root.children.map(({ id }: { id: string }) => id)).toEqual(['exam']);
    const left = await harness.database('assessments').where({ course_id: course.id }).pluck('id');
    expect(left).toEqual(['exam']);
  });

  it('has a history, the newest change first, fifty at once, each with the edits that take it back', async () => {
    let course = await store(agent, smallCourse());
    for (let points = 1; points <= 52; points += 1)
      course = (await change(agent, course, [score('two', String(points))]).expect(200)).body;
    const page = async (query = '') =>
      (await agent.get(`/api/v1/courses/${course.id}/changes${query}`).expect(200)).body;
    const newest = await page();
    expect(newest.changes).toHaveLength(50);
    expect(newest.changes[0]).toMatchObject({
      version: 53,
      edits: [score('two', '52')],
      inverse: [score('two', '51')],
    });
    expect(newest.more).toBe(true);
    const oldest = await page(`?before=${newest.changes.at(-1).version}`);
    expect(oldest.changes.map(({ version }: { version: number }) => version)).toEqual([3, 2]);
    expect(oldest.more).toBe(false);
    const undone = await change(agent, course, newest.changes[0].inverse).expect(200);
    expect(JSON.stringify(undone.body.document)).toContain('"points":"51"');
    await agent.get(`/api/v1/courses/${course.id}/changes?before=x`).expect(422);
    const stranger = await student(harness);
    await stranger.get(`/api/v1/courses/${course.id}/changes`).expect(404);
  });

  it('answers a change as it answers who reads it: one version has one text', async () => {
    const course = await store(agent, smallCourse());
    const fields = { due: '2026-11-01T12:00:00+02:00', weight: '007.50' };
    const { body } = await change(agent, course, [{ op: 'set', id: 'exam', set: fields }]).expect(200);
    expect(body.document.root.children[1]).toMatchObject({ due: '2026-11-01T10:00:00Z', weight: '7.5' });
    expect(await read(course.id)).toEqual(body);
  });

  it('stands behind those that were there before it, whatever was deleted between', async () => {
    const own = await student(harness);
    const titled = (title: string) => store(own, { ...smallCourse(), title });
    const first = await titled('First');
    await titled('Second');
    await own.delete(`/api/v1/courses/${first.id}`).expect(204);
    await titled('Third');
    const { body } = await own.get('/api/v1/courses');
    expect(body.map(({ document }: { document: Course }) => document.title)).toEqual(['Second', 'Third']);
  });

  it('that is sent again under its id, as its answer was lost, is stored once', async () => {
    const own = await student(harness);
    const [term] = (await own.get('/api/v1/terms')).body;
    const body = { id: randomUUID(), termId: term.id, document: smallCourse() };
    const once = await own.post('/api/v1/courses').send(body).expect(201);
    const again = await own.post('/api/v1/courses').send(body).expect(201);
    expect(again.body).toEqual(once.body);
    expect((await own.get('/api/v1/courses')).body).toHaveLength(1);
    const stranger = await student(harness);
    const [theirs] = (await stranger.get('/api/v1/terms')).body;
    await stranger
      .post('/api/v1/courses')
      .send({ ...body, termId: theirs.id })
      .expect(409);
  });

  it('is deleted with its scale', async () => {
    const scales = async () => Number((await harness.database('grading_scales').count())[0]!.count);
    const before = await scales();
    const { id } = await store(agent, smallCourse());
    await agent.delete(`/api/v1/courses/${id}`).expect(204);
    await agent.get(`/api/v1/courses/${id}`).expect(404);
    expect(await scales()).toBe(before);
  });
});

describe('a change that says what it saw', () => {
  /** Asks for edits that were made on a course as it was seen, whatever it is now. */
  const ask = (seen: Course, id: string, edits: Edit[], from?: number) => {
    const made = applyEdits(seen, edits);
    if (!made.ok) throw new Error(JSON.stringify(made.faults));
    return agent.patch(`/api/v1/courses/${id}`).send({ id: randomUUID(), edits, seen: made.inverse, from });
  };

  it('is made whatever the version, where nobody has touched the same', async () => {
    const { id, document } = await store(agent, smallCourse());
    await ask(document, id, [score('two', '9')]).expect(200);
    const { body } = await ask(document, id, [score('exam', '70')]).expect(200);
    expect(body.version).toBe(3);
    expect(body.document.root.children[0].children[1].score).toEqual({ points: '9' });
  });

  it('stores nothing where another has changed the same since, and says what is there', async () => {
    const { id, document } = await store(agent, smallCourse());
    await ask(document, id, [score('two', '7')]).expect(200);
    const { body } = await ask(document, id, [score('exam', '70'), score('two', '5')]).expect(409);
    expect(body.collisions).toEqual([
      {
        kind: 'field',
        id: 'two',
        name: 'Two',
        field: 'score',
        theirs: { points: '7' },
        mine: { points: '5' },
      },
    ]);
    expect(body.current).toEqual(await read(id));
    expect(body.current.version).toBe(2);
  });

  it('deletes nothing that another has recorded in since', async () => {
    const { id, document } = await store(agent, smallCourse());
    await ask(document, id, [score('two', '7')]).expect(200);
    const { body } = await ask(document, id, [{ op: 'remove', id: 'homework' }]).expect(409);
    expect(body.collisions).toMatchObject([{ kind: 'deleted', id: 'homework' }]);
  });

  it('is answered without the document just where its maker can make that', async () => {
    const { id, document } = await store(agent, smallCourse());
    const known = await ask(document, id, [score('two', '9')], 1).expect(200);
    expect(known.body).toEqual({ id, termId: expect.any(String), version: 2 });
    const older = await ask(document, id, [score('exam', '70')], 1).expect(200);
    expect(older.body).toEqual(await read(id));
    const { document: now } = older.body;
    const written = await ask(now, id, [{ op: 'set', id: 'exam', set: { weight: '007.50' } }], 3).expect(200);
    expect(written.body).toEqual(await read(id));
    const partly = [score('exam', '71'), { op: 'remove', id: 'two' } as const];
    await ask(written.body.document, id, [{ op: 'remove', id: 'two' }], 4).expect(200);
    expect((await ask(written.body.document, id, partly, 5).expect(200)).body).toEqual(await read(id));
  });

  it('is not lost among others that are made at the same moment, whatever each of them touches', async () => {
    const { id, document } = await store(agent, smallCourse());
    const scale = { ...document.scale, round: { step: '1', mode: 'half-up' } } as const;
    const piece = { kind: 'assessment', id: 'three', name: 'Three', possible: '5' } as const;
    const edits: Edit[][] = [
      [score('one', '19')],
      [score('two', '9')],
      [score('exam', '70')],
      [{ op: 'course', set: { title: 'Knots' } }],
      [{ op: 'course', set: { scale } }],
      [{ op: 'add', parent: 'homework', node: piece }],
      [{ op: 'set', id: 'homework', set: { name: 'Home' } }],
    ];
    const answers = await Promise.all(edits.map((own) => ask(document, id, own)));
    expect(answers.map(({ status }) => status)).toEqual(edits.map(() => 200));
    const versions = answers.map(({ body }) => body.version as number).sort();
    expect(versions).toEqual(edits.map((_, index) => index + 2));
    const all = applyEdits(document, edits.flat());
    expect((await read(id)).document).toEqual(all.ok && all.course);
  });

  it('with nothing left to do makes no version', async () => {
    const { id, document } = await store(agent, smallCourse());
    await ask(document, id, [{ op: 'remove', id: 'two' }]).expect(200);
    const { body } = await ask(document, id, [{ op: 'remove', id: 'two' }]).expect(200);
    expect(body.version).toBe(2);
  });

  it('whose two lists do not belong together is refused by name', async () => {
    const { id } = await store(agent, smallCourse());
    const { body } = await agent
      .patch(`/api/v1/courses/${id}`)
      .send({ id: randomUUID(), edits: [score('two', '7'), score('one', '7')], seen: [score('two', '1')] })
      .expect(422);
    expect(body.errors).toEqual([{ at: 'seen', message: expect.any(String) }]);
  });
});

describe('what no account may keep', () => {
  it('is refused with a sentence: more categories and pieces than anybody has', async () => {
    const own = await student(harness);
    const many = (): Course => ({
      ...smallCourse(),
      root: {
        ...smallCourse().root,
        children: Array.from({ length: 5_500 }, (_, index) => ({
          kind: 'assessment',
          id: `p${index}`,
          name: `Piece ${index}`,
          possible: '10',
        })),
      },
    });
    await store(own, many());
    await store(own, many());
    const [term] = (await own.get('/api/v1/terms')).body;
    const { body } = await own
      .post('/api/v1/courses')
      .send({ termId: term.id, document: many() })
      .expect(403);
    expect(body.detail).toMatch(/at most 15000 categories and pieces/);
    await store(own, smallCourse());
  }, 60_000);

  it('is refused with a sentence: a hundred and one terms', async () => {
    const own = await student(harness);
    const { student: who } = (await own.get('/api/v1/session')).body;
    await harness
      .database('terms')
      .insert(Array.from({ length: 99 }, () => ({ user_id: who.id, name: 'Term' })));
    const { body } = await own.post('/api/v1/terms').send({ name: 'One more' }).expect(403);
    expect(body.detail).toMatch(/at most 100 terms/);
  });
});

describe('what comes while something else goes', () => {
  it('a course for a term that is being deleted: one of the two is refused, and says so', async () => {
    const own = await student(harness);
    for (let round = 0; round < 6; round += 1) {
      const term = (await own.post('/api/v1/terms').send({ name: `Term ${round}` })).body;
      const [made, gone] = await Promise.all([
        own.post('/api/v1/courses').send({ termId: term.id, document: smallCourse() }),
        own.delete(`/api/v1/terms/${term.id}`),
      ]);
      expect([
        [201, 409],
        [422, 204],
        [409, 204],
      ]).toContainEqual([made.status, gone.status]);
    }
  });
});

describe('bad input changes nothing and names each place', () => {
  const refused: [string, unknown[], string, RegExp][] = [
    [
      'a weight of −5',
      [{ op: 'set', id: 'homework', set: { weight: '-5' } }],
      'edits[0].set.weight',
      /decimal/,
    ],
    [
      'a weight that is a JSON number',
      [{ op: 'set', id: 'homework', set: { weight: 5 } }],
      'edits[0].set.weight',
      /in quotes/,
    ],
    ['a score "abc"', [score('one', 'abc')], 'edits[0].set.score.points', /decimal/],
    ['possible 0', [{ op: 'set', id: 'one', set: { possible: '0' } }], 'edits[0].set.possible', /above 0/],
    [
      'a score without its status',
      [{ op: 'set', id: 'two', set: { score: { points: '3' } } }],
      'root.children[0].children[1].score',
      /left out/,
    ],
    ['a piece that is not there', [score('gone', '3')], 'edits[0].id', /no category or piece "gone"/],
    [
      'an id that is taken',
      [
        {
          op: 'add',
          parent: 'course',
          node: { kind: 'assessment', id: 'one', name: 'Again', possible: '1' },
        },
      ],
      'edits[0].node.id',
      /taken/,
    ],
    [
      'a category moved into itself',
      [{ op: 'move', id: 'course', parent: 'homework' }],
      'edits[0].parent',
      /into itself/,
    ],
    [
      'a category without children',
      [{ op: 'add', parent: 'course', node: { kind: 'category', id: 'c', name: 'C' } }, score('one', '1')],
      'edits[0].node.children',
      /required/,
    ],
    ['an unknown operation', [{ op: 'explode' }], 'edits[0].op', /one of/],
    [
      'an unknown field',
      [{ op: 'set', id: 'one', set: { colour: 'red' } }],
      'edits[0].set.colour',
      /not a known key/,
    ],
    [
      'a field of the other kind',
      [{ op: 'set', id: 'one', set: { combine: 'equal' } }],
      'root.children[0].children[0].combine',
      /not a known key/,
    ],
    [
      'a score that PostgreSQL cannot keep',
      [{ op: 'set', id: 'one', set: { name: 'nul \u0000' } }],
      'edits[0].set.name',
      /character/,
    ],
  ];

  it.each(refused)('%s', async (_, edits, at, message) => {
    const course = await store(agent, smallCourse());
    const { body } = await change(agent, course, [score('two', '11'), ...edits].slice(1)).expect(422);
    expect(body).toMatchObject({ type: '/problems/invalid', status: 422, title: expect.any(String) });
    expect(body.errors).toContainEqual({ at, message: expect.stringMatching(message) });
    expect(await read(course.id)).toEqual(course);
  });

  it('all edits of a change or none', async () => {
    const course = await store(agent, smallCourse());
    await change(agent, course, [score('two', '11'), score('gone', '3')]).expect(422);
    expect(await read(course.id)).toEqual(course);
  });

  it('a document with several mistakes is answered with all of them', async () => {
    const terms = await agent.get('/api/v1/terms');
    const document = { ...smallCourse(), version: 2, scale: { bands: [] }, extra: 1 };
    const { body } = await agent
      .post('/api/v1/courses')
      .send({ termId: terms.body[0].id, document })
      .expect(422);
    const places = body.errors.map(({ at }: { at: string }) => at);
    expect(places).toEqual(
      expect.arrayContaining(['document.version', 'document.scale.bands', 'document.extra']),
    );
  });

  it('a body that is no JSON, and one of 10 MB', async () => {
    const post = () => agent.post('/api/v1/courses').type('application/json');
    expect((await post().send('{"termId": ').expect(400)).body.type).toBe('/problems/not-json');
    const large = JSON.stringify({ termId: 'x'.repeat(10_000_000) });
    expect((await post().send(large).expect(413)).body.type).toBe('/problems/too-large');
  });

  it("a term of another student's", async () => {
    const other = await student(harness);
    const [term] = (await other.get('/api/v1/terms')).body;
    const { body } = await agent
      .post('/api/v1/courses')
      .send({ termId: term.id, document: smallCourse() })
      .expect(422);
    expect(body.errors).toEqual([{ at: 'termId', message: 'is no term of yours' }]);
  });
});

describe("another student's course", () => {
  it('answers exactly as one that does not exist', async () => {
    const course = await store(agent, smallCourse());
    const other = await student(harness);
    for (const id of [randomUUID(), 'no-id']) {
      const nothing = { ...course, id };
      const asks = [
        (target: { id: string; version: number }) => other.get(`/api/v1/courses/${target.id}`),
        (target: { id: string; version: number }) => change(other, target, [score('one', '1')]),
        (target: { id: string; version: number }) => other.delete(`/api/v1/courses/${target.id}`),
      ];
      for (const ask of asks) {
        const theirs = await ask(course);
        const none = await ask(nothing);
        expect([theirs.status, theirs.body]).toEqual([none.status, none.body]);
        expect(theirs.status).toBe(404);
      }
    }
    expect(await read(course.id)).toEqual(course);
    expect((await other.get('/api/v1/courses')).body).toEqual([]);
  });
});

describe('two devices', () => {
  it('never overwrite each other silently: the second is told what stands there now', async () => {
    const course = await store(agent, smallCourse());
    const first = await change(agent, course, [score('one', '19')]).expect(200);
    const second = await change(agent, course, [score('one', '12')]).expect(412);
    expect(second.body.type).toBe('/problems/stale');
    expect(second.body.current).toEqual(first.body);
    expect(await read(course.id)).toEqual(first.body);
  });

  it('at the very same moment: one wins, the other is told', async () => {
    const course = await store(agent, smallCourse());
    const both = await Promise.all([
      change(agent, course, [score('one', '19')]),
      change(agent, course, [score('two', '12')]),
    ]);
    expect(both.map(({ status }) => status).sort()).toEqual([200, 412]);
  });

  it('a change needs the version that was seen', async () => {
    const { id } = await store(agent, smallCourse());
    const { body } = await agent
      .patch(`/api/v1/courses/${id}`)
      .send({ id: randomUUID(), edits: [score('one', '1')] })
      .expect(428);
    expect(body.detail).toMatch(/If-Match/);
  });

  it('a change that is sent twice is recorded once', async () => {
    const course = await store(agent, smallCourse());
    const id = randomUUID();
    const add = [
      {
        op: 'add',
        parent: 'homework',
        node: { kind: 'assessment', id: 'three', name: 'Three', possible: '5' },
      },
    ];
    const first = await change(agent, course, add, id).expect(200);
    const again = await change(agent, course, add, id).expect(200);
    expect(again.body).toEqual(first.body);
  });
});

describe('the list of a term', () => {
  it('takes one query where documents are kept ready, whatever the number of courses and pieces', async () => {
    const agent = await student(harness);
    const queries: string[] = [];
    const note = ({ sql }: { sql: string }) => queries.push(sql);
    const listed = async () => {
      queries.length = 0;
      harness.database.on('query', note);
      const { body } = await agent.get('/api/v1/courses').expect(200);
      harness.database.removeListener('query', note);
      return { courses: body.length, queries: queries.length };
    };
    await store(agent, smallCourse());
    await listed();
    expect(await listed()).toEqual({ courses: 1, queries: 1 });
    const wide = smallCourse();
    for (let piece = 0; piece < 60; piece += 1)
      wide.root.children.push({
        kind: 'assessment',
        id: `p${piece}`,
        name: `Piece ${piece}`,
        possible: '10',
      });
    for (let course = 0; course < 7; course += 1) await store(agent, wide);
    await listed();
    expect(await listed()).toEqual({ courses: 8, queries: 1 });
  });

  it('is the same from documents that are kept ready and from rows alone', async () => {
    const agent = await student(harness);
    const course = await store(agent, everyField());
    await store(agent, smallCourse());
    const titled = { op: 'course', set: { title: 'Of another name', credits: '4.50' } };
    await change(agent, course, [titled]).expect(200);
    const { body: kept } = await agent.get('/api/v1/courses').expect(200);
    await harness.database('course_documents').delete();
    const { body: ofRows } = await agent.get('/api/v1/courses').expect(200);
    expect(ofRows).toEqual(kept);
    expect(ofRows[0].document).toMatchObject({ title: 'Of another name', credits: '4.5' });
  });

  it('is not sent again while nothing has changed, and is after every change of a course, a term or the order', async () => {
    const agent = await student(harness);
    const course = await store(agent, smallCourse());
    const list = (tag = '') => agent.get('/api/v1/courses').set('If-None-Match', tag);
    const tagOf = async () => (await list().expect(200)).headers.etag as string;
    const tag = await tagOf();
    await list(tag).expect(304);
    await change(agent, course, [score('two', '18')]).expect(200);
    expect((await list(tag).expect(200)).body[0].version).toBe(2);
    const changed = await tagOf();
    const other = await store(agent, smallCourse());
    await list(changed).expect(200);
    const both = await tagOf();
    await agent.delete(`/api/v1/courses/${other.id}`).expect(204);
    await list(both).expect(200);
    expect(await tagOf()).toBe(changed);
    expect(await tagOf()).not.toBe(tag);
  });

  it('sends no document again of which the client says that it has just this version', async () => {
    const agent = await student(harness);
    const changed = await store(agent, smallCourse());
    const same = await store(agent, everyField());
    const have = `${changed.id}.1,${same.id}.1`;
    const list = (query: string, tag = '') =>
      agent.get(`/api/v1/courses${query}`).set('If-None-Match', tag).expect(200);
    const { headers } = await list('');
    await change(agent, changed, [score('two', '18')]).expect(200);
    const whole = (await list('')).body;
    const { document: _, ...head } = whole[1];
    expect((await list(`?have=${have}`)).body).toEqual([whole[0], head]);
    expect((await list(`?have=${have}`, headers.etag)).body).toEqual([whole[0], head]);
    expect((await list(`?have=${have}`)).headers.etag).toBe((await list('')).headers.etag);
    // Documents that are not kept ready are put together where they are sent.
    await harness.database('course_documents').delete();
    expect((await list(`?have=${have}`)).body).toEqual([whole[0], head]);
    // Another's courses are none of what is listed, whatever is said of them.
    const other = await student(harness);
    expect((await other.get(`/api/v1/courses?have=${have}`).expect(200)).body).toEqual([]);
  });

  it('refuses what does not say which courses are there, and names it', async () => {
    const agent = await student(harness);
    for (const have of ['all', `${randomUUID()}.`, `${randomUUID()}.1,`, `${randomUUID()}.-1`]) {
      const { body } = await agent.get('/api/v1/courses').query({ have }).expect(422);
      expect(body.errors).toEqual([
        { at: 'have', message: 'must be id.version, of several courses with commas between' },
      ]);
    }
  });

  it('tells nobody who is not signed in whether it has changed, an empty one neither', async () => {
    const made = await request(harness.application.express)
      .post('/api/v1/accounts')
      .send({ name: 'Rower', email: 'rower@saltmarsh.example', password: 'over there then' });
    const cookie = made.headers['set-cookie']![0]!.split(';')[0]!;
    const list = request(harness.application.express).get('/api/v1/courses').set('Cookie', cookie);
    const { headers } = await list.expect(200, []);
    const ask = (held: string) =>
      request(harness.application.express)
        .get('/api/v1/courses')
        .set('If-None-Match', headers.etag!)
        .set('Cookie', held);
    await ask(cookie).expect(304);
    const other = (sign: string) => (sign.endsWith('-') ? 'fidens=s%3A_' : 'fidens=s%3A-');
    await ask(cookie.replace(/fidens=s%3A./, other)).expect(401);
    await ask(cookie.replace('fidens=s%3A', 'fidens=')).expect(401);
    await request(harness.application.express).delete('/api/v1/session').set('Cookie', cookie).expect(204);
    await ask(cookie).expect(401);
    // Nor what is wrong with what they ask.
    const wrong = request(harness.application.express).get('/api/v1/courses').query({ have: 'all' });
    await wrong.set('Cookie', cookie).expect(401);
  });

  it('changes nothing for who is not signed in any more, and finds no course of another', async () => {
    const [one, other] = [await student(harness), await student(harness)];
    const course = await store(one, smallCourse());
    const edits: Edit[] = [{ op: 'course', set: { title: 'Not theirs' } }];
    await change(other, course, edits).expect(404);
    const { id } = (await one.get('/api/v1/session')).body.student;
    await harness.database('sign_in_sessions').whereRaw("sess->>'userId' = ?", [id]).delete();
    await change(one, course, edits).expect(401);
    // Who is not signed in is not told what is wrong with what they ask.
    const wrong = (agent: typeof one) => agent.patch(`/api/v1/courses/${course.id}`).send({ edits: 'none' });
    await wrong(other).expect(422);
    await wrong(one).expect(401);
    expect(await harness.database('courses').where({ id: course.id }).pluck('title')).toEqual([
      course.document.title,
    ]);
  });

  it('changes a course whose document is not kept ready as any other', async () => {
    const agent = await student(harness);
    const course = await store(agent, smallCourse());
    await harness.database('course_documents').where({ course_id: course.id }).delete();
    const { body } = await change(agent, course, [{ op: 'course', set: { title: 'Made of rows' } }]).expect(
      200,
    );
    expect(body).toMatchObject({ version: 2, document: { ...course.document, title: 'Made of rows' } });
  });
});

describe('several server processes', () => {
  it('share sign-ins and records through the database alone', async () => {
    const other = createApplication(harness.database, configurationFor(harness.postgres.url));
    try {
      const account = await request
        .agent(harness.application.express)
        .post('/api/v1/accounts')
        .send({ name: 'Wanderer', email: 'wanderer@saltmarsh.example', password: 'over there then' });
      const cookie = account.headers['set-cookie']![0]!.split(';')[0]!;
      const { body } = await request(other.express).get('/api/v1/session').set('Cookie', cookie);
      expect(body.student.name).toBe('Wanderer');
    } finally {
      await other.close();
    }
  });
});
