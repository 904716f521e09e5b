// npm test: everything the project is checked by, on one command. Ends with `N passed, N failed`.
import { execFile, spawnSync } from 'node:child_process';
import { chmodSync, existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { upkeep } from './faults/upkeep.mjs';
import { installChromium } from './lib/chromium.mjs';
import { buildClient, clientDir } from './lib/client.mjs';
import { installDependencies, requireNode, root } from './lib/packages.mjs';
import { freePort, installPostgres, startCluster } from './lib/postgres.mjs';
import { main, step } from './lib/say.mjs';
import { prepareDatabase, startServer } from './lib/server.mjs';
import { clientSizes, FIRST_SCREEN_BUDGET, PLANNER_BUDGET } from './lib/sizes.mjs';

/** How many faults of the server side are part of the tests; `npm run faults` has many more. */
const UPKEEP = 3;
const total = { passed: 0, failed: 0 };

const run = (command, args, env = {}) =>
  spawnSync(command, args, { cwd: root, stdio: 'inherit', env: { ...process.env, ...env } }).status === 0;

/** A check that passes or fails as a whole; what it prints comes in one piece when it ends, so that checks may run side by side. */
const check = (name, script) =>
  new Promise((resolve) => {
    execFile('npm', ['run', '-s', script], { cwd: root, maxBuffer: 1 << 28 }, (error, stdout, stderr) => {
      step(`${name}: ${error ? 'failed' : 'passed'}`);
      process.stdout.write(stdout + stderr);
      if (error) total.failed++;
      else total.passed++;
      resolve();
    });
  });

/** A size of what was built, kB gzip, against the most it may be. */
function within(what, size, budget) {
  // Of nothing, nothing was measured.
  const fits = size > 0 && size <= budget;
  step(`${what}: ${size.toFixed(1)} kB of ${budget} kB gzip: ${fits ? 'passed' : 'failed'}`);
  if (fits) total.passed++;
  else total.failed++;
}

/** Adds a runner's own counts. A runner that wrote no report, or failed without a failed test, counts as one failure. */
function count(ok, reportFile, read) {
  const { passed, failed } = existsSync(reportFile) ? read(JSON.parse(readFileSync(reportFile, 'utf8'))) : { passed: 0, failed: 0 };
  total.passed += passed;
  total.failed += failed === 0 && !ok ? 1 : failed;
}

await main(async () => {
  requireNode();
  const dependencies = installDependencies();
  installPostgres();
  installChromium();
  await dependencies;

  step('Types, lint and architecture, and the web client meanwhile');
  await Promise.all([check('Types', 'typecheck'), check('Lint and format', 'lint'), check('Architecture', 'arch'), buildClient()]);
  const { firstScreen, planner } = clientSizes();
  within('First screen', firstScreen, FIRST_SCREEN_BUDGET);
  within('Planning worker', planner, PLANNER_BUDGET);

  const work = mkdtempSync(join(tmpdir(), 'tamper-test-'));
  // The postgres user has to get through to its folder.
  chmodSync(work, 0o755);
  let cluster;
  let server;
  try {
    step('Starting a database for the tests');
    cluster = await startCluster(join(work, 'postgres'), { durable: false });

    step('Server and database killed and started');
    const wrong = await upkeep(UPKEEP, () => 0.5, step);
    for (const one of wrong) console.error(`✗ ${one}`);
    if (wrong.length === 0) total.passed++;
    else total.failed++;

    step('Unit, interface and server tests');
    const jestReport = join(work, 'jest.json');
    const jestOk = run('npx', ['--no-install', 'jest', '--maxWorkers=2', '--json', `--outputFile=${jestReport}`], {
      TEST_DATABASE_URL: cluster.createDatabase('server_tests'),
    });
    count(jestOk, jestReport, (report) => ({
      passed: report.numPassedTests,
      failed: report.numFailedTests + report.numRuntimeErrorTestSuites,
    }));

    step('End-to-end tests in Chromium');
    const port = await freePort();
    const databaseUrl = prepareDatabase(cluster, 'e2e');
    server = await startServer({ databaseUrl: cluster.serverUrl('e2e'), migrated: true, port, clientDir });
    const e2eReport = join(work, 'e2e.json');
    const e2eOk = run('npx', ['--no-install', 'playwright', 'test', '--config', 'e2e/playwright.config.ts'], {
      TAMPER_URL: server.url,
      TAMPER_DATABASE_URL: databaseUrl,
      PLAYWRIGHT_JSON_OUTPUT_NAME: e2eReport,
    });
    count(e2eOk, e2eReport, ({ stats }) => ({ passed: stats.expected, failed: stats.unexpected + stats.flaky }));
  } finally {
    await server?.stop();
    cluster?.stop();
    rmSync(work, { recursive: true, force: true });
  }
});

if (process.exitCode === 1) total.failed++;
console.log(`\n${total.passed} passed, ${total.failed} failed`);
process.exitCode = total.failed > 0 ? 1 : 0;
