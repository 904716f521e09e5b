// npm run faults: the whole campaign of faults, with cases nobody has seen yet; a share of it is in `npm test`. TAMPER_SEED=N the cases of an earlier one again.
import { spawnSync } from 'node:child_process';
import { randomInt } from 'node:crypto';
import { chmodSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { upkeep } from './faults/upkeep.mjs';
import { installChromium } from './lib/chromium.mjs';
import { buildClient, clientDir } from './lib/client.mjs';
import { installClock } from './lib/clock.mjs';
import { installDependencies, requireNode, root } from './lib/packages.mjs';
import { freePort, installPostgres, startCluster } from './lib/postgres.mjs';
import { main, step } from './lib/say.mjs';
import { startServer } from './lib/server.mjs';

const [KILLS, FAULTS, ROUNDS] = [
  process.env.TAMPER_KILLS ?? '200',
  process.env.TAMPER_FAULTS ?? '1000',
  Number(process.env.TAMPER_ROUNDS ?? 100),
];

/** Random numbers 0 ≤ x < 1, the same for the same seed. */
function numbers(seed) {
  let state = seed >>> 0;
  return () => {
    state = (state * 1_664_525 + 1_013_904_223) >>> 0;
    return state / 2 ** 32;
  };
}

const run = (args, env) =>
  spawnSync('npx', ['--no-install', ...args], { cwd: root, stdio: 'inherit', env: { ...process.env, ...env } }).status === 0;

await main(async () => {
  requireNode();
  await installDependencies();
  installPostgres();
  installChromium();
  installClock();
  await buildClient();
  const seed = process.env.TAMPER_SEED ?? String(randomInt(2 ** 31));
  step(`Cases of seed ${seed}; the same again with TAMPER_SEED=${seed} npm run faults`);
  const failed = [];

  step(`Three devices on one server, ${FAULTS} faults of their lines`);
  const longer = ['--testTimeout=1800000'];
  if (!run(['jest', 'client/src/store/campaign', '--selectProjects', 'client', ...longer], { TAMPER_SEED: seed, TAMPER_FAULTS: FAULTS }))
    failed.push('devices');

  step(`Server and database killed and started, ${ROUNDS} times`);
  const wrong = await upkeep(ROUNDS, numbers(Number(seed)), console.log, true);
  for (const one of wrong) console.error(`  ✗ ${one}`);
  if (wrong.length > 0) failed.push('upkeep');

  step(`A browser killed ${KILLS} times`);
  const work = mkdtempSync(join(tmpdir(), 'tamper-faults-'));
  chmodSync(work, 0o755);
  const cluster = await startCluster(join(work, 'postgres'), { durable: false });
  const databaseUrl = cluster.createDatabase('faults');
  const server = await startServer({ databaseUrl, port: await freePort(), clientDir });
  try {
    const env = {
      TAMPER_URL: server.url,
      TAMPER_DATABASE_URL: databaseUrl,
      TAMPER_KILLS: KILLS,
      TAMPER_SEED: seed,
    };
    if (!run(['playwright', 'test', '--config', 'e2e/playwright.config.ts', '--reporter=list', 'specs/faults.spec'], env))
      failed.push('browser');
  } finally {
    await server.stop();
    cluster.stop();
    rmSync(work, { recursive: true, force: true });
  }
  step(failed.length === 0 ? 'Nothing was lost.' : `Something was lost or stuck: ${failed.join(', ')}. Seed ${seed}.`);
  process.exitCode = failed.length === 0 ? 0 : 1;
});
