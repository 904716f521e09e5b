import { expect, test, type Page } from '@playwright/test';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { networkInterfaces, tmpdir } from 'node:os';
import { join } from 'node:path';
import { openDoor } from '../../scripts/lib/door.mjs';
import { freePort } from '../../scripts/lib/postgres.mjs';
import { startServer } from '../../scripts/lib/server.mjs';
import { phones, programKept } from '../device';
import { ownServer } from '../ownServer';
import { choosePhotos, shot } from '../photo';
import { gate, newJob, newRun, number, open, runAt, saved, step, tab } from '../helpers';

test.use({ serviceWorkers: 'allow' });

const photo = (page: Page) => page.getByRole('button', { name: /^Photo: / });
/** Is the photo of the list drawn? */
const drawn = async (page: Page) =>
  (
    await photo(page)
      .locator('img')
      .evaluateAll((all) => all.map((one) => (one as HTMLImageElement).naturalWidth > 0))
  ).join() === 'true';

/** Opens an address as a person does it who sees that nothing came: once more. A browser that was killed may still be reading what it kept. */
const opens = (page: Page, address: string) => expect(async () => void (await page.goto(address))).toPass({ timeout: 30_000 });

const phone = phones();

test('the server gone and the browser killed: it opens, plans, keeps the book and works the gate; the server back, another device has all of it', async () => {
  // Browsers are killed and opened five times: long on a slow machine.
  const server = await ownServer();
  const mine = await phone();
  const name = `No signal ${Date.now()}`;
  await newJob(mine.page, name, {}, server.url);
  await newRun(mine.page, 'Taken along', '30');
  await saved(mine.page);
  const run = runAt(mine.page);
  const job = run.split('/runs')[0] as string;
  await programKept(mine.page);
  await mine.page.goto(`${server.url}${job}`);
  await mine.page.getByRole('button', { name: 'Take this job along' }).click();
  await expect(mine.page.getByText(/All of it is on this device, as of .*: 1 run, 0 entries of the book, 0 issued plans/)).toBeVisible();

  await server.kill();
  await mine.kill();
  let page = await mine.start();
  // The list, the job and its run open from the device.
  await opens(page, server.url);
  await page.getByRole('link', { name: new RegExp(name) }).click();
  await expect(page.getByText(/No connection to the server. Kept here; the rest is as of/).filter({ visible: true })).toBeVisible();
  await page.getByRole('link', { name: /Taken along/ }).click();
  await expect(number(page, 'Top width')).toBeVisible();
  await open(page, 'Width');
  await page.getByRole('textbox', { name: 'Clear width at the bottom' }).fill('1.3');
  await expect(number(page, 'Top width')).toContainText('1.30 m');
  await expect(page.getByRole('status', { name: /^Kept: / })).toBeVisible();
  await page.getByRole('link', { name: 'What safe to enter hangs on' }).click();
  await expect(gate(page, 'SHUT')).toBeVisible();
  await page.getByRole('textbox', { name: 'Your role or name' }).fill('foreman');
  await page.getByRole('button', { name: 'It rained' }).click();
  await tab(page, 'Book');
  const listed = page.getByRole('list', { name: 'Entries of the book' });
  await expect(listed.getByText('It rained', { exact: true })).toBeVisible();
  await expect(page.getByText(/kept on this device, not sent yet/)).toBeVisible();
  await tab(page, 'Photos');
  await choosePhotos(page, [await shot('Kept', { width: 1800, height: 1200 })]);
  await expect(photo(page).getByText('kept here')).toBeVisible();
  // A job and a run made here.
  await newJob(page, `${name} too`, {}, server.url);
  await newRun(page, 'Made in the trench', '12');
  await expect(page.getByRole('status', { name: /^Kept: / })).toBeVisible();
  const made = runAt(page);
  // The drawings on paper are made here as well.
  await step(page, 'Works');
  await page.getByRole('tab', { name: 'Order' }).click();
  const [pack] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'Plan pack as PDF' }).click()]);
  expect(readFileSync(await pack.path(), 'latin1').slice(0, 5)).toBe('%PDF-');

  await mine.kill();
  page = await mine.start();
  await opens(page, `${server.url}${made}`);
  await expect(number(page, 'Top width')).toBeVisible();
  await page.goto(`${server.url}${run}/site/book`);
  await expect(page.getByText('It rained', { exact: true })).toBeVisible();
  await expect.poll(() => drawn(page)).toBe(true);

  await server.start();
  await expect(page.getByText(/not sent yet/)).toHaveCount(0);
  await expect(photo(page).getByText('kept here')).toHaveCount(0);
  const other = await phone();
  await other.page.goto(server.url);
  const inList = other.page.getByRole('link', { name: new RegExp(`${name} too`) });
  const further = other.page.getByRole('button', { name: 'More jobs' });
  // The newest stand last, on a further page where there are many.
  await expect(async () => {
    // It is gone while the last page comes.
    if (!(await inList.isVisible())) await further.click({ timeout: 2000 });
    await expect(inList).toBeVisible({ timeout: 3000 });
  }).toPass();
  await expect(inList).toContainText('1 run');
  await other.page.goto(`${server.url}${run}`);
  await expect(number(other.page, 'Top width')).toContainText('1.30 m');
  await other.page.goto(`${server.url}${run}/site/book`);
  await expect(other.page.getByText('It rained', { exact: true })).toBeVisible();
  await expect.poll(() => drawn(other.page)).toBe(true);
  await other.page.goto(`${server.url}${job}`);
  await other.page.getByRole('button', { name: 'Take this job along' }).click();
  await expect(other.page.getByText(/All of it is on this device, as of .*, 1 photo\.$/)).toBeVisible();
  await other.page.goto(`${server.url}${run}/site/photos`);
  await expect.poll(() => drawn(other.page)).toBe(true);
  // Once seen it is there without a line.
  await programKept(other.page);
  await other.page.reload();
  await expect.poll(() => drawn(other.page)).toBe(true);
  await server.kill();
  await other.page.reload();
  await expect.poll(() => drawn(other.page)).toBe(true);
  await server.start();
  await other.page.goto(`${server.url}${made}`);
  await expect(number(other.page, 'Top width')).toBeVisible();
  await server.stop();
});

test('what somebody else does is on the other screens within two seconds: an edit, a new run, rain and the gate with it', async ({
  page,
  browser,
}) => {
  await newJob(page, 'Two phones');
  await newRun(page, 'Shared', '30');
  await saved(page);
  const run = runAt(page);
  const other = await (await browser.newContext()).newPage();
  await other.goto(run);
  await expect(number(other, 'Top width')).toBeVisible();
  await open(page, 'Width');
  const within = { timeout: 2000 };
  await page.getByRole('textbox', { name: 'Clear width at the bottom' }).fill('1.4');
  await saved(page);
  await expect(number(other, 'Top width')).toContainText('1.40 m', within);

  await other.goto(`${run}/site/book`);
  await expect(other.getByText(/Nothing|No entr/i).first()).toBeVisible();
  await page.goto(`${run}/site/enter`);
  await page.getByRole('textbox', { name: 'Your role or name' }).fill('foreman');
  await page.getByRole('button', { name: 'It rained' }).click();
  await expect(other.getByText('It rained', { exact: true })).toBeVisible(within);

  const job = run.split('/runs')[0] as string;
  await other.goto(job);
  await expect(other.getByRole('link', { name: /Shared/ })).toBeVisible();
  await page.goto(job);
  await newRun(page, 'Another', '10');
  await saved(page);
  await expect(other.getByRole('link', { name: /Another/ })).toBeVisible(within);
  await other.context().close();
});

test('on the site’s network: only once there are accounts, over an encrypted line, under its own names; what was made before signing in is sent then', async ({
  page,
}) => {
  const folder = mkdtempSync(join(tmpdir(), 'tamper-door-'));
  const [address] = Object.values(networkInterfaces())
    .flatMap((all) => all ?? [])
    .filter(({ internal, family }) => !internal && family === 'IPv4');
  try {
    if (!address) {
      await expect(openDoor(folder, { HOST: '0.0.0.0' })).rejects.toThrow('This machine has no address on a network.');
      return;
    }
    const door = await openDoor(folder, { HOST: '0.0.0.0' });
    const port = await freePort();
    const clientDir = new URL('../../client/dist', import.meta.url).pathname;
    const alone = await ownServer({ fresh: true });
    const open = () => startServer({ databaseUrl: alone.databaseUrl, port, clientDir, door: door.env });
    await expect(open()).rejects.toThrow('The server stopped while starting');
    const who = { name: 'Kim Keeper', passphrase: 'gravel lantern otter nine' };
    expect((await page.request.post(`${alone.url}/api/first`, { data: who })).status()).toBe(201);
    await alone.stop();
    const server = await open();
    const url = `https://${address.address}:${port}`;
    const far = await phone(['--ignore-certificate-errors']);
    await far.page.goto(url);
    await expect(far.page.getByText('Nobody is signed in on this device')).toBeVisible();
    const name = `Far ${Date.now()}`;
    await newJob(far.page, name, {}, url);
    await expect(far.page.getByRole('status', { name: /^Kept: / })).toBeVisible();
    await far.page.goto(`${url}/people`);
    const signIn = far.page.getByRole('region', { name: 'Sign in' });
    await signIn.getByRole('textbox', { name: 'Your name' }).fill('kim keeper');
    await signIn.getByRole('textbox', { name: 'Passphrase' }).fill('not the passphrase');
    await signIn.getByRole('button', { name: 'Sign in' }).click();
    await expect(far.page.getByText('The name or the passphrase is wrong.')).toBeVisible();
    await signIn.getByRole('textbox', { name: 'Passphrase' }).fill(who.passphrase);
    await signIn.getByRole('button', { name: 'Sign in' }).click();
    await expect(far.page.getByText('holds it now')).toBeVisible();
    await far.page.goto(url);
    await far.page.getByRole('link', { name: new RegExp(name) }).click();
    await saved(far.page);
    await server.stop();
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
});
