// npm run backup: a dump of everything into a file, tried by restoring it beside. While Tamper runs or not. `--daily`: old ones go afterwards.
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { backUp, backupFolder, rotate } from './lib/backup.mjs';
import { dataFolder } from './lib/folder.mjs';
import { withCluster } from './lib/postgres.mjs';
import { Failure, main, step } from './lib/say.mjs';

await main(async () => {
  if (process.env.DATABASE_URL) throw new Failure('DATABASE_URL names a PostgreSQL of your own: back it up as you do your others.');
  const folder = join(dataFolder, 'postgres');
  if (!existsSync(join(folder, 'cluster', 'PG_VERSION'))) throw new Failure(`There is nothing to back up in ${dataFolder}.`);
  await withCluster(folder, (cluster) => {
    step('Backing up, and trying the backup');
    const { file, says } = backUp(cluster, backupFolder());
    step(`Backed up into ${file}: ${says}. Restored beside it and found whole.`);
    if (process.argv.includes('--daily')) for (const name of rotate(backupFolder())) step(`An old backup went: ${name}`);
  });
});
