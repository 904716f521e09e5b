import express, { json } from 'express';
import request from 'supertest';
import { keyRoutes, needsKey, onlyHosts, ownPages } from './door';

const KEY = 'k7mq-ab2c-xy9z';

/** A door with nothing behind it but an answer. @param from where everybody seems to come from. */
function door(from: string, siteKey: string | undefined = KEY) {
  const rules = { hosts: ['192.168.7.20', 'Hut.Example'], siteKey };
  const app = express();
  app.use((incoming, _response, next) => {
    Object.defineProperty(incoming.socket, 'remoteAddress', { value: from, configurable: true });
    next();
  });
  app.use(onlyHosts(rules), ownPages);
  app.use('/api/key', json(), keyRoutes(rules));
  app.use('/api', needsKey(rules, ['/api/health']));
  app.use((_incoming, response) => void response.json({ in: true }));
  return app;
}
const ask = (app: ReturnType<typeof door>, path = '/api/jobs') => request(app).get(path).set('Host', '192.168.7.20:4600');

test.each(['localhost:4600', '127.0.0.1', '[::1]:4600', '192.168.7.20:4600', 'hut.example'])('answers to %s', (host) =>
  request(door('127.0.0.1')).get('/api/jobs').set('Host', host).expect(200),
);
test.each(['elsewhere.example', '192.168.7.21', 'localhost.elsewhere.example', ''])('does not answer to “%s”', async (host) => {
  const { body } = await request(door('127.0.0.1')).get('/api/jobs').set('Host', host).expect(421);
  expect((body as { error: { code: string } }).error.code).toBe('wrong-host');
});

test('takes nothing that a page of another site asks for', async () => {
  const app = door('127.0.0.1');
  const post = () => request(app).post('/api/jobs').set('Host', 'localhost:4600');
  await post().set('Origin', 'http://localhost:4600').expect(200);
  for (const origin of ['http://elsewhere.example', 'http://localhost:9999', 'null', 'nonsense'])
    await post().set('Origin', origin).expect(403);
  await post().set('Sec-Fetch-Site', 'cross-site').expect(403);
  await post().set('Sec-Fetch-Site', 'same-origin').expect(200);
});

test('this machine comes in; another device says the site key once and is known from then on', async () => {
  await ask(door('127.0.0.1')).expect(200);
  await ask(door('::ffff:127.0.0.1')).expect(200);
  const app = door('192.168.7.31');
  await ask(app).expect(401);
  await ask(app, '/api/health').expect(200);
  const say = (key: string) => request(app).post('/api/key').set('Host', '192.168.7.20:4600').send({ key });
  await say('wrong').expect(403);
  const answer = await say(`  ${KEY.toUpperCase()} `).expect(204);
  const [cookie] = answer.headers['set-cookie'] as unknown as [string];
  expect(cookie).toMatch(/HttpOnly/);
  expect(cookie).toMatch(/SameSite=Strict/);
  expect(cookie).not.toContain(KEY);
  await ask(app)
    .set('Cookie', cookie.split(';')[0] as string)
    .expect(200);
  await ask(app).set('Cookie', 'tamper-key=AAAA').expect(401);
  // Another key, and everybody says it anew.
  await ask(door('192.168.7.31', 'another-key'))
    .set('Cookie', cookie.split(';')[0] as string)
    .expect(401);
});

test('where no key is set nobody comes from elsewhere; who guesses is told to wait', async () => {
  await ask(door('192.168.7.31', undefined)).expect(401);
  const app = door('192.168.7.31');
  const guess = () => request(app).post('/api/key').set('Host', '192.168.7.20').send({ key: 'guess' });
  for (let i = 0; i < 10; i++) await guess().expect(403);
  await guess().expect(429);
});
