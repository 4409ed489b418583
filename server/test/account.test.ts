import request from 'supertest';
import { everyField } from '../../core/test/sample';
import { PASSWORD, startHarness, store, student, type Agent, type Harness } from './harness';

let harness: Harness;
beforeAll(async () => {
  harness = await startHarness({ sampleData: true });
}, 60_000);
afterAll(() => harness.stop());

const NEXT = 'two gulls over the breakwater';
const anyone = () => request.agent(harness.application.express);
const me = async (agent: Agent) => (await agent.get('/api/v1/session').expect(200)).body.student;
const signIn = (agent: Agent, email: string, password: string) =>
  agent.post('/api/v1/session').send({ email, password });

/** The same student on another device. */
async function again(agent: Agent): Promise<Agent> {
  const other = anyone();
  await signIn(other, (await me(agent)).email, PASSWORD)
    .set('User-Agent', 'Mozilla/5.0 (X11; Linux x86_64; rv:140.0) Gecko/20100101 Firefox/140.0')
    .expect(200);
  return other;
}

describe('one’s own account', () => {
  it('takes another name, and another e-mail after the password', async () => {
    const agent = await student(harness);
    expect(
      (await agent.put('/api/v1/account/name').send({ name: ' Ida Brook ' }).expect(200)).body.student.name,
    ).toBe('Ida Brook');
    const email = 'Ida.Brook@saltmarsh.example';
    await agent.put('/api/v1/account/email').send({ email, password: 'something else entirely' }).expect(403);
    await agent.put('/api/v1/account/email').send({ email, password: PASSWORD }).expect(200);
    await signIn(anyone(), email, PASSWORD).expect(200);
    const other = await student(harness);
    const { body } = await other.put('/api/v1/account/email').send({ email, password: PASSWORD }).expect(409);
    expect(body.errors[0].at).toBe('email');
  });

  it('takes another password after the one before, and ends every other session', async () => {
    const agent = await student(harness);
    const other = await again(agent);
    const { email } = await me(agent);
    const wrong = await agent
      .put('/api/v1/account/password')
      .send({ password: 'not this one at all', next: NEXT });
    expect([wrong.status, wrong.body.errors[0].at]).toEqual([403, 'password']);
    expect((await me(other)).email).toBe(email);
    await agent.put('/api/v1/account/password').send({ password: PASSWORD, next: NEXT }).expect(204);
    expect((await me(agent)).email).toBe(email);
    expect(await me(other)).toBeNull();
    await signIn(anyone(), email, PASSWORD).expect(401);
    await signIn(anyone(), email, NEXT).expect(200);
  });

  it.each([
    ['short', 'must be at least 15 characters long'],
    ['1qaz2wsx3edc4rfv', 'tried first'],
    ['abcabcabcabcabcabc', 'tried first'],
  ])('refuses %s as a password, at the door too', async (next, words) => {
    const agent = await student(harness);
    const changed = await agent
      .put('/api/v1/account/password')
      .send({ password: PASSWORD, next })
      .expect(422);
    expect(JSON.stringify(changed.body.errors)).toContain(words);
    const { body } = await anyone()
      .post('/api/v1/accounts')
      .send({ name: 'New', email: 'brand.new@saltmarsh.example', password: next })
      .expect(422);
    expect(JSON.stringify(body.errors)).toContain(words);
  });

  it('counts wrong guesses at the password of who is signed in, too', async () => {
    const agent = await student(harness);
    const guess = () =>
      agent.put('/api/v1/account/password').send({ password: 'wrong and wrong', next: NEXT });
    const statuses: number[] = [];
    for (let times = 0; times < 24; times += 1) statuses.push((await guess()).status);
    expect(statuses[0]).toBe(403);
    expect(statuses.at(-1)).toBe(429);
  });

  it('tells where it is signed in, ends one of them, and all others', async () => {
    const agent = await student(harness);
    const [one, two] = [await again(agent), await again(agent)];
    const { sessions } = (await agent.get('/api/v1/account').expect(200)).body;
    expect(sessions).toHaveLength(3);
    expect(sessions.filter(({ here }: { here: boolean }) => here)).toHaveLength(1);
    expect(sessions.map(({ device }: { device: string }) => device)).toContain('Firefox on Linux');
    const [last] = (await two.get('/api/v1/account')).body.sessions.filter(
      ({ here }: { here: boolean }) => here,
    );
    await agent.delete(`/api/v1/account/sessions/${last.id}`).expect(204);
    expect(await me(two)).toBeNull();
    const stranger = await student(harness);
    const [theirs] = (await stranger.get('/api/v1/account')).body.sessions;
    await agent.delete(`/api/v1/account/sessions/${theirs.id}`).expect(404);
    await agent.delete('/api/v1/account/sessions/%25').expect(404);
    await agent.delete('/api/v1/account/sessions').expect(204);
    expect(await me(one)).toBeNull();
    expect(await me(agent)).not.toBeNull();
    expect(await me(stranger)).not.toBeNull();
  });

  it('is come back to with a code that was printed, once, under a new password', async () => {
    const agent = await student(harness);
    const { email } = await me(agent);
    await agent.post('/api/v1/account/recovery-codes').send({ password: 'no idea whatsoever' }).expect(403);
    const { codes } = (
      await agent.post('/api/v1/account/recovery-codes').send({ password: PASSWORD }).expect(200)
    ).body;
    expect(new Set(codes).size).toBe(8);
    expect((await agent.get('/api/v1/account')).body.codes).toBe(8);
    const kept = await harness.database('recovery_codes').select('hash');
    expect(JSON.stringify(kept)).not.toContain(codes[0]);
    const back = anyone();
    const recover = (code: string) =>
      back.post('/api/v1/session/recovery').send({ email, code, password: NEXT });
    await recover('AAAA-BBBB-CCCC-DDDD').expect(401);
    const typed = codes[3].toLowerCase().replaceAll('-', ' ');
    expect((await recover(typed).expect(200)).body.student.email).toBe(email);
    expect(await me(agent)).toBeNull();
    await signIn(anyone(), email, PASSWORD).expect(401);
    await recover(typed).expect(401);
    // New codes end those before.
    await back.post('/api/v1/account/recovery-codes').send({ password: NEXT }).expect(200);
    await recover(codes[4]).expect(401);
  });

  it('goes with all that is in it, at once, after the password; nobody else’s does', async () => {
    const [agent, stranger] = [await student(harness), await student(harness)];
    const { id, email } = await me(agent);
    await store(agent, everyField());
    const theirs = await store(stranger, everyField());
    await agent.post('/api/v1/account/recovery-codes').send({ password: PASSWORD }).expect(200);
    await agent.delete('/api/v1/account').send({ password: 'not my password at all' }).expect(403);
    await agent.delete('/api/v1/account').send({ password: PASSWORD }).expect(204);
    expect(await me(agent)).toBeNull();
    await signIn(anyone(), email, PASSWORD).expect(401);
    const tables = await harness
      .database('information_schema.columns')
      .where({ column_name: 'user_id', table_schema: 'public' })
      .distinct('table_name');
    expect(tables.length).toBeGreaterThan(8);
    for (const { table_name } of tables)
      expect([table_name, await harness.database(table_name).where({ user_id: id })]).toEqual([
        table_name,
        [],
      ]);
    await stranger.get(`/api/v1/courses/${theirs.id}`).expect(200);
  });

  it('of the sample student has no password to change, and is not deleted', async () => {
    const noor = anyone();
    await noor.post('/api/v1/session/sample').expect(200);
    for (const asked of [
      noor.put('/api/v1/account/password').send({ password: PASSWORD, next: NEXT }),
      noor.delete('/api/v1/account').send({ password: PASSWORD }),
      noor.post('/api/v1/account/recovery-codes').send({ password: PASSWORD }),
    ])
      await asked.expect(403);
  });

  it('tells what was done with it, when and with what, the newest first; nobody else’s', async () => {
    const agent = await student(harness);
    const other = await again(agent);
    await agent.put('/api/v1/account/name').send({ name: 'Ida Brook' }).expect(200);
    await agent.put('/api/v1/account/password').send({ password: PASSWORD, next: NEXT }).expect(204);
    await agent.get('/api/v1/account/archive').expect(200);
    const { log } = (await agent.get('/api/v1/account').expect(200)).body as {
      log: { at: string; what: string; device: string }[];
    };
    expect(log.map(({ what }) => what)).toEqual(['taken along', 'password', 'name', 'signed in', 'made']);
    expect(log[3]!.device).toBe('Firefox on Linux');
    expect(Object.keys(log[0]!).sort()).toEqual(['at', 'device', 'what']);
    const { log: theirs } = (await (await student(harness)).get('/api/v1/account').expect(200)).body;
    expect(theirs).toHaveLength(1);
    await other.get('/api/v1/account').expect(401);
  });

  it('remembers the newest hundred of what was done', async () => {
    const agent = await student(harness);
    for (let time = 0; time < 105; time += 1)
      await agent
        .put('/api/v1/account/name')
        .send({ name: `Ida ${time}` })
        .expect(200);
    const { log } = (await agent.get('/api/v1/account').expect(200)).body as { log: { what: string }[] };
    expect(log).toHaveLength(100);
    expect(new Set(log.map(({ what }) => what))).toEqual(new Set(['name']));
  });

  it('keeps how a GPA is wanted', async () => {
    const agent = await student(harness);
    expect((await me(agent)).gpa).toEqual({ repeats: 'later', decimals: 2, mode: 'half-up' });
    const wanted = { repeats: 'both', decimals: 3, mode: 'down' };
    await agent.put('/api/v1/account/gpa').send(wanted).expect(200);
    expect((await me(agent)).gpa).toEqual(wanted);
    await agent
      .put('/api/v1/account/gpa')
      .send({ ...wanted, decimals: 9 })
      .expect(422);
  });
});
