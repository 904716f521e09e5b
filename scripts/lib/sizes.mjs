// Sizes of the built client: scripts by route, and what the first screen loads.
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { clientDir, onFirstScreen } from './client.mjs';

/** Most the first screen (the jobs list) may load, kB gzip. What is over it fails the run. */
export const FIRST_SCREEN_BUDGET = 307;
/** Most the planning worker may be, kB gzip: a page of a run waits until it has been read. */
export const PLANNER_BUDGET = 118;

/** Every script of the client with its bytes as it is and packed, largest first, and what the first screen loads of them, and the planning worker, packed. */
export function clientSizes() {
  const folder = join(clientDir, '_expo/static/js/web');
  const scripts = readdirSync(folder)
    .filter((name) => name.endsWith('.js'))
    .map((name) => {
      const code = readFileSync(join(folder, name));
      return {
        name: name.replace(/-[0-9a-f]{8,32}\.js$/, ''),
        raw: code.length,
        gzip: gzipSync(code, { level: 9 }).length,
        early: onFirstScreen(name, code),
      };
    })
    .sort((a, b) => b.raw - a.raw);
  const first = scripts.filter(({ early }) => early);
  const kB = (some) => some.reduce((sum, { gzip }) => sum + gzip, 0) / 1000;
  const planner = kB(scripts.filter(({ name }) => name === 'plan'));
  return { scripts, first: first.map(({ name }) => name), firstScreen: kB(first), planner };
}
