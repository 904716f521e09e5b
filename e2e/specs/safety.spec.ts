import { expect, test, type Page } from '@playwright/test';
import { serious } from '../axe';
import { number, open, PARTS, saved, startRun, step } from '../helpers';

test('work done without a connection is kept, told, and saved when it is back', async ({ page, context }) => {
  await startRun(page, { job: 'Offline', run: 'Muddy', length: 30 });
  await saved(page);
  await open(page, 'Width');
  await context.setOffline(true);
  await page.getByRole('textbox', { name: 'Clear width at the bottom' }).fill('1.1');
  await expect(page.getByText('No connection to the server.').first()).toBeVisible();
  await expect(page.getByRole('status', { name: 'Kept: No connection to the server.' })).toBeVisible();
  await expect(number(page, 'Top width')).toContainText('1.10 m');
  await context.setOffline(false);
  await saved(page);
  await page.reload();
  await expect(number(page, 'Top width')).toContainText('1.10 m');
});

test('a page closed before the save still has the work when it opens again', async ({ page }) => {
  await startRun(page, { job: 'Dead battery', run: 'Cut off', length: 30 });
  await saved(page);
  await page.route('**/api/runs/*', (route) => (route.request().method() === 'PUT' ? route.abort() : route.continue()));
  await open(page, 'Width');
  await page.getByRole('textbox', { name: 'Clear width at the bottom' }).fill('1.3');
  await expect(page.getByRole('status', { name: 'Kept: No connection to the server.' })).toBeVisible();
  await page.unroute('**/api/runs/*');
  await page.reload();
  await expect(number(page, 'Top width')).toContainText('1.30 m');
  await saved(page);
});

test('two people on one run: nothing is overwritten, both changes can be kept', async ({ page, context, browser }) => {
  await startRun(page, { job: 'Two hands', run: 'Shared', length: 30 });
  await saved(page);
  await context.setOffline(true);
  const other = await (await browser.newContext()).newPage();
  await other.goto(page.url());
  await open(other, 'Bed');
  await other.getByRole('textbox', { name: 'Bed under the line' }).fill('150');
  await saved(other);
  await other.context().close();

  await open(page, 'Width');
  await page.getByRole('textbox', { name: 'Clear width at the bottom' }).fill('1.2');
  await expect(page.getByRole('status', { name: /^Kept: / })).toBeVisible();
  await context.setOffline(false);
  await expect(page.getByText('Somebody else changed this run meanwhile.')).toBeVisible();
  await page.getByRole('button', { name: 'Put both together' }).click();
  await saved(page);
  await page.reload();
  await expect(number(page, 'Top width')).toContainText('1.20 m');
  await open(page, 'Bed');
  await expect(page.getByRole('textbox', { name: 'Bed under the line' })).toHaveValue('150 mm');
});

test('two pages of one device on one run: each shows what the other does, nothing is asked and nothing lost', async ({ page, context }) => {
  await startRun(page, { job: 'Two pages', run: 'Shared', length: 30 });
  await saved(page);
  const other = await context.newPage();
  await other.goto(page.url());
  await open(other, 'Bed');
  await open(page, 'Width');
  await context.setOffline(true);
  await other.getByRole('textbox', { name: 'Bed under the line' }).fill('150');
  await page.getByRole('textbox', { name: 'Clear width at the bottom' }).fill('1.2');
  await expect(number(other, 'Top width')).toContainText('1.20 m');
  await context.setOffline(false);
  for (const one of [page, other]) await saved(one);
  await page.reload();
  await expect(number(page, 'Top width')).toContainText('1.20 m');
  await open(page, 'Bed');
  await expect(page.getByRole('textbox', { name: 'Bed under the line' })).toHaveValue('150 mm');
});

async function openDrain(page: Page): Promise<void> {
  await page.goto('/');
  await page.getByRole('link', { name: /Saltmarsh boatyard/ }).click();
  await page.getByRole('link', { name: /Wash-down drain/ }).click();
  await expect(number(page, 'Deepest')).toBeVisible();
}

for (const size of [
  { name: 'phone', width: 390, height: 844 },
  { name: 'wide', width: 1280, height: 800 },
]) {
  const phone = size.name === 'phone';

  test(`axe finds nothing serious on a ${size.name} screen: jobs, a job, its run and files`, async ({ page }) => {
    await page.setViewportSize(size);
    await page.goto('/');
    await page.getByRole('link', { name: /Saltmarsh boatyard/ }).click();
    await expect(page.getByRole('link', { name: /Wash-down drain/ })).toBeVisible();
    expect(await serious(page)).toEqual([]);
    await page.getByRole('link', { name: /Wash-down drain/ }).click();
    await expect(number(page, 'Deepest')).toBeVisible();
    expect(await serious(page)).toEqual([]);
    // The cards are the same on both sizes: looked at once, on the wide one.
    for (const part of phone ? [] : PARTS) {
      await open(page, part);
      expect(await serious(page, '[role=form]'), part).toEqual([]);
    }
    for (const tab of ['Long', 'Plan']) {
      await page.getByRole('tab', { name: tab }).click();
      expect(await serious(page), tab).toEqual([]);
    }
    await page.getByText('Bend', { exact: true }).click();
    expect(await serious(page), 'points').toEqual([]);
  });

  test(`axe finds nothing serious on a ${size.name} screen: protection, logistics, checks, clearance, lines and comparison`, async ({
    page,
  }) => {
    await page.setViewportSize(size);
    await openDrain(page);
    await page.getByRole('link', { name: 'What safe to enter hangs on' }).click();
    for (const tab of ['Stands', 'Issue', 'Photos', 'Book', 'Enter']) {
      await page.getByRole('tab', { name: tab, exact: true }).click();
      expect(await serious(page), tab).toEqual([]);
    }
    await page.getByRole('button', { name: /^Test the ground/ }).click();
    for (const tab of ['Soil', 'Ways', 'Supports', 'Steps']) {
      await page.getByRole('tab', { name: tab, exact: true }).click();
      if (tab === 'Soil') await page.getByRole('button', { name: 'Test the ground', exact: true }).click();
      if (tab === 'Ways') await expect(page.getByRole('button', { name: 'Choose: Trench shield' })).toBeVisible();
      expect(await serious(page), tab).toEqual([]);
    }
    await step(page, 'Works');
    await expect(page.getByRole('list', { name: 'Machines for this run' })).toBeVisible();
    // Each tab is made of the same pieces on both sizes: looked at once.
    for (const tab of phone ? ['Machine', 'Order'] : ['Spoil', 'Days', 'Better']) {
      await page.getByRole('tab', { name: tab, exact: true }).click();
      if (tab === 'Order') await expect(page.getByRole('button', { name: 'Plan pack as PDF' })).toBeVisible();
      if (tab === 'Days') await page.getByRole('button', { name: 'Run the days' }).click();
      if (tab === 'Days') await expect(page.getByText(/^What holds it up/)).toBeVisible();
      expect(await serious(page), tab).toEqual([]);
    }
    await step(page, 'Checks');
    await expect(page.getByText('What may pass over it').first()).toBeVisible();
    expect(await serious(page), 'checks').toEqual([]);
    await page.getByRole('link', { name: 'What clear to dig hangs on' }).click();
    await expect(page.getByText('Way in and walk')).toBeVisible();
    expect(await serious(page), 'clear').toEqual([]);
    await page.goto(new URL(page.url()).pathname.replace(/clear$/, 'catalogue'));
    await page.getByRole('button', { name: 'Make a line like it' }).click();
    expect(await serious(page), 'catalogue').toEqual([]);
    await page.goto(new URL(page.url()).pathname.replace(/catalogue$/, 'compare'));
    await expect(page.getByText('Long sections over each other')).toBeVisible();
    expect(await serious(page), 'compare').toEqual([]);
  });
}
