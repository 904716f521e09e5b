// npm run growth: how long what devices ask all the time takes while the book grows from ten thousand entries to ten million. TAMPER_ROWS=N: up to N.
import { randomUUID } from 'node:crypto';
import { chmodSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import { installDependencies, requireNode, root } from './lib/packages.mjs';
import { freePort, installPostgres, startCluster } from './lib/postgres.mjs';
import { main, step } from './lib/say.mjs';
import { prepareDatabase, startServer } from './lib/server.mjs';

const MOST = Number(process.env.TAMPER_ROWS ?? 10_000_000);
/** Entries of one job, and jobs whose entries come in between each other's. */
const [EACH, TOGETHER] = [10_000, 50];
/** Times each is asked; the one in the middle counts. */
const TIMES = 60;

/** Adds jobs with a run each and its book, linked: the entries of all of them in turn, as many crews write them. */
async function grow(client, jobs) {
  const doc = readFileSync(join(root, 'scripts/faults/job.json'), 'utf8');
  for (let left = jobs; left > 0; left -= TOGETHER) {
    const { rows } = await client.query(
      `with made as (insert into job (id, doc) select gen_random_uuid(), $1::jsonb from generate_series(1, $2::int) returning id)
       insert into run (id, job_id, doc) select gen_random_uuid(), id, '{"name":"Grown","laid":[]}'::jsonb from made returning id, job_id`,
      [doc, Math.min(TOGETHER, left)],
    );
    const pairs = [rows.map(({ job_id: job }) => job), rows.map(({ id }) => id)];
    await client.query(
      `with entries as (
         insert into book_entry (id, job_id, run_id, entry)
         select id, job, run, jsonb_build_object('id', id, 'author', 'foreman', 'device', 'd', 'count', place, 'known', 0,
           'at', '2026-11-28T10:00:00.000Z', 'clock', 0, 'fact', jsonb_build_object('kind', 'note', 'station', place / 100.0, 'note', 'seen as planned, number ' || place))
         from (select gen_random_uuid() as id, place, job, run from generate_series(1, $3::int) place, unnest($1::uuid[], $2::uuid[]) as pair (job, run) order by place) made
         returning id, job_id, run_id, (entry ->> 'count')::int as place)
       insert into chain_link (about, place, job_id, kind, item, hash) select run_id, place, job_id, 'entry', id, md5(id::text) || md5(place::text) from entries`,
      [...pairs, EACH],
    );
  }
}

const middle = (times) => [...times].sort((a, b) => a - b)[times.length >> 1];
async function timed(work) {
  const times = [];
  for (let i = 0; i < TIMES; i++) {
    const begun = performance.now();
    await work(i);
    times.push(performance.now() - begun);
  }
  return middle(times);
}

await main(async () => {
  requireNode();
  await installDependencies();
  installPostgres();
  const work = mkdtempSync(join(tmpdir(), 'tamper-growth-'));
  chmodSync(work, 0o755);
  const cluster = await startCluster(join(work, 'postgres'), { durable: false });
  const owner = prepareDatabase(cluster, 'growth');
  const client = new pg.Client({ connectionString: owner });
  await client.connect();
  const server = await startServer({ databaseUrl: cluster.serverUrl('growth'), migrated: true, port: await freePort() });
  const ask = async (path, body) => {
    const sent = body && { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) };
    const answer = await fetch(`${server.url}/api${path}`, sent);
    if (!answer.ok) throw new Error(`${path}: ${answer.status} ${await answer.text()}`);
    return answer.json();
  };
  let now = 0;
  const found = [];
  try {
    for (let rows = 10_000; rows <= MOST; rows *= 10) {
      await grow(client, (rows - now) / EACH);
      now = rows;
      await client.query('vacuum analyze');
      const { rows: some } = await client.query(
        `select id, job_id from run where doc ->> 'name' = 'Grown' order by md5(id::text) limit $1`,
        [TIMES],
      );
      const one = (i) => some[i % some.length];
      const { rows: last } = await client.query(
        'select job_id, max(seq) - 2000 as seq from book_entry where job_id = any($1) group by job_id',
        [some.map(({ job_id: job }) => job)],
      );
      const place = new Map(last.map(({ job_id: job, seq }) => [job, seq]));
      const entry = (i) => ({
        ...{ id: randomUUID(), author: 'foreman', device: 'growth', count: i, known: 0, at: new Date().toISOString(), clock: 0 },
        fact: { kind: 'note', station: null, note: 'grown' },
      });
      found.push({
        rows,
        'list of jobs': await timed(() => ask('/jobs?limit=50')),
        'page of a book': await timed((i) => ask(`/jobs/${one(i).job_id}/book?limit=500`)),
        'last page': await timed((i) => ask(`/jobs/${one(i).job_id}/book?limit=500&after=${place.get(one(i).job_id)}`)),
        'nothing new': await timed((i) => ask(`/jobs/${one(i).job_id}/book?limit=500&after=${Number.MAX_SAFE_INTEGER - 1}`)),
        // The first reads the whole book of its run, the next what came since.
        'first note on a run': await timed((i) => ask(`/runs/${one(i).id}/book`, { entry: entry(i) })),
        'next note on it': await timed((i) => ask(`/runs/${one(0).id}/book`, { entry: entry(i) })),
      });
      step(
        Object.entries(found.at(-1))
          .map(([what, ms]) => (what === 'rows' ? `${ms.toLocaleString('en')} entries` : `${what} ${ms.toFixed(1)} ms`))
          .join(', '),
      );
    }
    const [least, most] = [found[0], found.at(-1)];
    for (const what of Object.keys(least).filter((key) => key !== 'rows'))
      step(`${what}: ${(most[what] / least[what]).toFixed(2)} times as long with ${most.rows / least.rows} times as many`);
  } finally {
    await client.end();
    await server.stop();
    cluster.stop();
    rmSync(work, { recursive: true, force: true });
  }
});
