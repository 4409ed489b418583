import request from 'supertest';
import { plainPath } from '../src/http/log';
import { startHarness, type Harness } from './harness';

let harness: Harness;
beforeAll(async () => {
  harness = await startHarness();
}, 60_000);
afterAll(() => harness.stop());

const get = (path: string) => request(harness.application.express).get(path);

describe('what watches the server', () => {
  it('hears that it lives and is ready', async () => {
    expect((await get('/health/live').expect(200)).body).toEqual({ status: 'live' });
    expect((await get('/health/ready').expect(200)).body).toEqual({ status: 'ready' });
  });

  it('hears that it is not ready while the database is away, and lives on', async () => {
    await harness.postgres.crash();
    await get('/health/live').expect(200);
    expect((await get('/health/ready').expect(503)).body).toEqual({ status: 'no database' });
    const failed = await get('/api/v1/session')
      .set('Cookie', 'fidens=s%3Aabc.def')
      .expect((response) => {
        expect([200, 503]).toContain(response.status);
      });
    if (failed.status === 503) expect(failed.body.request).toBe(failed.headers['x-request-id']);
    await harness.postgres.restart();
    await get('/health/ready').expect(200);
  });

  it('finds each answer by a name, its own or the one that a proxy gave it', async () => {
    const [one, other] = [await get('/health/live'), await get('/health/live')];
    expect(one.headers['x-request-id']).not.toBe(other.headers['x-request-id']);
    const named = await get('/health/live').set('X-Request-Id', 'proxy-0001-abc');
    expect(named.headers['x-request-id']).toBe('proxy-0001-abc');
    const odd = await get('/health/live').set('X-Request-Id', 'a "quoted" one');
    expect(odd.headers['x-request-id']).toMatch(/^[0-9a-f-]{36}$/);
  });

  it('hears of no ids and no secrets', () => {
    expect(plainPath('/api/v1/courses/3c0f226a-ea1a-4063-8d7d-28430f93bad1/feed')).toBe(
      '/api/v1/courses/…/feed',
    );
    expect(plainPath('/feed/Zx81kLmN0pQrStUvWxYz123.ics')).toBe('/feed/….ics');
  });

  it('hears that it is not ready once it stops', async () => {
    harness.application.stop();
    expect((await get('/health/ready').expect(503)).body).toEqual({ status: 'stopping' });
  });
});
