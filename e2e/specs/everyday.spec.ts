import { expect, test } from '@playwright/test';
import { readGroundTable } from '@tamper/core/csv';
import { choose, download, number, open, saved, startRun } from '../helpers';

test('the cursor is dragged along the strip, a finding brings it to the place', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('link', { name: /Saltmarsh boatyard/ }).click();
  await page.getByRole('link', { name: /Wash-down drain/ }).click();
  const strip = page.getByRole('slider', { name: 'Station along the run' });
  const box = await strip.boundingBox();
  if (!box) throw new Error('the strip is not on the screen');
  const middle = box.y + box.height / 2;
  await page.mouse.move(box.x + 30, middle);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2, middle, { steps: 5 });
  await page.mouse.up();
  await expect(strip).toHaveAttribute('aria-valuetext', '24.0 m');
  await expect(number(page, 'Depth')).toContainText('1.545 m');
  await page.getByRole('button', { name: '18.0 m to 48.0 m' }).first().click();
  await expect(strip).toHaveAttribute('aria-valuetext', '18.0 m');
  await strip.press('Shift+ArrowRight');
  await expect(strip).not.toHaveAttribute('aria-valuetext', '18.0 m');
});

test('ground levels are typed, added, taken out, and leave as CSV', async ({ page }) => {
  await startRun(page, { job: 'Levels', run: 'Typed', length: 30 });
  await open(page, 'Ground levels');
  await page.getByRole('textbox', { name: 'Ground at 30.0 m' }).fill('10.4');
  await page.getByRole('button', { name: 'Add a station at 40.0 m' }).click();
  await page.getByRole('textbox', { name: 'Station 2' }).fill('45');
  await expect(page.getByText('comes after')).toBeVisible();
  await page.getByRole('textbox', { name: 'Station 2' }).fill('25');
  await page.getByRole('button', { name: 'Remove station 0.0 m' }).click();
  await expect(page.getByRole('slider')).toHaveAttribute('aria-valuemin', '25');
  const csv = await download(page, () => page.getByRole('button', { name: 'Export CSV' }).click());
  expect(readGroundTable(csv, 'metric')).toEqual({
    kind: 'stations',
    stations: [
      { station: 25, ground: 10.4 },
      { station: 40, ground: 10.4 },
    ],
  });
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('slider')).toHaveAttribute('aria-valuemin', '0');
  await choose(page, () => page.getByRole('button', { name: 'Import CSV' }).click(), 'again.csv', csv);
  await expect(page.getByRole('slider')).toHaveAttribute('aria-valuemin', '25');
  await saved(page);
});

test('a run and its job go only after asking, and what is not there says so', async ({ page }) => {
  await startRun(page, { job: 'Short-lived', run: 'Gone soon', length: 20 });
  await page.getByRole('button', { name: 'Units, rules and more' }).click();
  await page.getByRole('menuitem', { name: 'Delete this run' }).click();
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(number(page, 'Depth')).toBeVisible();
  await page.getByRole('button', { name: 'Units, rules and more' }).click();
  await page.getByRole('menuitem', { name: 'Delete this run' }).click();
  await page.getByRole('button', { name: 'Delete', exact: true }).click();
  await expect(page.getByText('No runs yet.')).toBeVisible();
  const url = page.url();
  await page.getByRole('button', { name: 'Delete the job' }).click();
  await page.getByRole('button', { name: 'Delete', exact: true }).click();
  await expect(page.getByRole('button', { name: 'New job' })).toBeVisible();
  await page.goto(url);
  await expect(page.getByText('This is not here (any more).')).toBeVisible();
  // Neither does the router's own list of addresses, which is left out of the program.
  for (const nowhere of ['/nobody/knows', '/_sitemap']) {
    await page.goto(nowhere);
    await expect(page.getByText('There is no such page. The link may be old.')).toBeVisible();
  }
});
