import { expect, test, type Locator, type Page } from '@playwright/test';
import { phones, programHere } from '../device';
import { choosePhotos, shot } from '../photo';
import { gate, number, onDevice, open, runAt, saved, startRun, tab } from '../helpers';

test.use({ serviceWorkers: 'allow' });

/** Sets the room the browser gives this origin, bytes; undefined: as much as there is. It holds as long as whoever set it is there. */
async function roomOf(page: Page): Promise<(quotaSize?: number) => Promise<void>> {
  const client = await page.context().newCDPSession(page);
  const { origin } = new URL(page.url());
  return async (quotaSize) =>
    void (await client.send('Storage.overrideQuotaForOrigin', { origin, ...(quotaSize !== undefined && { quotaSize }) }));
}
/** Enters that it rained, and stays on the book. */
async function enterRain(page: Page): Promise<void> {
  await page.getByRole('link', { name: 'What safe to enter hangs on' }).click();
  await page.getByRole('textbox', { name: 'Your role or name' }).fill('foreman');
  await page.getByRole('button', { name: 'It rained' }).click();
  await expect(gate(page, 'SHUT')).toBeVisible();
  await tab(page, 'Book');
  await expect(rain(page).first()).toBeVisible();
}
const rain = (page: Page) => page.getByRole('list', { name: 'Entries of the book' }).getByText('It rained', { exact: true });
const photo = (page: Page) => page.getByRole('button', { name: /^Photo: / });
const wide = (image: Locator) => image.evaluate((one) => (one as HTMLImageElement).naturalWidth);
const phone = phones();
const width = (page: Page) => page.getByRole('textbox', { name: 'Clear width at the bottom' });

test('a full device says that it keeps nothing and works on; with room again what it held goes in beside what another tab made, and all of it is sent', async ({
  page,
  context,
}) => {
  await startRun(page, { job: `Full ${Date.now()}`, run: 'To the last byte', length: 30 });
  await saved(page);
  await programHere(page);
  const run = runAt(page);
  const tab2 = await context.newPage();
  await tab2.goto(run);
  await open(tab2, 'Depth and fall');
  await open(page, 'Width');
  await context.setOffline(true);

  const room = await roomOf(page);
  await room(1);
  // The browser looks again how much room there is only after half a minute.
  await expect(async () => {
    for (const metres of ['1.2', '1.3']) {
      await width(page).fill(metres);
      await expect(number(page, 'Top width')).toContainText(`${metres}0 m`);
    }
    await expect(page.getByRole('status', { name: /^Not kept: / })).toBeVisible({ timeout: 2000 });
  }).toPass();
  await expect(page.getByText('Not kept: This device cannot keep it: leave the page open until it is sent.')).toBeVisible();
  await expect(page.getByText(/Not kept here: leave the page open; the rest is as of/).filter({ visible: true })).toBeVisible();
  await enterRain(page);
  await expect(page.getByText(/only in this open page, not sent yet/)).toBeVisible();

  // Somebody makes room, and works in the other tab.
  await room();
  await tab2.getByRole('textbox', { name: 'Cover over the line' }).fill('1.2');
  await expect(tab2.getByRole('status', { name: /^Kept: / })).toBeVisible();
  await tab(page, 'Enter');
  await page.getByRole('textbox', { name: 'Your role or name' }).fill('foreman again');
  await onDevice(page);

  await expect(page.getByRole('status', { name: /^Kept: / })).toBeVisible();
  await page.goto(run);
  await expect(number(page, 'Top width')).toContainText('1.30 m');
  await open(page, 'Depth and fall');
  await expect(page.getByRole('textbox', { name: 'Cover over the line' })).toHaveValue(/1\.20/);
  await page.goto(`${run}/site/book`);
  await expect(rain(page)).toBeVisible();
  await context.setOffline(false);
  await saved(page);
  await expect(page.getByText(/not sent yet/)).toHaveCount(0);
});

test('a window that may keep nothing says so, opens, plans and sends while its page is open', async ({ page }) => {
  // What a browser does that forbids a page every store.
  await page.addInitScript(() => {
    const forbid = () => {
      throw new DOMException('Access is denied for this document.', 'SecurityError');
    };
    IDBFactory.prototype.open = forbid;
    LockManager.prototype.request = () => Promise.reject(new DOMException('Access is denied for this document.', 'SecurityError'));
    Object.defineProperty(window, 'localStorage', { get: forbid });
    Object.defineProperty(window, 'sessionStorage', { get: forbid });
  });
  await page.goto('/');
  await expect(page.getByRole('alert').filter({ hasText: 'This device keeps nothing now' })).toBeVisible();
  await startRun(page, { job: `Private ${Date.now()}`, run: 'Nothing stays', length: 30 });
  await open(page, 'Width');
  await width(page).fill('1.3');
  await expect(number(page, 'Top width')).toContainText('1.30 m');
  await saved(page);
  const run = runAt(page);
  await enterRain(page);
  await expect(page.getByText(/not sent yet/)).toHaveCount(0);
  // A photo goes, and is there to look at as long as the page is open.
  await tab(page, 'Photos');
  await choosePhotos(page, [await shot('Not kept', { width: 1800, height: 1200 })]);
  await expect(page.getByText('1 photo of this run')).toBeVisible();
  await expect(photo(page).getByText('not kept')).toHaveCount(0);
  await photo(page).click();
  await expect.poll(() => wide(page.getByRole('dialog').locator('img'))).toBeGreaterThan(0);
  await page.keyboard.press('Escape');
  // It hears of others, and others of it.
  const other = await phone();
  await other.page.goto(`${new URL(page.url()).origin}${run}`);
  await expect(number(other.page, 'Top width')).toContainText('1.30 m');
  await enterRain(other.page);
  await tab(page, 'Book');
  await expect(rain(page)).toHaveCount(2);
  // Nothing can be taken along, and that is not said to be there.
  await page.goto(run.replace(/\/runs.*/, ''));
  await page.getByRole('button', { name: 'Take this job along' }).click();
  await expect(page.getByText('This device keeps nothing now: its room is full, or this window may not keep anything.')).toBeVisible();
  await expect(page.getByText(/All of it is on this device/)).toHaveCount(0);
  await page.goto(run);
  await expect(number(page, 'Top width')).toContainText('1.30 m');
});
