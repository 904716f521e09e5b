// npm run shots: the pictures in docs/screenshots, from a fresh database with the demo data.
import { spawnSync } from 'node:child_process';
import { chmodSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { installChromium } from './lib/chromium.mjs';
import { buildClient, clientDir } from './lib/client.mjs';
import { installDependencies, requireNode, root } from './lib/packages.mjs';
import { freePort, installPostgres, startCluster } from './lib/postgres.mjs';
import { main } from './lib/say.mjs';
import { startServer } from './lib/server.mjs';

await main(async () => {
  requireNode();
  await installDependencies();
  installPostgres();
  installChromium();
  await buildClient();
  const work = mkdtempSync(join(tmpdir(), 'tamper-shots-'));
  chmodSync(work, 0o755);
  const cluster = await startCluster(join(work, 'postgres'), { durable: false });
  const server = await startServer({ databaseUrl: cluster.createDatabase('shots'), port: await freePort(), clientDir });
  try {
    const scripts = process.argv[2] ?? 'e2e/shots.ts';
    spawnSync('npx', ['--no-install', 'tsx', scripts, ...process.argv.slice(3)], {
      cwd: root,
      stdio: 'inherit',
      env: { ...process.env, TAMPER_URL: server.url },
    });
  } finally {
    await server.stop();
    cluster.stop();
    rmSync(work, { recursive: true, force: true });
  }
});
