import request from 'supertest';
import { PASSWORD, startHarness, student, type Harness } from './harness';

let harness: Harness;
beforeAll(async () => {
  harness = await startHarness({ sampleData: true });
}, 60_000);
afterAll(() => harness.stop());

const anyone = () => request.agent(harness.application.express);

describe('an account', () => {
  it('signs its student up, keeps them signed in, and out', async () => {
    const agent = anyone();
    const made = await agent
      .post('/api/v1/accounts')
      .send({ name: 'Ida Reed', email: 'Ida@Saltmarsh.example', password: PASSWORD })
      .expect(201);
    expect(made.body.student).toMatchObject({
      name: 'Ida Reed',
      email: 'ida@saltmarsh.example',
      sample: false,
      today: null,
    });
    expect(made.headers['set-cookie']![0]).toMatch(/HttpOnly.*SameSite=Lax/i);
    expect((await agent.get('/api/v1/session')).body.student.name).toBe('Ida Reed');
    expect((await agent.get('/api/v1/terms')).body).toEqual([
      { id: expect.any(String), name: 'This term', startsOn: null, endsOn: null, archived: false },
    ]);
    await agent.delete('/api/v1/session').expect(204);
    expect((await agent.get('/api/v1/session')).body.student).toBeNull();
    await agent.get('/api/v1/courses').expect(401);
    await agent
      .post('/api/v1/session')
      .send({ email: 'ida@saltmarsh.example', password: PASSWORD })
      .expect(200);
    await agent.get('/api/v1/courses').expect(200);
  });

  it('remembers when its student last swept the loose ends; the sample student by her own clock', async () => {
    const agent = await student(harness);
    expect((await agent.get('/api/v1/session')).body.student.sweptAt).toBeNull();
    const { sweptAt } = (await agent.put('/api/v1/sweep').expect(200)).body;
    expect(Math.abs(Date.parse(sweptAt) - Date.now())).toBeLessThan(60_000);
    expect((await agent.get('/api/v1/session')).body.student.sweptAt).toBe(sweptAt);
    const noor = anyone();
    await noor.post('/api/v1/session/sample').expect(200);
    expect((await noor.put('/api/v1/sweep')).body.sweptAt).toBe('2026-10-20T12:00:00.000Z');
    await anyone().put('/api/v1/sweep').expect(401);
  });

  it('keeps no password that can be read', async () => {
    await student(harness);
    const rows = await harness.database('users').whereNotNull('password_hash').select('password_hash');
    for (const { password_hash } of rows) expect(password_hash).toMatch(/^\$argon2id\$/);
  });

  it('is refused for a taken e-mail, whatever its case', async () => {
    const account = { name: 'Twice', email: 'twice@saltmarsh.example', password: PASSWORD };
    await anyone().post('/api/v1/accounts').send(account).expect(201);
    const { body } = await anyone()
      .post('/api/v1/accounts')
      .send({ ...account, email: 'TWICE@saltmarsh.example' })
      .expect(409);
    expect(body.errors).toEqual([{ at: 'email', message: 'has an account already' }]);
  });

  it('names every wrong field', async () => {
    const { body, headers } = await anyone()
      .post('/api/v1/accounts')
      .send({ name: ' ', email: 'nobody', password: 'short', role: 'teacher' })
      .expect(422);
    expect(headers['content-type']).toMatch('application/problem+json');
    expect(body.errors.map(({ at }: { at: string }) => at).sort()).toEqual([
      'email',
      'name',
      'password',
      'role',
    ]);
  });

  it('answers a wrong password and an unknown e-mail alike', async () => {
    await anyone()
      .post('/api/v1/accounts')
      .send({ name: 'Kit', email: 'kit@saltmarsh.example', password: PASSWORD });
    const wrong = await anyone()
      .post('/api/v1/session')
      .send({ email: 'kit@saltmarsh.example', password: 'wrong' });
    const unknown = await anyone()
      .post('/api/v1/session')
      .send({ email: 'no@saltmarsh.example', password: 'wrong' });
    expect(wrong.status).toBe(401);
    expect(unknown.body).toEqual(wrong.body);
  });

  it('is made by many students of one place within minutes', async () => {
    for (let index = 0; index < 12; index += 1) {
      const account = { name: 'Hall', email: `hall${index}@saltmarsh.example`, password: PASSWORD };
      await anyone().post('/api/v1/accounts').send(account).expect(201);
    }
  });

  it('limits attempts to guess a password, and says when to come back', async () => {
    const guess = () =>
      anyone().post('/api/v1/session').send({ email: 'guess@saltmarsh.example', password: 'guess' });
    const statuses: number[] = [];
    for (let attempt = 0; attempt < 9; attempt += 1) statuses.push((await guess()).status);
    expect(statuses).toEqual([401, 401, 401, 401, 401, 401, 401, 401, 429]);
    const refused = await guess();
    expect(refused.body.detail).toMatch(/Try again in \d+ seconds\./);
    expect(Number(refused.headers['retry-after'])).toBeGreaterThan(0);
  });

  it('counts guesses that come at once, from wherever they say they come', async () => {
    await anyone()
      .post('/api/v1/accounts')
      .send({ name: 'Mo', email: 'mo@saltmarsh.example', password: PASSWORD });
    const guesses = Array.from({ length: 24 }, (_, index) =>
      anyone()
        .post('/api/v1/session')
        .set('X-Forwarded-For', `10.0.0.${index}`)
        .send({ email: 'mo@saltmarsh.example', password: `guess ${index}` }),
    );
    const statuses = (await Promise.all(guesses)).map(({ status }) => status);
    expect(statuses.filter((status) => status === 401)).toHaveLength(8);
    expect(statuses.filter((status) => status === 429)).toHaveLength(16);
  });

  it('never locks its owner out of a device that has signed in before, nor others at the same place', async () => {
    const account = { email: 'lea@saltmarsh.example', password: PASSWORD };
    const owner = anyone();
    await owner.post('/api/v1/accounts').send({ name: 'Lea', ...account });
    await owner.delete('/api/v1/session');
    for (let attempt = 0; attempt < 9; attempt += 1)
      await anyone().post('/api/v1/session').send({ email: account.email, password: 'guess' });
    await anyone().post('/api/v1/session').send(account).expect(429);
    await owner.post('/api/v1/session').send(account).expect(200);
    const neighbour = { email: 'nia@saltmarsh.example', password: PASSWORD };
    await anyone()
      .post('/api/v1/accounts')
      .send({ name: 'Nia', ...neighbour });
    await anyone().post('/api/v1/session').send(neighbour).expect(200);
  });

  it('keeps no session id that can be used, and ends every session with its student', async () => {
    const agent = anyone();
    const made = await agent
      .post('/api/v1/accounts')
      .send({ name: 'Gone', email: 'gone@saltmarsh.example', password: PASSWORD });
    const cookie = decodeURIComponent(made.headers['set-cookie']![0]!);
    const sid = /fidens=s:([^.]+)/.exec(cookie)![1];
    expect(await harness.database('sign_in_sessions').where({ sid })).toEqual([]);
    await harness.database('terms').where({ user_id: made.body.student.id }).delete();
    await harness.database('users').where({ id: made.body.student.id }).delete();
    await agent.get('/api/v1/courses').expect(401);
    await agent.put('/api/v1/sweep').expect(401);
  });

  it('ends its sessions half a year after they began, used or not', async () => {
    const agent = await student(harness);
    const { id } = (await agent.get('/api/v1/session')).body.student;
    await harness.database.raw(
      `update sign_in_sessions set sess = jsonb_set(sess::jsonb, '{began}', '1000') where user_id = ?`,
      [id],
    );
    await agent.get('/api/v1/courses').expect(401);
    expect((await agent.get('/api/v1/session')).body.student).toBeNull();
  });
});

describe('the sample student', () => {
  it('signs in with one tap and has a fixed today', async () => {
    const agent = anyone();
    expect((await agent.get('/api/v1/session')).body.sampleAvailable).toBe(true);
    const { body } = await agent.post('/api/v1/session/sample').expect(200);
    expect(body.student).toMatchObject({
      name: 'Noor Castellan',
      sample: true,
      today: '2026-10-20T12:00:00.000Z',
    });
    expect((await agent.get('/api/v1/courses')).body).toHaveLength(11);
  });

  it('is each visitor’s own, stays theirs, and is cleared away after a day', async () => {
    const [one, other] = [anyone(), anyone()];
    const mine = (await one.post('/api/v1/session/sample')).body.student.id;
    const theirs = (await other.post('/api/v1/session/sample')).body.student.id;
    expect(mine).not.toBe(theirs);
    expect((await one.post('/api/v1/session/sample')).body.student.id).toBe(mine);
    await harness.database('users').where({ id: mine }).update({ created_at: '2026-01-01' });
    await anyone().post('/api/v1/session/sample').expect(200);
    await one.get('/api/v1/courses').expect(401);
    expect((await other.get('/api/v1/courses')).body).toHaveLength(11);
  });

  it('has no password to sign in with', async () => {
    await anyone()
      .post('/api/v1/session')
      .send({ email: 'noor@saltmarsh.example', password: '' })
      .expect(422);
    await anyone()
      .post('/api/v1/session')
      .send({ email: 'noor@saltmarsh.example', password: 'null' })
      .expect(401);
  });
});

describe('without sample data', () => {
  it('nobody signs in with one tap', async () => {
    const bare = await startHarness();
    try {
      await request(bare.application.express).post('/api/v1/session/sample').expect(404);
      expect((await request(bare.application.express).get('/api/v1/session')).body.sampleAvailable).toBe(
        false,
      );
    } finally {
      await bare.stop();
    }
  }, 60_000);
});

describe('a write from another site', () => {
  it('is refused, whatever cookie it carries', async () => {
    const agent = await student(harness);
    const forged = (header: string, value: string) =>
      agent.post('/api/v1/terms').set(header, value).send({ name: 'Forged' });
    await forged('Sec-Fetch-Site', 'cross-site').expect(403);
    await forged('Sec-Fetch-Site', 'same-site').expect(403);
    await forged('Origin', 'https://elsewhere.example').expect(403);
    await agent.post('/api/v1/terms').type('form').send('name=Forged').expect(415);
    expect((await agent.get('/api/v1/terms')).body).toHaveLength(1);
  });
});

describe('every answer', () => {
  const ofEvery = (headers: Record<string, string>) => {
    expect(headers['content-security-policy']).toMatch(/frame-ancestors 'none'/);
    expect(headers['x-content-type-options']).toBe('nosniff');
    expect(headers['x-powered-by']).toBeUndefined();
    expect(headers['strict-transport-security']).toBeUndefined();
  };

  it('carries a content security policy that admits only our own scripts', async () => {
    const { headers } = await anyone().get('/feed/none.ics');
    ofEvery(headers);
    expect(headers['content-security-policy']).toMatch(/script-src 'self';/);
    expect(headers['permissions-policy']).toMatch(/geolocation=\(\)/);
  });

  it('with data is no page, and kept nowhere', async () => {
    for (const path of ['session', 'courses', 'nowhere']) {
      const { headers } = await anyone().get(`/api/v1/${path}`);
      ofEvery(headers);
      expect(headers['content-security-policy']).toMatch(/^default-src 'none';/);
      expect(headers['cache-control']).toBe('no-store');
    }
  });
});
