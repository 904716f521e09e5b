import { existsSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { birthOf } from './birth.mjs';
import { installDebian } from './packages.mjs';

const LIBRARY = `/usr/lib/${{ x64: 'x86_64', arm64: 'aarch64' }[process.arch]}-linux-gnu/faketime/libfaketimeMT.so.1`;
export const installClock = () => installDebian('faketime', () => existsSync(LIBRARY));

/** What the library keeps in shared memory, named by the process that made it. */
const OWN = /^(?:sem\.)?faketime_(?:sem|shm)_(\d+)$/;
/**
 * Takes away what processes that were killed have left there: another that is given such a number, under another user, would end at once over it.
 * @param folder where shared memory stands
 */
export function clearLeft(folder = '/dev/shm') {
  for (const name of readdirSync(folder)) {
    const pid = OWN.exec(name)?.[1];
    if (pid !== undefined && birthOf(pid) === undefined) rmSync(join(folder, name), { force: true });
  }
}

/** A clock for processes that are started with `env`: it goes as the machine's does, off by what it was set to last. @param file where how far it is off stands. */
export function clockIn(file) {
  /** @param days to add to the machine's. */
  const set = (days) => writeFileSync(file, `${days < 0 ? '' : '+'}${days}d\n`);
  set(0);
  return {
    set,
    env: { LD_PRELOAD: LIBRARY, FAKETIME_TIMESTAMP_FILE: file, FAKETIME_NO_CACHE: '1', FAKETIME_DONT_FAKE_MONOTONIC: '1' },
  };
}
