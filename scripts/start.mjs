// npm start: from a fresh checkout to a served application. Every step is skipped when its work is done already.
import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { homedir } from 'node:os';
import { join, resolve } from 'node:path';
import { buildClient, clientDir } from './lib/client.mjs';
import { installDependencies, isRoot, requireNode } from './lib/packages.mjs';
import { installPostgres, startCluster } from './lib/postgres.mjs';
import { Failure, main, step } from './lib/say.mjs';
import { isHealthy, startServer } from './lib/server.mjs';

const dataHome = isRoot ? '/var/lib' : (process.env.XDG_DATA_HOME ?? join(homedir(), '.local', 'share'));
const dataFolder = resolve(process.env.TAMPER_DATA ?? join(dataHome, 'tamper'));
const lockFile = join(dataFolder, 'running.json');

/** The process that holds the data folder, if it is still alive and really is one of ours. */
function holder() {
  try {
    const held = JSON.parse(readFileSync(lockFile, 'utf8'));
    return readFileSync(`/proc/${held.pid}/cmdline`, 'utf8').includes('start.mjs') ? held : undefined;
  } catch {
    return undefined;
  }
}

/** Takes the data folder for this process. False when a running Tamper already serves it. */
async function takeFolder(port) {
  mkdirSync(dataFolder, { recursive: true });
  const held = holder();
  if (held) {
    if (!(await isHealthy(held.port)))
      throw new Failure(`Another start (process ${held.pid}) is at work on ${dataFolder}. Wait for it, or stop it first.`);
    console.log(`\nTamper is already running: http://localhost:${held.port}\n`);
    return false;
  }
  rmSync(lockFile, { force: true });
  try {
    writeFileSync(lockFile, JSON.stringify({ pid: process.pid, port }), { flag: 'wx' });
  } catch (error) {
    if (error.code === 'EEXIST') throw new Failure(`Another start took ${dataFolder} a moment ago. Wait for it to finish.`);
    throw error;
  }
  return true;
}

const mustBeFree = (port) =>
  new Promise((done, reject) => {
    const probe = createServer();
    probe.once('error', () => reject(new Failure(`Port ${port} is taken by another program. Choose another: PORT=${port + 1} npm start`)));
    probe.listen(port, '127.0.0.1', () => probe.close(done));
  });

await main(async () => {
  requireNode();
  const port = Number(process.env.PORT ?? 4600);
  if (!Number.isInteger(port) || port < 1 || port > 65535)
    throw new Failure(`PORT is “${process.env.PORT}”; it must be a number from 1 to 65535.`);

  let stopAsked = false;
  let wake = () => {};
  const asked = new Promise((done) => (wake = done));
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'])
    process.on(signal, () => {
      stopAsked = true;
      wake();
    });

  await installDependencies();
  if (!process.env.DATABASE_URL) installPostgres();
  if (!(await takeFolder(port))) return;
  let cluster;
  let server;
  try {
    await mustBeFree(port);
    await buildClient();
    if (stopAsked) return;
    let databaseUrl = process.env.DATABASE_URL;
    if (!databaseUrl) {
      step('Starting the database');
      cluster = await startCluster(join(dataFolder, 'postgres'));
      databaseUrl = cluster.createDatabase('tamper');
    }
    step('Starting the server');
    server = await startServer({ databaseUrl, port, clientDir });
    console.log(
      `\nTamper is running: ${server.url}\nStop it with Ctrl-C. Data: ${process.env.DATABASE_URL ? 'DATABASE_URL' : dataFolder}\n`,
    );
    await Promise.race([asked, server.gone]);
    if (!stopAsked) throw new Failure('The server stopped by itself. What it said stands above; run npm start again.');
    step('Stopping');
  } finally {
    await server?.stop();
    cluster?.stop();
    rmSync(lockFile, { force: true });
  }
});
