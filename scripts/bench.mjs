// npm run bench: speed as ratios, sizes of the built client. Nothing here passes or fails; `npm test` holds what can be counted.
import { spawnSync } from 'node:child_process';
import { existsSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { installChromium } from './lib/chromium.mjs';
import { buildClient } from './lib/client.mjs';
import { installDependencies, requireNode, root } from './lib/packages.mjs';
import { installPostgres } from './lib/postgres.mjs';
import { main } from './lib/say.mjs';
import { clientSizes, FIRST_SCREEN_BUDGET } from './lib/sizes.mjs';

const kB = (bytes) => `${(bytes / 1000).toFixed(1)} kB`.padStart(10);

async function sizes() {
  await buildClient();
  const { scripts, first, firstScreen } = clientSizes();
  console.log('\nClient scripts (raw, gzip)');
  for (const { name, raw, gzip } of scripts) console.log(`  ${kB(raw)} ${kB(gzip)}  ${name}`);
  console.log(`  first screen: ${first.join(' + ')} = ${firstScreen.toFixed(1)} kB gzip of ${FIRST_SCREEN_BUDGET} kB`);
}

await main(async () => {
  requireNode();
  await installDependencies();
  const bundle = join(root, 'node_modules', '.cache-bench.mjs');
  // Bundled as the worker is, so that no development helper is measured.
  spawnSync(
    'npx',
    [
      '--no-install',
      'esbuild',
      'core/src/main.bench.ts',
      '--bundle',
      '--platform=node',
      '--format=esm',
      '--external:highs',
      `--outfile=${bundle}`,
      '--log-level=error',
    ],
    { cwd: root, stdio: 'inherit' },
  );
  if (existsSync(bundle) && statSync(bundle).size > 0) spawnSync(process.execPath, [bundle], { stdio: 'inherit' });
  await sizes();
  installPostgres();
  installChromium();
  const { load } = await import('./lib/load.mjs');
  await load();
  spawnSync('npx', ['--no-install', 'tsx', 'e2e/frame.bench.ts'], { cwd: root, stdio: 'inherit' });
});
