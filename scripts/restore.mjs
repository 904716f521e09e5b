// npm run restore -- FILE: puts a backup in the place of what is there, which stays in the database under another name.
import { resolve, join } from 'node:path';
import { putBack } from './lib/backup.mjs';
import { dataFolder, holder } from './lib/folder.mjs';
import { installDependencies, requireNode } from './lib/packages.mjs';
import { withCluster } from './lib/postgres.mjs';
import { Failure, main, step } from './lib/say.mjs';

await main(async () => {
  requireNode();
  const file = process.argv[2];
  if (!file) throw new Failure('Say which backup to restore: npm run restore -- FILE.dump');
  if (process.env.DATABASE_URL) throw new Failure('DATABASE_URL names a PostgreSQL of your own: restore it as you do your others.');
  if (holder()) throw new Failure('Tamper is running on this folder. Stop it first: a restore takes the place of what it works on.');
  await installDependencies();
  await withCluster(join(dataFolder, 'postgres'), (cluster) => {
    cluster.createDatabase('tamper');
    step('Restoring beside what is there, and looking at it');
    const { says, before } = putBack(cluster, resolve(file));
    step(`Restored: ${says}. What was there before is kept as the database ${before}.`);
  });
});
