// npm run soak: the property tests of the core with cases nobody has seen yet, many times as many as in `npm test`.
// `npm run soak -- PATTERN` only those of matching files; TAMPER_SEED=N the cases of an earlier soak again.
import { spawnSync } from 'node:child_process';
import { randomInt } from 'node:crypto';
import { installDependencies, requireNode, root } from './lib/packages.mjs';
import { main, step } from './lib/say.mjs';

const MORE = '60';

await main(async () => {
  requireNode();
  await installDependencies();
  const seed = process.env.TAMPER_SEED ?? String(randomInt(2 ** 31));
  step(`Cases of seed ${seed}; the same again with TAMPER_SEED=${seed} npm run soak`);
  const { status } = spawnSync('npx', ['--no-install', 'jest', '--selectProjects', 'core', '--maxWorkers=2', ...process.argv.slice(2)], {
    cwd: root,
    stdio: 'inherit',
    env: { ...process.env, TAMPER_SEED: seed, TAMPER_SOAK: MORE },
  });
  step(status === 0 ? 'Nothing found.' : `Found something; make a worked example of it. Seed ${seed}.`);
  process.exitCode = status ?? 1;
});
