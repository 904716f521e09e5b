// Backups: a dump of everything, tried by restoring it, and the way back.
import { spawn, spawnSync } from 'node:child_process';
import { chmodSync, existsSync, mkdirSync, readdirSync, readFileSync, renameSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { basename, join, resolve } from 'node:path';
import { dataFolder } from './folder.mjs';
import { root } from './packages.mjs';
import { NAME, tooOld } from './rotation.mjs';
import { Failure } from './say.mjs';

/** What a database holds, its chains and photos checked: see server/src/sound.ts. */
export function soundness(url) {
  const { status, stdout, stderr } = spawnSync(process.execPath, ['--import', 'tsx', join(root, 'server', 'src', 'sound.ts')], {
    cwd: root,
    encoding: 'utf8',
    maxBuffer: 1 << 30,
    env: { ...process.env, DATABASE_URL: url },
  });
  if (status !== 0) throw new Failure(`The database could not be looked at.\n${stderr.trim()}`);
  return JSON.parse(stdout);
}

const COUNTED = ['jobs', 'runs', 'entries', 'plans', 'photos'];
const listed = (found) => COUNTED.map((what) => `${found[what]} ${what}`).join(', ');

/** What keeps a restored database from being the one that was saved, in a sentence; undefined: nothing does. */
function wrongWith(found, manifest) {
  if (found.broken.length > 0) return `the record of ${found.broken.map(({ name, about }) => name || about).join(', ')} does not hold`;
  if (found.spoiled > 0) return `${found.spoiled} photos are spoiled`;
  const other = manifest && COUNTED.find((what) => found[what] !== manifest[what]);
  if (other) return `it holds ${found[other]} ${other} where ${manifest[other]} were saved`;
  const lost = manifest && Object.entries(manifest.heads).find(([about, { hash }]) => found.heads[about]?.hash !== hash);
  return lost ? 'its seals are not those that were saved' : undefined;
}

/** The moment in a name, so that names sort by it. */
const stamp = () => new Date().toISOString().slice(0, 19).replaceAll(':', '').replace('T', '-');

/**
 * Dumps the database into the folder and restores the dump into another one to see that it is all there. A file stands under its name only once it was tried.
 * @param cluster with `dump`, `restore`, `url`, `createDatabase`, `dropDatabase`. @returns the file and what is in it.
 */
export function backUp(cluster, folder, database = 'tamper') {
  try {
    mkdirSync(folder, { recursive: true, mode: 0o700 });
  } catch (error) {
    throw new Failure(`The folder ${folder} cannot be made (${error.code}). Set TAMPER_BACKUP to one that can be written.`);
  }
  const file = join(folder, `tamper-${stamp()}.dump`);
  const begun = `${file}.part`;
  const scratch = `tamper_check_${process.pid}`;
  try {
    cluster.dump(database, begun);
    // Everything is in it: nobody else reads it.
    chmodSync(begun, 0o600);
    cluster.dropDatabase(scratch);
    cluster.createDatabase(scratch);
    cluster.restore(scratch, begun);
    const found = soundness(cluster.url(scratch));
    const wrong = wrongWith(found);
    if (wrong)
      throw new Failure(
        `The backup was made and tried, and ${wrong}. It was not kept; look after the record first: an earlier backup may be whole.`,
      );
    writeFileSync(`${file}.json`, JSON.stringify({ format: 'tamper-backup', made: new Date().toISOString(), ...found }, null, 2), {
      mode: 0o600,
    });
    renameSync(begun, file);
    return { file, found, says: listed(found) };
  } finally {
    rmSync(begun, { force: true });
    cluster.dropDatabase(scratch);
  }
}

/** Names of the backups in a folder, the newest first. */
const backupsIn = (folder) =>
  readdirSync(folder)
    .filter((name) => NAME.test(name))
    .sort()
    .reverse();

/** Takes away backups nobody wants any more: of each day the last, of each week the last, as many as are kept. */
export function rotate(folder) {
  const gone = tooOld(backupsIn(folder));
  for (const name of gone) for (const one of [name, `${name}.json`]) rmSync(join(folder, one), { force: true });
  return gone;
}

/** Where backups go. */
export const backupFolder = () => resolve(process.env.TAMPER_BACKUP ?? join(dataFolder, 'backups'));

const [DAY, LOOK] = [86_400_000, 10 * 60_000];
/** Backs up once a day, by a process of its own so that nothing waits for it, and takes away old ones. `TAMPER_BACKUP=off` turns it off. @returns what ends it. */
export function daily(folder) {
  if (process.env.TAMPER_BACKUP === 'off') return () => undefined;
  let child;
  const look = () => {
    if (child || Date.now() - lastOf(folder) < DAY) return;
    child = spawn(process.execPath, [join(root, 'scripts', 'backup.mjs'), '--daily'], { cwd: root, stdio: 'inherit' });
    child.once('exit', () => (child = undefined));
  };
  const timer = setInterval(look, LOOK);
  const first = setTimeout(look, 60_000);
  return () => {
    clearInterval(timer);
    clearTimeout(first);
    child?.kill('SIGTERM');
  };
}

/** When the last backup was made, ms; 0: there is none. */
function lastOf(folder) {
  const [last] = existsSync(folder) ? backupsIn(folder) : [];
  return last ? statSync(join(folder, last)).mtimeMs : 0;
}

/**
 * Puts a backup in the place of the database: restored beside it and looked at first; what was there stays under another name.
 * @returns what is in it now, and under which name the one before is kept.
 */
export function putBack(cluster, file, database = 'tamper') {
  if (!existsSync(file)) throw new Failure(`There is no file ${file}.`);
  const manifestFile = `${file}.json`;
  const manifest = existsSync(manifestFile) ? JSON.parse(readFileSync(manifestFile, 'utf8')) : undefined;
  const next = `${database}_next`;
  cluster.dropDatabase(next);
  cluster.createDatabase(next);
  try {
    cluster.restore(next, file);
  } catch (error) {
    cluster.dropDatabase(next);
    throw new Failure(`${basename(file)} is no backup of Tamper, or only part of one. Nothing was changed.\n${error.message}`);
  }
  const found = soundness(cluster.url(next));
  const wrong = wrongWith(found, manifest);
  if (wrong) {
    cluster.dropDatabase(next);
    throw new Failure(`${basename(file)} was read, and ${wrong}. Nothing was changed.`);
  }
  const before = `${database}_before_${stamp().replaceAll('-', '_')}`;
  cluster.rename(database, before);
  cluster.rename(next, database);
  return { says: listed(found), before };
}
