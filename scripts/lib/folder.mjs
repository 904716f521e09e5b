// The data folder, and who holds it.
import { readFileSync } from 'node:fs';
import { homedir } from 'node:os';
import { join, resolve } from 'node:path';
import { birthOf } from './birth.mjs';
import { isRoot } from './packages.mjs';

const dataHome = isRoot ? '/var/lib' : (process.env.XDG_DATA_HOME ?? join(homedir(), '.local', 'share'));
/** Where a Tamper keeps everything. */
export const dataFolder = resolve(process.env.TAMPER_DATA ?? join(dataHome, 'tamper'));
/** Says who works on it. */
export const lockFile = join(dataFolder, 'running.json');

/** The process that holds the data folder, if it still is the one that took it. */
export function holder() {
  try {
    const held = JSON.parse(readFileSync(lockFile, 'utf8'));
    return held.pid !== process.pid && held.birth !== undefined && birthOf(held.pid) === held.birth ? held : undefined;
  } catch {
    return undefined;
  }
}
