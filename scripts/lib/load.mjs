// How the server answers a busy crew: 1,000 jobs, 100,000 entries, 20 connections that ask 200 times a second.
import autocannon from 'autocannon';
import { chmodSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout } from 'node:timers/promises';
import pg from 'pg';
import { clientDir } from './client.mjs';
import { backUp } from './backup.mjs';
import { measuredAlone } from './machine.mjs';
import { freePort, startCluster } from './postgres.mjs';
import { startServer } from './server.mjs';

const [JOBS, ENTRIES, PHOTOS] = [1000, 100_000, 2000];
/** What a browser says of what a page asks for. */
const HEADERS = { 'sec-fetch-dest': 'empty', 'sec-fetch-mode': 'cors', 'sec-fetch-site': 'same-origin' };
/** Goal for the slowest of a hundred, ms, on an otherwise idle machine. */
const GOAL = 50;

/** Fills a database by itself: copies of the demonstration's job and its first run, and entries that say somebody walked. */
async function fill(databaseUrl) {
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  await client.query(
    `
    insert into job (id, doc) select gen_random_uuid(), (select doc || jsonb_build_object('name', 'Job ' || n) from job limit 1) from generate_series(2, $1::int) n`,
    [JOBS],
  );
  await client.query(`
    insert into run (id, job_id, doc) select gen_random_uuid(), id, (select doc from run order by created_at limit 1) from job where not exists (select 1 from run where job_id = job.id)`);
  await client.query(
    `
    insert into book_entry (id, job_id, run_id, entry)
    select id, job_id, run_id, jsonb_build_object('id', id, 'author', 'foreman', 'device', 'd', 'count', n, 'known', 0, 'at', '2026-11-27T08:00:00Z', 'clock', 0,
      'fact', jsonb_build_object('kind', 'happening', 'what', 'rain', 'where', null, 'note', 'seen ' || n))
    from (select gen_random_uuid() id, n, run.job_id, run.id run_id
          from generate_series(1, $1::int / $2::int) n cross join (select distinct on (job_id) job_id, id from run order by job_id, created_at) run) made`,
    [ENTRIES, JOBS],
  );
  await client.query('analyze');
  const { rows } = await client.query('select job_id, id from run order by created_at desc limit 1');
  await client.end();
  return { job: rows[0].job_id, run: rows[0].id };
}

/** Photos of noise under their names. What the server linked once it links again. */
async function addPhotos(databaseUrl) {
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  await client.query(
    `insert into photo (hash, type, file, small)
     select encode(sha256(file), 'hex'), 'image/jpeg', file, substring(file for 4000)
     from generate_series(1, $1::int) n cross join lateral
       (select decode(string_agg(md5(n::text || i || random()), ''), 'hex') file from generate_series(1, 6000) i) made`,
    [PHOTOS],
  );
  await client.query(`delete from done_once where name = 'record-chained'`);
  await client.end();
}

const CONNECTIONS = 20;
/** How long each address is asked before any is timed, s. */
const WARMED = 5;

/**
 * Asks an address 200 times a second over 20 connections. The tool sends what a second may bring all at its beginning: as it is, that is a rush of 20 devices
 * in step, ten times over; a crew's begin one after another, each asked for by a tool of its own. @returns times of the answers, ms, from fast to slow, and how many failed.
 */
async function askedOften(url, seconds, { inStep }) {
  const times = [];
  let failed = 0;
  const ask = async (connections, wait) => {
    await setTimeout(wait);
    const run = autocannon({ url, headers: HEADERS, connections, overallRate: (200 * connections) / CONNECTIONS, duration: seconds });
    run.on('response', (_client, status, _bytes, ms) => (times.push(ms), status < 300 || failed++));
    failed += (await run).errors;
  };
  if (inStep) await ask(CONNECTIONS, 0);
  else await Promise.all(Array.from({ length: CONNECTIONS }, (_, i) => ask(1, (i * 1000) / CONNECTIONS)));
  return { times: times.sort((a, b) => a - b), failed };
}

/** Prints the times of a list of jobs, a run and a page of a book, and of a backup of all of it. */
export async function load(say = console.log) {
  const work = mkdtempSync(join(tmpdir(), 'tamper-load-'));
  chmodSync(work, 0o755);
  const cluster = await startCluster(join(work, 'postgres'));
  const databaseUrl = cluster.createDatabase('load');
  const port = await freePort();
  const server = await startServer({ databaseUrl, port, clientDir });
  try {
    const { job, run } = await fill(databaseUrl);
    say(`\nServer: ${JOBS} jobs, ${ENTRIES} entries, 20 connections, 200 requests a second (goal: 99 of 100 within ${GOAL} ms)`);
    const paths = { 'list of jobs': '/api/jobs?limit=50', run: `/api/runs/${run}`, 'page of a book': `/api/jobs/${job}/book?limit=200` };
    // A server in use has compiled what it does often: the first asked for is not timed while it does.
    for (const path of Object.values(paths)) await askedOften(`${server.url}${path}`, WARMED, { inStep: true });
    for (const [name, path] of Object.entries(paths)) {
      const url = `${server.url}${path}`;
      for (const [how, inStep] of Object.entries({ 'one after another': false, 'all in step': true })) {
        const { result, others } = await measuredAlone(() => askedOften(url, 10, { inStep }));
        const { times, failed } = result;
        const at = (share) => times[Math.floor(times.length * share)].toFixed(0);
        say(
          `  ${name.padEnd(16)} ${how.padEnd(18)} median ${at(0.5)} ms, 99 of 100 within ${at(0.99)} ms; others had ${(others * 100).toFixed(0)} % of the processor${failed > 0 ? `; ${failed} failed` : ''}`,
        );
      }
    }
    await server.stop();
    await addPhotos(databaseUrl);
    // What was written past the server is linked when it starts.
    await (await startServer({ databaseUrl, port, clientDir })).stop();
    const begun = performance.now();
    const { says } = backUp(cluster, join(work, 'backups'), 'load');
    say(
      `  backed up in ${((performance.now() - begun) / 1000).toFixed(1)} s, restored beside it, every chain and photo looked at: ${says}`,
    );
  } finally {
    await server.stop();
    cluster.stop();
    rmSync(work, { recursive: true, force: true });
  }
}
