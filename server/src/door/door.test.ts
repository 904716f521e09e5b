import express from 'express';
import request from 'supertest';
import { onlyHosts, ownPages } from './door';

/** A door with nothing behind it but an answer. */
function door() {
  const app = express();
  app.use(onlyHosts({ hosts: ['192.168.7.20', 'Hut.Example'] }), ownPages);
  app.use((_incoming, response) => void response.json({ in: true }));
  return app;
}

test.each(['localhost:4600', '127.0.0.1', '[::1]:4600', '192.168.7.20:4600', 'hut.example'])('answers to %s', (host) =>
  request(door()).get('/api/jobs').set('Host', host).expect(200),
);
test.each(['elsewhere.example', '192.168.7.21', 'localhost.elsewhere.example', ''])('does not answer to “%s”', async (host) => {
  const { body } = await request(door()).get('/api/jobs').set('Host', host).expect(421);
  expect((body as { error: { code: string } }).error.code).toBe('wrong-host');
});

test('takes nothing that a page of another site asks for', async () => {
  const app = door();
  const post = () => request(app).post('/api/jobs').set('Host', 'localhost:4600');
  await post().set('Origin', 'http://localhost:4600').expect(200);
  for (const origin of ['http://elsewhere.example', 'http://localhost:9999', 'null', 'nonsense'])
    await post().set('Origin', origin).expect(403);
  await post().set('Sec-Fetch-Site', 'cross-site').expect(403);
  await post().set('Sec-Fetch-Site', 'same-origin').expect(200);
});
