import { existsSync, writeFileSync } from 'node:fs';
import { installDebian } from './packages.mjs';

const LIBRARY = `/usr/lib/${{ x64: 'x86_64', arm64: 'aarch64' }[process.arch]}-linux-gnu/faketime/libfaketimeMT.so.1`;
export const installClock = () => installDebian('faketime', () => existsSync(LIBRARY));

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
