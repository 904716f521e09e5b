import { expect, test, type Browser, type Page } from '@playwright/test';
import { movePoint } from '../../core/src/alignment/routeEdits';
import { applyPatches, blankJob, blankRun, type Run } from '../../core/src/job';
import { products } from '../../core/src/catalogue';
import { gate, inspect, issue, open, runAt, saved, stand, startRun, tab } from '../helpers';

const MINUTE = 60_000;

/** A phone of the crew, with a clock of its own; on the site screen of a run. */
async function phone(browser: Browser, address: string, { slow = 0, who }: { slow?: number; who: string }): Promise<Page> {
  const context = await browser.newContext();
  await context.addInitScript(
    ({ by, name }) => {
      const real = Date.now.bind(Date);
      Date.now = () => real() - by;
      localStorage.setItem('tamper.who', name);
    },
    { by: slow, name: who },
  );
  const page = await context.newPage();
  await page.goto(address);
  return page;
}

/** A drain 40 m long and 2 m deep in type C between boxes 3 m long, made without the interface; the address of its site screen. */
async function boxedDrain(page: Page): Promise<string> {
  const [jobId, runId] = [crypto.randomUUID(), crypto.randomUUID()];
  const product = products()[0]?.id as string;
  const run = blankRun({ name: 'Boxed drain', product, length: 40, cover: 1.8, ruleSet: 'UK' });
  const held = { protection: 'shield', kit: 'box-medium', panel: 0.1, soil: 'C', bottomWidth: 0.9 } as const;
  const put = async (path: string, data: unknown) => expect((await page.request.post(`/api${path}`, { data })).ok(), path).toBe(true);
  await put('/jobs', { id: jobId, doc: blankJob('Site yard', 'UK', 'metric') });
  await put(`/jobs/${jobId}/runs`, { id: runId, doc: { ...run, reaches: run.reaches.map((reach) => ({ ...reach, ...held })) } });
  return `/jobs/${jobId}/runs/${runId}/site/enter`;
}

const openFrom = (page: Page, from: string, to: string) => page.getByText(new RegExp(`^Open from ${from} to ${to}, until`));
/** Looks at the server now, as it does by itself a few times a minute. */
const look = (page: Page) => page.evaluate(() => window.dispatchEvent(new Event('online')));

test('a day: issued, four boxes stand, open in the middle; moved on; a “no” from a slow phone; issued anew; a second phone sees the same', async ({
  page,
  browser,
}) => {
  const address = await boxedDrain(page);
  const foreman = await phone(browser, address, { who: 'foreman' });
  const second = await phone(browser, address, { who: 'labourer' });
  const slow = await phone(browser, address, { who: 'operator', slow: 40 * MINUTE });
  const both = [foreman, second];
  /** Everybody hears of it, and both phones say the same. */
  const seenOnBoth = async (check: (on: Page) => Promise<void>) => {
    for (const one of both) {
      await tab(one, 'Enter');
      await look(one);
      await check(one);
    }
  };

  await expect(foreman.getByText('No plan is issued')).toBeVisible();
  await issue(foreman);
  await tab(foreman, 'Stands');
  await foreman.getByRole('textbox', { name: 'Stand from' }).fill('12 m');
  await foreman.getByRole('textbox', { name: 'Stand to' }).fill('24 m');
  await stand(foreman, 4);
  await seenOnBoth((one) => expect(gate(one, 'SHUT')).toBeVisible());

  await inspect(foreman);
  await seenOnBoth((one) => expect(openFrom(one, '15.0 m', '21.0 m')).toBeVisible());

  // The last box goes to the front: shut where it stood, open where it went after a look.
  await tab(foreman, 'Stands');
  await foreman.getByRole('button', { name: 'Move Box 1 on, to 24.0 m' }).click();
  await expect(foreman.getByRole('button', { name: 'Move Box 2 on, to 27.0 m' })).toBeVisible();
  await seenOnBoth((one) => expect(openFrom(one, '18.0 m', '21.0 m')).toBeVisible());
  await tab(foreman, 'Enter');
  await foreman.getByRole('button', { name: 'I looked: as inspected' }).click();
  await seenOnBoth((one) => expect(openFrom(one, '18.0 m', '24.0 m')).toBeVisible());
  for (const one of both)
    await expect(one.getByRole('img', { name: /^Safe to enter along the run: open 18\.0 m to 24\.0 m/ })).toBeVisible();

  // A phone forty minutes slow, which has not heard of any plan yet, says no to the water: nothing else need be in order for that.
  await slow
    .getByRole('radiogroup', { name: /^No water stands/ })
    .getByText('No', { exact: true })
    .click();
  await slow.getByRole('textbox', { name: 'What is wrong: water' }).fill('pump off');
  await slow.getByRole('button', { name: 'Sign the inspection' }).click();
  await expect(slow.getByText(/^Found wanting: No water stands/).first()).toBeVisible();
  await expect(gate(slow, 'SHUT')).toBeVisible();
  await seenOnBoth(async (one) => {
    await expect(gate(one, 'SHUT')).toBeVisible();
    await expect(one.getByText(/^Found wanting: No water stands/).first()).toBeVisible();
  });
  await inspect(foreman);
  await seenOnBoth((one) => expect(openFrom(one, '18.0 m', '24.0 m')).toBeVisible());

  // Lower inverts: in the draft nothing changes on site; issued, it is shut.
  await page.goto(address.replace('/site/enter', ''));
  await open(page, 'Depth and fall');
  await page.getByRole('textbox', { name: 'Cover over the line' }).fill('1.9');
  await saved(page);
  await seenOnBoth((one) => expect(openFrom(one, '18.0 m', '24.0 m')).toBeVisible());
  await page.goto(address);
  await tab(page, 'Issue');
  await expect(page.getByRole('list', { name: 'What changed' }).getByText(/levels, cover: 1\.9, was 1\.8/)).toBeVisible();
  await issue(page, 'office');
  await seenOnBoth(async (one) => {
    await expect(one.getByText('The plan changed since the inspection').first()).toBeVisible();
    await expect(gate(one, 'SHUT')).toBeVisible();
  });

  // The old plan is still there to be read, as it was.
  await tab(second, 'Issue');
  await expect(second.getByText('Plan 2 is issued')).toBeVisible();
  await second.getByRole('button', { name: 'Read plan 1' }).click();
  await expect(second.getByRole('region', { name: 'Plan 1 as issued' }).getByText(/deepest 2\.01 m/)).toBeVisible();

  // And again after a reload.
  await foreman.reload();
  await tab(foreman, 'Book');
  await expect(foreman.getByRole('list', { name: 'Entries of the book' }).getByRole('listitem')).not.toHaveCount(0);
  await tab(foreman, 'Enter');
  await expect(gate(foreman, 'SHUT')).toBeVisible();
  for (const one of [foreman, second, slow]) await one.context().close();
});

test('a clock set back a day opens nothing of yesterday; what cannot be true is refused; the book goes out as a table', async ({
  page,
  browser,
}) => {
  const address = await boxedDrain(page);
  const foreman = await phone(browser, address, { who: 'foreman' });
  await issue(foreman);
  await stand(foreman, 13);
  await inspect(foreman);
  await expect(openFrom(foreman, '3.0 m', '36.0 m')).toBeVisible();
  const book = address.replace(/^(.*)\/runs\/.*/, '/api$1/book?limit=500');
  await expect.poll(async () => await (await page.request.get(book)).text()).toContain('"inspection"');
  // Out of hearing, and the clock a day back: what was open stays open on no such clock.
  await foreman.context().setOffline(true);
  await foreman.evaluate(() => {
    const real = Date.now.bind(Date);
    Date.now = () => real() - 86_400_000;
    document.dispatchEvent(new Event('visibilitychange'));
  });
  await expect(foreman.getByText('The server was not heard')).toBeVisible();
  await foreman.context().setOffline(false);

  await tab(foreman, 'Stands');
  await foreman.getByRole('button', { name: 'They stand there' }).click();
  await expect(foreman.getByText(/pieces go there and none is free/)).toBeVisible();
  await tab(foreman, 'Book');
  const [file] = await Promise.all([foreman.waitForEvent('download'), foreman.getByRole('button', { name: 'The book as CSV' }).click()]);
  expect(file.suggestedFilename()).toBe('boxed-drain-book.csv');
  await foreman.context().close();
});

test('a line moved under what the book says is not issued before somebody says why, and the list of plans goes on saying it', async ({
  page,
}) => {
  const [jobId, runId] = [crypto.randomUUID(), crypto.randomUUID()];
  const drawn = [
    { x: 0, y: 0 },
    { x: 40, y: 0 },
    { x: 40, y: 20 },
  ];
  const run: Run = {
    ...blankRun({ name: 'Lane drain', product: products()[0]?.id as string, length: 60, cover: 0.6, ruleSet: 'UK' }),
    route: drawn,
  };
  const send = async (way: 'post' | 'put', path: string, data: unknown) =>
    expect((await page.request[way](`/api${path}`, { data })).ok(), path).toBe(true);
  await send('post', '/jobs', { id: jobId, doc: blankJob('Moved line', 'UK', 'metric') });
  await send('post', `/jobs/${jobId}/runs`, { id: runId, doc: run });
  await page.goto(`/jobs/${jobId}/runs/${runId}/site/issue`);
  await issue(page);
  const at = { id: crypto.randomUUID(), author: 'foreman', device: 'd1', count: 1, known: 0, at: new Date().toISOString(), clock: 0 };
  await send('post', `/runs/${runId}/book`, { entry: { ...at, fact: { kind: 'note', station: 50, note: 'Old wall' } } });
  const { version } = (await (await page.request.get(`/api/runs/${runId}`)).json()) as { version: number };
  await send('put', `/runs/${runId}`, { version, doc: applyPatches(run, movePoint(run, 1, { x: 43, y: 0 })) });
  const says = 'The line was moved by as much as 3.65 m under one entry of the book, at 50.0 m: what is said there is of another place';
  await expect(page.getByRole('list', { name: 'What it says STOP to' }).getByText(says)).toBeVisible();
  await issue(page);
  await expect(page.getByRole('list', { name: 'Issued plans' }).getByText(`Issued with a STOP: ${says}`)).toBeVisible();
});

test('an issued plan that could not be fetched is fetched once the line holds, and nothing is open meanwhile', async ({
  page,
  browser,
}) => {
  await startRun(page, { job: 'Thin line', run: 'Supply', length: 20 });
  const run = runAt(page);
  await page.goto(`${run}/site/issue`);
  await issue(page);
  const context = await browser.newContext();
  const other = await context.newPage();
  await other.route('**/api/revisions/*', (route) => route.abort());
  await other.goto(`${run}/site/enter`);
  const missing = other.getByText('The issued plan is not here, so nobody goes in by this device');
  await expect(missing).toBeVisible();
  await expect(other.getByRole('banner').getByRole('status', { name: 'Clear to dig: looking' })).toBeVisible();
  // What it says against digging is not known: the gate of the whole job says so too.
  const list = await context.newPage();
  await list.route('**/api/revisions/*', (route) => route.abort());
  await list.goto(`${run.replace(/\/runs\/.*/, '')}/clear`);
  const unknown = list.getByText('Supply: Plan 1 is not on this device');
  await expect(unknown).toBeVisible();
  await list.unroute('**/api/revisions/*');
  await look(list);
  await expect(unknown).toBeHidden();
  await expect(list.getByText('No locate request made')).toBeVisible();
  await other.unroute('**/api/revisions/*');
  await look(other);
  await expect(missing).toBeHidden();
  await expect(other.getByRole('banner').getByRole('status', { name: /^Clear to dig: SHUT/ })).toBeVisible();
  await context.close();
});
