// npm start: from a fresh checkout to a served application. Every step is skipped when its work is done already.
import { linkSync, mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { buildClient, clientDir } from './lib/client.mjs';
import { openDoor } from './lib/door.mjs';
import { installDependencies, requireNode } from './lib/packages.mjs';
import { installPostgres, isFree, startCluster } from './lib/postgres.mjs';
import { Failure, main, step } from './lib/say.mjs';
import { birthOf } from './lib/birth.mjs';
import { dataFolder, holder, lockFile } from './lib/folder.mjs';
import { backupFolder, daily } from './lib/backup.mjs';
import { healthOf, prepareDatabase } from './lib/server.mjs';
import { supervise } from './lib/supervise.mjs';

/** Takes the data folder for this process. False when a running Tamper already serves it. */
async function takeFolder(port) {
  try {
    mkdirSync(dataFolder, { recursive: true });
  } catch (error) {
    throw new Failure(`The folder ${dataFolder} cannot be made (${error.code}). Set TAMPER_DATA to one that can be written.`);
  }
  const held = holder();
  if (held) {
    if ((await healthOf(held.port)) !== 'well')
      throw new Failure(`Another start (process ${held.pid}) is at work on ${dataFolder}. Wait for it, or stop it first.`);
    console.log(`\nTamper is already running: http://localhost:${held.port}\n`);
    return false;
  }
  // Linked into its place whole: one cut short while it is written is never there.
  const mine = `${lockFile}.${process.pid}`;
  try {
    rmSync(lockFile, { force: true });
    writeFileSync(mine, JSON.stringify({ pid: process.pid, birth: birthOf(process.pid), port }));
    linkSync(mine, lockFile);
  } catch (error) {
    if (error.code === 'EEXIST') throw new Failure(`Another start took ${dataFolder} a moment ago. Wait for it to finish.`);
    throw new Failure(`Nothing can be written in ${dataFolder} (${error.code}): is it read-only, or the disk full?`);
  } finally {
    rmSync(mine, { force: true });
  }
  return true;
}

/** How long a server whose start was killed may take to end, ms; and one that answers nothing, which may be another program. */
const [ENDING, UNKNOWN] = [10_000, 4_000];

/** The port has to be free: soon, where it is a Tamper that has it, left by a start that was killed. */
async function mustBeFree(port) {
  for (const begun = Date.now(); !(await isFree(port)); await new Promise((done) => setTimeout(done, 200)))
    if (Date.now() - begun > ((await healthOf(port)) === 'away' ? UNKNOWN : ENDING))
      throw new Failure(`Port ${port} is taken by another program. Choose another: PORT=${port + 1} npm start`);
}

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
  let running;
  let stopBackups = () => undefined;
  try {
    await mustBeFree(port);
    await buildClient();
    if (stopAsked) return;
    if (!process.env.DATABASE_URL) {
      step('Starting the database');
      cluster = await startCluster(join(dataFolder, 'postgres'));
      prepareDatabase(cluster, 'tamper');
    }
    step('Starting the server');
    const door = await openDoor(dataFolder);
    running = await supervise({
      ...{ door, cluster, port, clientDir },
      migrated: cluster !== undefined,
      databaseUrl: () => process.env.DATABASE_URL || cluster.serverUrl('tamper'),
    });
    if (cluster) stopBackups = daily(backupFolder());
    console.log(
      `\nTamper is running: ${running.url}\n${door.lines.map((line) => `${line.replaceAll('PORT', port)}\n`).join('')}Stop it with Ctrl-C. Data: ${process.env.DATABASE_URL ? 'DATABASE_URL' : dataFolder}\n`,
    );
    await asked;
    step('Stopping');
  } finally {
    stopBackups();
    if (running) await running.stop();
    else cluster?.stop();
    rmSync(lockFile, { force: true });
  }
});
