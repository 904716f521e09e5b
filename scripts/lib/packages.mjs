import { spawn, spawnSync } from 'node:child_process';
import { once } from 'node:events';
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { birthOf } from './birth.mjs';
import { Failure, step } from './say.mjs';

export const root = fileURLToPath(new URL('../../', import.meta.url));
export const isRoot = process.getuid?.() === 0;

export function requireNode() {
  const major = Number(process.versions.node.split('.')[0]);
  if (major < 20) throw new Failure(`Node ${process.versions.node} is too old; install Node 20 or newer.`);
}

/** Installs the npm dependencies when the lock file differs from what was installed last. Debian's packages can be installed meanwhile. */
export async function installDependencies() {
  const lock = createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .digest('hex');
  const stamp = join(root, 'node_modules', '.tamper-lock');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === lock) return;
  step('Installing dependencies (a few minutes the first time)');
  await otherEnds();
  const npm = spawn('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], { cwd: root, stdio: ['ignore', 'ignore', 'inherit'] });
  writeFileSync(INSTALLING, JSON.stringify({ pid: npm.pid, birth: birthOf(npm.pid) }));
  const [status] = await once(npm, 'close');
  rmSync(INSTALLING, { force: true });
  if (status !== 0)
    throw new Failure('npm could not install the dependencies. Check the connection to the npm registry and run this again.');
  writeFileSync(stamp, lock);
}

/** Names the installation that is at work: one whose start was killed goes on, and two at once spoil each other. */
const INSTALLING = join(root, '.installing');
async function otherEnds() {
  const at = () => {
    try {
      const { pid, birth } = JSON.parse(readFileSync(INSTALLING, 'utf8'));
      return birth !== undefined && birthOf(pid) === birth;
    } catch {
      return false;
    }
  };
  while (at()) await new Promise((done) => setTimeout(done, 500));
}

/** Installs a Debian package unless `present()` finds what it brings. */
export function installDebian(name, present) {
  if (present()) return;
  step(`Installing ${name} from Debian`);
  const asRoot = (...command) => {
    const [file, ...rest] = isRoot ? command : ['sudo', ...command];
    const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
    return spawnSync(file, rest, { stdio: ['inherit', 'ignore', 'inherit'], env }).status === 0;
  };
  const apt = (...args) => asRoot('apt-get', '-qq', '-y', '-o', 'DPkg::Lock::Timeout=300', ...args);
  // An installation that was cut short is finished first.
  asRoot('dpkg', '--configure', '-a');
  if (!apt('update'))
    throw new Failure(`apt-get update failed, and ${name} is needed. Run as root or with sudo, with Debian's packages in reach.`);
  if (!apt('install', '--no-install-recommends', name) || !present())
    throw new Failure(`Debian's package ${name} could not be installed. Install it by hand (apt-get install ${name}) and run this again.`);
}
