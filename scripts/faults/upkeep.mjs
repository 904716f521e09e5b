// The server side under faults: whatever is killed at whatever moment, it comes back without help, and what was answered as saved is there.
import { execFile, spawn, spawnSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import {
  chmodSync,
  closeSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  openSync,
  readdirSync,
  readFileSync,
  rmSync,
  writeFileSync,
  writeSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { clearLeft, clockIn } from '../lib/clock.mjs';
import { freePort } from '../lib/postgres.mjs';
import { root } from '../lib/packages.mjs';
import { healthOf } from '../lib/server.mjs';

const sleep = (ms) => new Promise((done) => setTimeout(done, ms));
/** It has to be back within this, ms. */
const PATIENCE = 90_000;

/** Room of the small disk, MB: a database and what it writes ahead, and little more. */
const ROOM = 300;
/** A small disk of its own at a folder, where this machine lets anybody make one. */
const smallDisk = (at) =>
  spawnSync('mount', ['-t', 'tmpfs', '-o', `size=${ROOM}m,mode=755`, 'tmpfs', at], { stdio: 'ignore' }).status === 0;

/** Writes until there is no room left. */
function fill(file) {
  const handle = openSync(file, 'w');
  for (let part = Buffer.alloc(1 << 20, 1); part.length > 0;)
    try {
      writeSync(handle, part);
    } catch (error) {
      if (error.code !== 'ENOSPC') throw error;
      part = part.subarray(0, part.length >> 1);
    }
  closeSync(handle);
}

/** Processes whose command holds all of these words. */
function pidsOf(...words) {
  return readdirSync('/proc')
    .filter((name) => /^\d+$/.test(name))
    .map(Number)
    .filter((pid) => {
      try {
        const command = readFileSync(`/proc/${pid}/cmdline`, 'utf8');
        return words.every((word) => command.includes(word));
      } catch {
        return false;
      }
    });
}
const kill = (pid, signal = 'SIGKILL') => {
  try {
    process.kill(pid, signal);
  } catch (error) {
    if (error.code !== 'ESRCH') throw error;
  }
};

/** How far the clock of the machine is off after each time it moves, days. */
const CLOCKS = [2, -400, 0.03, 0, 90, -0.01];

/**
 * @param rounds how many faults @param random 0 ≤ x < 1 @param clocked may the clock move? That takes a package of its own.
 * @returns sentences of what went wrong; none: it came back every time.
 */
export async function upkeep(rounds, random, say = console.log, clocked = false) {
  const home = mkdtempSync(join(tmpdir(), 'tamper-upkeep-'));
  chmodSync(home, 0o755);
  const data = join(home, 'data');
  mkdirSync(data);
  const small = smallDisk(data);
  if (!small) say('  no disk of its own can be made here: it is not filled');
  const port = await freePort();
  const clock = clocked ? clockIn(join(home, 'clock')) : undefined;
  const ENV = { ...clock?.env, TAMPER_DATA: data, TAMPER_BACKUP: join(data, 'backups'), PORT: String(port), DATABASE_URL: '' };
  const wrong = [];
  let child;
  const start = () => {
    if (clock) clearLeft();
    child = spawn(process.execPath, [join(root, 'scripts', 'start.mjs')], {
      cwd: root,
      env: { ...process.env, ...ENV },
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    const own = Object.assign(child, { said: '' });
    // A server it leaves behind says more into the same line: that is not what the next one says.
    for (const stream of [own.stdout, own.stderr]) stream.on('data', (text) => (own.said += text));
  };
  const endStart = async (signal) => {
    if (child.exitCode !== null || child.signalCode !== null) return;
    const gone = new Promise((done) => child.once('exit', done));
    child.kill(signal);
    await gone;
  };
  const postmaster = () => {
    const file = join(data, 'postgres', 'cluster', 'postmaster.pid');
    return existsSync(file) ? Number(readFileSync(file, 'utf8').split('\n')[0]) : undefined;
  };
  const servers = () =>
    pidsOf('server/src/main.ts').filter((pid) => readFileSync(`/proc/${pid}/environ`, 'utf8').includes(`PORT=${port}\0`));
  const well = async (what) => {
    const end = Date.now() + PATIENCE;
    while (Date.now() < end) {
      // What it took over from may still be ending.
      if (child.said.includes('Tamper is running') && (await healthOf(port)) === 'well') return true;
      await sleep(100);
    }
    const ended = child.exitCode ?? child.signalCode;
    wrong.push(
      `${what}: not back after ${PATIENCE / 1000} s, ${ended === null ? 'at it still' : `ended by ${ended}`}. It said: ${child.said.slice(-2000)}`,
    );
    return false;
  };
  /** Is this answered as saved? */
  const isTaken = async (path, body) => {
    const answer = await fetch(`http://127.0.0.1:${port}/api${path}`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify(body),
      signal: AbortSignal.timeout(5000),
    }).catch(() => undefined);
    return answer?.status === 201;
  };
  /** Jobs that were answered as saved, and what was written about each. */
  const saved = [];
  const save = async () => {
    const [id, device, at] = [randomUUID(), randomUUID(), new Date().toISOString()];
    const doc = JSON.parse(readFileSync(join(root, 'scripts/faults/job.json'), 'utf8'));
    if (!(await isTaken('/jobs', { id, doc }))) return;
    const entry = { id: randomUUID(), author: 'foreman', device, count: 1, known: 0, at, clock: 0, fact: { kind: 'walk', note: '' } };
    saved.push({ id, ...((await isTaken(`/jobs/${id}/book`, { entry, sent: Date.now() })) && { entry: entry.id }) });
  };
  const isThere = async ({ id, entry }) => {
    if ((await fetch(`http://127.0.0.1:${port}/api/jobs/${id}`)).status !== 200) return false;
    const book = entry && (await (await fetch(`http://127.0.0.1:${port}/api/jobs/${id}/book`)).json());
    return !book || book.items.some((kept) => kept.entry.id === entry);
  };
  /** Moves the clock of the machine; the server has to have seen it. */
  const moveClock = async () => {
    const days = CLOCKS[Math.floor(random() * CLOCKS.length)];
    clock.set(days);
    const { headers } = await fetch(`http://127.0.0.1:${port}/api/alive`);
    const off = Number(headers.get('x-server-now')) - Date.now() - days * 86_400_000;
    if (!(Math.abs(off) < 60_000)) wrong.push(`The clock did not move by ${days} days: it is off by ${off} ms more`);
  };
  const script = (name, ...args) =>
    new Promise((done) => {
      execFile(
        process.execPath,
        [join(root, 'scripts', name), ...args],
        { cwd: root, env: { ...process.env, ...ENV } },
        (error, out, err) => done({ ok: !error, said: out + err }),
      );
    });
  /** A backup made while it runs, tried, put back later: what was saved before it is there, what came after is not, and half a backup is refused. */
  async function backedUp() {
    const before = saved.length;
    const made = await script('backup.mjs');
    // The last: one a day is made by itself.
    const file = readdirSync(join(data, 'backups'))
      .filter((name) => name.endsWith('.dump'))
      .sort()
      .at(-1);
    if (!made.ok || !file) return void wrong.push(`No backup: ${made.said}`);
    await save();
    const running = await script('restore.mjs', join(data, 'backups', file));
    if (running.ok || !running.said.includes('Tamper is running')) wrong.push(`Restored under a running Tamper: ${running.said}`);
    await endStart('SIGTERM');
    const half = join(data, 'half.dump');
    const whole = readFileSync(join(data, 'backups', file));
    writeFileSync(half, whole.subarray(0, whole.length / 2));
    const refused = await script('restore.mjs', half);
    if (refused.ok || !refused.said.includes('Nothing was changed')) wrong.push(`Half a backup was taken: ${refused.said}`);
    const restored = await script('restore.mjs', join(data, 'backups', file));
    if (!restored.ok) return void wrong.push(`Not restored: ${restored.said}`);
    start();
    if (!(await well('restored'))) return;
    for (const one of saved.slice(0, before))
      if (!(await isThere(one))) wrong.push(`What is in the backup is not there: ${JSON.stringify(one)}`);
    for (const one of saved.slice(before)) if (await isThere(one)) wrong.push(`What came after the backup is there: ${one.id}`);
  }
  /** The disk is full while others write: nothing is answered as saved that is not; with room on it again it goes on by itself. */
  async function diskFull(meanwhile) {
    const filler = join(data, 'filler');
    fill(filler);
    for (let i = 0; i < 5; i++) await save();
    await meanwhile();
    await sleep(1500);
    rmSync(filler);
  }
  const faults = {
    'server killed': () => servers().forEach((pid) => kill(pid)),
    'both killed': () => (servers().forEach((pid) => kill(pid)), kill(postmaster())),
    ...(small && {
      'disk full': () => diskFull(() => undefined),
      'disk full, server and database killed': () =>
        diskFull(() => [...servers(), postmaster()].filter(Boolean).forEach((pid) => kill(pid))),
    }),
    ...(clock && {
      'clock moved': moveClock,
      'clock moved, server and database killed': async () => {
        await moveClock();
        [...servers(), postmaster()].forEach((pid) => kill(pid));
      },
    }),
    'database killed': () => kill(postmaster()),
    'start killed': async () => (await endStart('SIGKILL'), start()),
    'all killed': async () => {
      const [database, own] = [postmaster(), servers()];
      await endStart('SIGKILL');
      [...own, database].forEach((pid) => kill(pid));
      start();
    },
    'start killed, its number another’s': async () => {
      const database = postmaster();
      await endStart('SIGKILL');
      kill(database);
      await sleep(300);
      // Both numbers now belong to somebody else: this very process, which nobody may touch.
      const file = join(data, 'postgres', 'cluster', 'postmaster.pid');
      if (existsSync(file)) writeFileSync(file, readFileSync(file, 'utf8').replace(/^\d+/, String(process.pid)));
      writeFileSync(join(data, 'running.json'), JSON.stringify({ pid: process.pid, birth: 'of another boot 1', port }));
      start();
    },
    'start cut short again and again': async () => {
      await endStart('SIGKILL');
      for (let i = 0; i < 3; i++) {
        start();
        await sleep(random() * 2500);
        await endStart('SIGKILL');
      }
      start();
    },
    'stopped and started': async () => (await endStart('SIGTERM'), start()),
    'password lost': async () => {
      await endStart('SIGTERM');
      rmSync(join(data, 'postgres', 'password'));
      start();
    },
  };
  try {
    // The first start, cut short at some moment of making the database.
    start();
    await sleep(500 + random() * 4000);
    await endStart('SIGKILL');
    start();
    if (!(await well('first start cut short'))) return wrong;
    const names = Object.keys(faults);
    for (let round = 0; round < rounds; round++) {
      await save();
      const name = round < names.length ? names[round] : names[Math.floor(random() * names.length)];
      const writing = save();
      await faults[name]();
      await writing;
      if (!(await well(name))) return wrong;
      if (!(await isThere(saved.at(-1)))) wrong.push(`${name}: a job answered as saved is not there`);
      say(`  ${round + 1} of ${rounds}: ${name}, back`);
    }
    for (const one of saved) if (!(await isThere(one))) wrong.push(`What was answered as saved is not there: ${JSON.stringify(one)}`);
    say(`  ${saved.length} jobs and ${saved.filter(({ entry }) => entry).length} entries answered as saved, all looked for`);
    await backedUp();
    say('  backed up while it ran, spoiled, restored');
  } finally {
    await endStart('SIGTERM');
    if (small) spawnSync('umount', [data], { stdio: 'ignore' });
    rmSync(home, { recursive: true, force: true });
  }
  return wrong;
}
