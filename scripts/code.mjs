// npm run code -- NAME: a code with which somebody whose passphrase is lost sets a new one. For whoever sits at the machine, while Tamper runs or not.
import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { dataFolder } from './lib/folder.mjs';
import { root } from './lib/packages.mjs';
import { withCluster } from './lib/postgres.mjs';
import { Failure, main } from './lib/say.mjs';

/** @returns how it ended. */
const codeFrom = (url, name) =>
  spawnSync(process.execPath, ['--import', 'tsx', join(root, 'server', 'src', 'people', 'code.ts'), name], {
    cwd: root,
    stdio: 'inherit',
    env: { ...process.env, DATABASE_URL: url },
  }).status;

await main(async () => {
  const name = process.argv.slice(2).join(' ');
  if (!name) throw new Failure('Say whose: npm run code -- NAME');
  const folder = join(dataFolder, 'postgres');
  if (process.env.DATABASE_URL) return void (process.exitCode = codeFrom(process.env.DATABASE_URL, name) ?? 1);
  if (!existsSync(join(folder, 'cluster', 'PG_VERSION'))) throw new Failure(`There is nothing in ${dataFolder} yet.`);
  await withCluster(folder, (cluster) => {
    process.exitCode = codeFrom(cluster.url('tamper'), name) ?? 1;
  });
});
