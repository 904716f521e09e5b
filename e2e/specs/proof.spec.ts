import { spawnSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { writeFileSync } from 'node:fs';
import { expect, test, type Page } from '@playwright/test';
import pg from 'pg';
import { blankJob, blankRun } from '../../core/src/job';
import { serious } from '../axe';
import { download, issue, press, tab } from '../helpers';

/** The owner of the database, who can switch every trigger off. */
async function owner(statement: string, values: unknown[]): Promise<void> {
  const client = new pg.Client({ connectionString: process.env.TAMPER_DATABASE_URL });
  await client.connect();
  await client.query('set session_replication_role = replica');
  expect((await client.query(statement, values)).rowCount).toBeGreaterThan(0);
  await client.end();
}

/** A drain with an issued plan and three entries, on the screen of its files. */
async function recorded(page: Page): Promise<string> {
  const [jobId, runId] = [randomUUID(), randomUUID()];
  const put = async (path: string, data: unknown) => expect((await page.request.post(`/api${path}`, { data })).ok(), path).toBe(true);
  await put('/jobs', { id: jobId, doc: blankJob('Proven yard') });
  await put(`/jobs/${jobId}/runs`, {
    id: runId,
    doc: blankRun({ name: 'Proven drain', length: 30, product: 'drain-160', cover: 0.6, ruleSet: 'UK' }),
  });
  await page.goto(`/jobs/${jobId}/runs/${runId}/site/enter`);
  await expect(page.getByText('No plan is issued')).toBeVisible();
  await issue(page);
  for (const note of ['one', 'two', 'three'])
    await put(`/runs/${runId}/book`, {
      entry: {
        ...{ id: randomUUID(), author: 'foreman', device: 'd', count: 1, known: 0, at: new Date().toISOString(), clock: 0 },
        fact: { kind: 'note', station: null, note },
      },
    });
  await page.goto(`/jobs/${jobId}/runs/${runId}/record/files`);
  return runId;
}
const seal = (page: Page) => page.getByLabel('Seal of this run');
/** The record checked by the program that needs no application. */
function verify(text: string) {
  const file = test.info().outputPath('proof.json');
  writeFileSync(file, text);
  const { status, stdout } = spawnSync('npm', ['run', '-s', 'verify', '--', file], {
    encoding: 'utf8',
    cwd: new URL('../..', import.meta.url),
  });
  return { status, stdout };
}

test('the seal of a record is told, checked and taken along; what whoever owns the database changes is found', async ({ page }) => {
  const runId = await recorded(page);
  await expect(seal(page)).toHaveText(/^4 · [0-9a-f]{4} [0-9a-f]{4} [0-9a-f]{4}$/);
  expect(await serious(page)).toEqual([]);
  await press(page, 'Check the whole record');
  await expect(page.getByRole('status').filter({ hasText: 'The record holds' })).toContainText('4 entries and issued plans');
  const good = verify(await download(page, () => press(page, 'Proof as a file')));
  expect(good).toEqual({
    status: 0,
    stdout: expect.stringContaining(`✓ Proven drain: holds, ${await seal(page).textContent()}`) as unknown,
  });

  // The end of it cut off: what is left holds in itself, and is not what this device has seen.
  await owner(
    'with gone as (delete from chain_link where about = $1 and place = 4 returning item) delete from book_entry where id in (select item from gone)',
    [runId],
  );
  await press(page, 'Check the whole record');
  const alert = page.getByRole('alert').filter({ hasText: 'The record does not hold' });
  await expect(alert).toContainText('Proven drain: up to number 4 it is another record than this device has seen.');
  // It is remembered.
  await page.reload();
  await expect(seal(page)).toHaveText(/^4 · /);

  // A word of it changed.
  await owner(
    `update book_entry set entry = jsonb_set(entry, '{fact,note}', '"other"') where run_id = $1 and entry #>> '{fact,note}' = 'one'`,
    [runId],
  );
  await press(page, 'Check the whole record');
  await expect(alert).toContainText('Proven drain: number 2 is not what was recorded there.');
  const bad = verify(await download(page, () => press(page, 'Proof as a file')));
  expect(bad).toEqual({ status: 1, stdout: expect.stringContaining('✗ Proven drain: does not hold at 2') });
  // The server says so itself.
  const answer = await page.request.get(`/api${new URL(page.url()).pathname.replace(/\/runs.*/, '')}/proof/check`);
  expect(await answer.json()).toMatchObject({ holds: false, chains: [{ about: runId, broken: { place: 2, why: 'hash' } }] });
  await tab(page, 'Points');
});
