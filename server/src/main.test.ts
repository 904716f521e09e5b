import { spawn, type ChildProcess } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { createServer, type AddressInfo } from 'node:net';
import { join } from 'node:path';
import { blankJob } from '@tamper/core';
import pg from 'pg';

const freePort = () =>
  new Promise<number>((done) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as AddressInfo;
      probe.close(() => done(port));
    });
  });

/** A database of this test's own: a starting server loads the demo, which other tests count on not being there. */
async function ownDatabase(): Promise<string> {
  const url = new URL(process.env.TEST_DATABASE_URL ?? 'postgres://missing');
  const admin = new pg.Client({ connectionString: url.href });
  await admin.connect();
  const name = `server_main_${randomUUID().slice(0, 8)}`;
  await admin.query(`create database ${name}`);
  await admin.end();
  url.pathname = `/${name}`;
  return url.href;
}

/** Starts the real server as a process of its own and waits until it serves. */
const start = (port: number, databaseUrl: string) =>
  new Promise<ChildProcess>((ready, failed) => {
    const env = { ...process.env, DATABASE_URL: databaseUrl, PORT: String(port), NODE_ENV: 'production' as const };
    const child = spawn(process.execPath, ['--import', 'tsx', join(__dirname, 'main.ts')], {
      env,
      cwd: join(__dirname, '../..'),
      stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
    });
    child.once('message', () => ready(child));
    child.once('exit', (code) => failed(new Error(`server ended with ${code}`)));
  });

const end = (child: ChildProcess, signal: NodeJS.Signals) =>
  new Promise<number | null>((done) => {
    child.once('exit', done);
    child.kill(signal);
  });

test('what was answered as saved is there after the server was killed; a polite stop ends with code 0', async () => {
  const databaseUrl = await ownDatabase();
  const port = await freePort();
  const url = `http://127.0.0.1:${port}/api`;
  const id = randomUUID();
  const first = await start(port, databaseUrl);
  const answer = await fetch(`${url}/jobs`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ id, doc: blankJob('Survivor') }),
  });
  expect(answer.status).toBe(201);
  await end(first, 'SIGKILL');

  const second = await start(port, databaseUrl);
  const kept = (await (await fetch(`${url}/jobs/${id}`)).json()) as { doc: { name: string } };
  expect(kept.doc.name).toBe('Survivor');
  expect(await end(second, 'SIGTERM')).toBe(0);
}, 120_000);
