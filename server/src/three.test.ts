import { blankJob, blankRun } from '@tamper/core';
import { spawn, type ChildProcess } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { once } from 'node:events';
import { createServer } from 'node:net';
import { join } from 'node:path';
import { connect, migrateUp } from './db/connect';
import { openServices } from './http/services';
import { ownDatabase } from './testing';

/** A server that starts on one brings the demonstration. */
const own = ownDatabase('three');
const { url } = own;
beforeAll(own.make);
afterAll(own.drop);

const freePort = async (): Promise<number> => {
  const probe = createServer().listen(0, '127.0.0.1');
  await once(probe, 'listening');
  const { port } = probe.address() as { port: number };
  probe.close();
  return port;
};

/** A server process of its own on the database of the tests. */
async function serve(): Promise<{ port: number; child: ChildProcess }> {
  const port = await freePort();
  const child = spawn(process.execPath, ['--import', 'tsx', join(__dirname, 'main.ts')], {
    cwd: join(__dirname, '../..'),
    env: { ...process.env, DATABASE_URL: url, PORT: String(port), MIGRATED: '1' },
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
  });
  await once(child, 'message');
  return { port, child };
}

const entry = (device: string, count: number) => ({
  ...{ id: randomUUID(), author: 'foreman', device, count, known: 0, at: new Date().toISOString(), clock: 0 },
  fact: { kind: 'note', station: null, note: `${device} ${count}` },
});

test('three servers on one database, six devices that write all the time, one server killed: what was answered is there once, in one chain', async () => {
  const { db, close } = connect(url, () => undefined);
  await migrateUp(db);
  const { store, book, proof } = openServices(db);
  const [jobId, runId] = [randomUUID(), randomUUID()];
  await store.addJob(jobId, blankJob('Three'));
  await store.addRun(jobId, runId, blankRun({ name: 'Shared', length: 30, product: 'drain-160', cover: 0.6, ruleSet: 'UK' }));
  const servers = await Promise.all([serve(), serve(), serve()]);
  const answered: string[] = [];
  let killed = 0;
  /** Sends an entry until somebody answers, at the next server where one does not: as a proxy has it. */
  async function send(device: string, count: number, at: number): Promise<void> {
    const sent = entry(device, count);
    for (let tries = 0; tries < 20; tries++) {
      const { port } = servers[(at + tries) % servers.length] as (typeof servers)[number];
      const answer = await fetch(`http://127.0.0.1:${port}/api/runs/${runId}/book`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify({ entry: sent, sent: Date.now() }),
        signal: AbortSignal.timeout(10_000),
      }).catch(() => undefined);
      if (answer?.status === 201) return void answered.push(sent.id);
      killed++;
    }
    throw new Error(`Nobody answered ${device}`);
  }
  const devices = ['a', 'b', 'c', 'd', 'e', 'f'].map(async (device, at) => {
    for (let count = 1; count <= 12; count++) await send(device, count, at + count);
  });
  while (answered.length < 20) await new Promise((done) => setTimeout(done, 5));
  servers[1]?.child.kill('SIGKILL');
  await Promise.all(devices);

  const kept = (await book.of(jobId, runId)).map(({ entry: { id } }) => id);
  expect(killed).toBeGreaterThan(0);
  expect(answered).toHaveLength(72);
  expect(new Set(kept).size).toBe(kept.length);
  expect(kept).toEqual(expect.arrayContaining(answered));
  const [chain] = await proof.check(jobId);
  expect(chain).toMatchObject({ about: runId, place: kept.length });
  expect(chain?.broken).toBeUndefined();

  for (const { child } of servers) child.kill('SIGTERM');
  await Promise.all(
    servers.filter(({ child }) => child.exitCode === null && child.signalCode === null).map(({ child }) => once(child, 'exit')),
  );
  await close();
}, 180_000);
