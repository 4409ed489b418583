import request from 'supertest';
import { MailCatcher, type Caught } from '../../scripts/mail-catcher.cjs';
import { PASSWORD, startHarness, type Agent, type Harness } from './harness';

const catcher = new MailCatcher();
let harness: Harness;
beforeAll(async () => {
  const url = await catcher.start();
  harness = await startHarness({
    mail: { url, from: 'fidens@saltmarsh.example', address: 'https://fidens.example' },
  });
}, 60_000);
afterAll(async () => {
  await harness.stop();
  await catcher.stop();
});

const anyone = () => request.agent(harness.application.express);
const me = async (agent: Agent) => (await agent.get('/api/v1/session').expect(200)).body.student;

/** The newest message to an e-mail, once it has come; the `count`th of all that went there. */
async function messageTo(email: string, count = 1): Promise<Caught> {
  for (;;) {
    const found = catcher.messages.filter(({ to }) => to === email);
    if (found.length >= count) return found[0]!;
    await new Promise((resolve) => setTimeout(resolve, 20));
  }
}

const linkIn = ({ text }: Caught) => /https:\/\/fidens\.example\/sign-in#(\w+)=([\w-]+)/.exec(text)!.slice(1);

const signUp = (agent: Agent, email: string, password = PASSWORD) =>
  agent.post('/api/v1/accounts').send({ name: 'Ada Brook', email, password });

async function account(email: string): Promise<Agent> {
  const agent = anyone();
  await signUp(agent, email).expect(202);
  const [use, token] = linkIn(await messageTo(email));
  expect(use).toBe('account');
  await agent.post('/api/v1/accounts/link').send({ token, password: PASSWORD }).expect(201);
  return agent;
}

describe('a server with a mail address', () => {
  it('makes an account once its link is opened, with the password that was chosen, and once only', async () => {
    const email = 'ada@saltmarsh.example';
    const agent = anyone();
    expect((await signUp(agent, email).expect(202)).body).toEqual({ mailed: true });
    expect(await me(agent)).toBeNull();
    const [, token] = linkIn(await messageTo(email));
    const take = (password: string) => agent.post('/api/v1/accounts/link').send({ token, password });
    expect((await take('not the one that was chosen').expect(403)).body.errors[0].at).toBe('password');
    await take(PASSWORD).expect(201);
    expect(await me(agent)).toMatchObject({ email, name: 'Ada Brook' });
    await take(PASSWORD).expect(410);
  });

  it('answers the same whether an e-mail has an account or not, and tells its owner', async () => {
    const email = 'ida@saltmarsh.example';
    await account(email);
    const again = await signUp(anyone(), email, 'another long enough one').expect(202);
    const fresh = await signUp(anyone(), 'nobody@saltmarsh.example').expect(202);
    expect(again.body).toEqual(fresh.body);
    const told = await messageTo(email, 2);
    expect(told.subject).toBe('You have a Fidens account already');
    // What a stranger typed has changed nothing.
    await anyone().post('/api/v1/session').send({ email, password: 'another long enough one' }).expect(401);
    await anyone().post('/api/v1/session').send({ email, password: PASSWORD }).expect(200);
  });

  it('renews a lost password by a link, ends every session, and sends nothing where there is no account', async () => {
    const email = 'uma@saltmarsh.example';
    const other = await account(email);
    const lost = (to: string) => anyone().post('/api/v1/session/mail').send({ email: to });
    const known = await lost(email).expect(202);
    const unknown = await lost('no.one@saltmarsh.example').expect(202);
    expect(unknown.body).toEqual(known.body);
    const [use, token] = linkIn(await messageTo(email, 2));
    expect(use).toBe('password');
    const agent = anyone();
    const take = (password: string) => agent.post('/api/v1/session/link').send({ token, password });
    expect((await take('abcabcabcabcabcabc').expect(422)).body.errors[0].at).toBe('password');
    await take('two gulls over the breakwater').expect(200);
    expect(await me(agent)).toMatchObject({ email });
    expect(await me(other)).toBeNull();
    await take('two gulls over the breakwater').expect(410);
    expect(catcher.messages.filter(({ to }) => to === 'no.one@saltmarsh.example')).toEqual([]);
  });

  it('takes no link that is too old, nor one for another use', async () => {
    const email = 'eva@saltmarsh.example';
    await signUp(anyone(), email).expect(202);
    const [, token] = linkIn(await messageTo(email));
    await anyone().post('/api/v1/session/link').send({ token, password: PASSWORD }).expect(410);
    const late = 'late@saltmarsh.example';
    await signUp(anyone(), late).expect(202);
    const [, old] = linkIn(await messageTo(late));
    await harness.database('mail_links').update({ expires_at: new Date(Date.now() - 1000) });
    await anyone().post('/api/v1/accounts/link').send({ token: old, password: PASSWORD }).expect(410);
  });

  it('gives an account another e-mail once its link is opened there, and does not tell who has an account', async () => {
    const [email, next] = ['una@saltmarsh.example', 'una.brook@saltmarsh.example'];
    const agent = await account(email);
    const stranger = await account('umberto@saltmarsh.example');
    const to = (address: string, password = PASSWORD) =>
      agent.put('/api/v1/account/email').send({ email: address, password });
    await to(next, 'not the right password').expect(403);
    const fresh = await to(next).expect(202);
    const taken = await to('umberto@saltmarsh.example').expect(202);
    expect(taken.body).toEqual(fresh.body);
    expect((await messageTo('umberto@saltmarsh.example', 2)).text).toContain('nothing was changed');
    expect(await me(agent)).toMatchObject({ email });
    const { text } = await messageTo(next);
    const [, token] = /https:\/\/fidens\.example\/account#email=([\w-]+)/.exec(text)!;
    // It is of that account alone, and no link of another kind.
    await stranger.post('/api/v1/account/email/link').send({ token }).expect(403);
    await anyone().post('/api/v1/session/link').send({ token, password: PASSWORD }).expect(410);
    await anyone().post('/api/v1/account/email/link').send({ token }).expect(401);
    await agent.post('/api/v1/account/email/link').send({ token }).expect(200);
    expect(await me(agent)).toMatchObject({ email: next });
    await agent.post('/api/v1/account/email/link').send({ token }).expect(410);
    await anyone().post('/api/v1/session').send({ email: next, password: PASSWORD }).expect(200);
    await anyone().post('/api/v1/session').send({ email, password: PASSWORD }).expect(401);
  });

  it('does not give an e-mail that another account has taken in the meantime', async () => {
    const [agent, next] = [await account('olga@saltmarsh.example'), 'both@saltmarsh.example'];
    await agent.put('/api/v1/account/email').send({ email: next, password: PASSWORD }).expect(202);
    const [, token] = /#email=([\w-]+)/.exec((await messageTo(next)).text)!;
    await signUp(anyone(), next).expect(202);
    const [use, other] = linkIn(await messageTo(next, 2));
    expect(use).toBe('account');
    await anyone().post('/api/v1/accounts/link').send({ token: other, password: PASSWORD }).expect(201);
    await agent.post('/api/v1/account/email/link').send({ token }).expect(409);
    expect(await me(agent)).toMatchObject({ email: 'olga@saltmarsh.example' });
  });

  it('keeps no secret in the clear, and sends only so many messages to one e-mail', async () => {
    const email = 'much@saltmarsh.example';
    for (let turn = 0; turn < 5; turn += 1) await signUp(anyone(), email).expect(202);
    const [, token] = linkIn(await messageTo(email, 5));
    const kept = await harness.database('mail_links').select();
    expect(JSON.stringify(kept)).not.toContain(token);
    const refused = await signUp(anyone(), email).expect(429);
    expect(Number(refused.headers['retry-after'])).toBeGreaterThan(0);
  });
});
