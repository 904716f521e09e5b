// npm run bench: speed as ratios, sizes of the built client. Nothing here passes or fails.
import { spawnSync } from 'node:child_process';
import { existsSync, readdirSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { buildClient, clientDir } from './lib/client.mjs';
import { installDependencies, requireNode, root } from './lib/packages.mjs';
import { main } from './lib/say.mjs';

// The gate on the job page brought the clear chapter along; supports, soil tests, the book, machines and works are part of the one schema.
const FIRST_SCREEN_BUDGET = 545;
const kB = (bytes) => `${(bytes / 1000).toFixed(1)} kB`.padStart(10);

/** Scripts by route, and what the first screen (the jobs list) loads. */
async function sizes() {
  await buildClient();
  const folder = join(clientDir, '_expo/static/js/web');
  const files = readdirSync(folder).filter((name) => name.endsWith('.js'));
  const rows = files.map((name) => {
    const code = readFileSync(join(folder, name));
    return {
      name: name.replace(/-[0-9a-f]{32}\.js$/, ''),
      raw: code.length,
      gzip: gzipSync(code, { level: 9 }).length,
      jobs: code.includes('JobsScreen'),
    };
  });
  console.log('\nClient scripts (raw, gzip)');
  for (const { name, raw, gzip } of rows.sort((a, b) => b.raw - a.raw)) console.log(`  ${kB(raw)} ${kB(gzip)}  ${name}`);
  // The worker and the other screens load later; of the two routes called index the first screen's is the one below src/app.
  const first = rows.filter(({ name, jobs }) => /^(__|entry|_layout)/.test(name) || (name === 'index' && jobs));
  const total = first.reduce((sum, { gzip }) => sum + gzip, 0);
  console.log(`  first screen: ${first.map(({ name }) => name).join(' + ')} = ${kB(total).trim()} gzip of ${FIRST_SCREEN_BUDGET} kB`);
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
  if (existsSync('/usr/bin/chromium')) spawnSync('npx', ['--no-install', 'tsx', 'e2e/frame.bench.ts'], { cwd: root, stdio: 'inherit' });
});
