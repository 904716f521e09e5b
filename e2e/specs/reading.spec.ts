import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { demoRun, open, runAt, startRun, step, tab } from '../helpers';

test('a section is measured by two touches: its own width and depth come out, and the page prints with its bar', async ({ page }) => {
  await startRun(page, { job: 'Measured', run: 'Measured run', length: 30 });
  await open(page, 'Width');
  await page.getByRole('textbox', { name: 'Clear width at the bottom' }).fill('1.00');
  await page.getByRole('button', { name: 'Close the inputs' }).click();
  await page.getByRole('button', { name: 'Measure on the drawing' }).click();
  const layer = page.getByRole('group', { name: 'Measuring: touch two points' });
  await expect(page.getByText('Touch where to measure from.')).toBeVisible();
  // The line of the floor's width, from end to end: what it is labelled is what is measured.
  const ends = await page.getByRole('group', { name: /^Cross-section of/ }).evaluate((drawing) => {
    const box = drawing.getBoundingClientRect();
    const level = [...drawing.querySelectorAll('line')]
      .map((line) => line.getBoundingClientRect())
      .filter(({ width, height }) => height < 4 && width > 40);
    // Of level lines the lowest is that of the width.
    const { left, right, top } = level.sort((a, b) => b.top - a.top)[0] as DOMRect;
    return { left: left - box.left, right: right - box.left, y: top - box.top };
  });
  await layer.click({ position: { x: ends.left, y: ends.y } });
  await expect(page.getByText('And where to.')).toBeVisible();
  await layer.click({ position: { x: ends.right, y: ends.y } });
  const said = page.getByRole('status').filter({ hasText: 'across' });
  await expect(said).toHaveText(/^(0\.9[89]\d?|1\.0[012]\d?) m: .* across, 0(\.0\d*)? m up or down$/);
  // A third touch begins anew.
  await layer.click({ position: { x: ends.left, y: ends.y - 60 } });
  await expect(page.getByText('And where to.')).toBeVisible();
  await page.getByRole('button', { name: 'Stop measuring' }).click();
  await expect(layer).toHaveCount(0);
  const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'Print this drawing' }).click()]);
  expect(file.suggestedFilename()).toBe('cross-section-of-measured-run.pdf');
  const bytes = readFileSync(await file.path());
  expect(bytes.subarray(0, 5).toString()).toBe('%PDF-');
  expect(bytes.length).toBeGreaterThan(10_000);
});

test('tables are sorted by their heads on a wide screen and copied as they stand', async ({ page, context }) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await page.setViewportSize({ width: 1280, height: 800 });
  await demoRun(page, 'Wash-down drain');
  await tab(page, 'Long');
  const table = page.getByRole('table', { name: 'Chainage table' });
  const depths = async () =>
    (await table.getByRole('row').allInnerTexts()).slice(1).map((row) => Number(/\n([\d.]+) m\n[\d.]+ m$/.exec(row)?.[1] ?? NaN));
  await table.getByRole('button', { name: 'Sort by Depth' }).click();
  await expect(table.getByRole('columnheader', { name: /Depth/ })).toHaveAttribute('aria-sort', 'ascending');
  const up = await depths();
  expect(up.length).toBeGreaterThan(3);
  expect(up).toEqual([...up].sort((a, b) => a - b));
  await table.getByRole('button', { name: 'Sort by Depth' }).click();
  const down = await depths();
  expect(down).toEqual([...down].sort((a, b) => b - a));
  await page.getByRole('button', { name: 'Copy the table: Chainage table' }).click();
  await expect(page.getByText(/^\d+ rows copied\.$/)).toBeVisible();
  const copied = (await page.evaluate(() => navigator.clipboard.readText())).split('\n').map((line) => line.split('\t'));
  expect(copied[0]).toEqual(['Station', 'Ground', 'Invert', 'Depth', 'Cover']);
  expect(Number.parseFloat(copied[1]?.[3] ?? '')).toBe(down[0]);
  // The whole order likewise; what nobody priced says so.
  await step(page, 'Works');
  await tab(page, 'Order');
  const order = page.getByRole('table', { name: 'The order' });
  await order.getByRole('button', { name: 'Sort by Cost' }).click();
  const costs = (await order.getByRole('row').allInnerTexts())
    .slice(1)
    .map((row) => Number(/£ ([\d,]+)$/.exec(row)?.[1]?.replace(',', '')));
  expect(costs).toEqual([...costs].sort((a, b) => a - b));
  await expect(order.getByText(/^about £/).first()).toBeVisible();
});

test('prices are placeholders until somebody gives one', async ({ page }) => {
  await startRun(page, { job: 'Priced', run: 'Priced run', length: 30 });
  await step(page, 'Works');
  await tab(page, 'Order');
  await expect(page.getByText(/^About £ [\d,]+ all told$/)).toBeVisible();
  const item = page.getByRole('group', { name: /^Drain pipe/ }).first();
  await expect(item.getByText('placeholder')).toBeVisible();
  await item.getByRole('textbox').fill('20');
  await expect(item.getByText('placeholder')).toHaveCount(0);
  await expect(page.getByText(/of it rests on placeholders/)).toBeVisible();
  await page.reload();
  await expect(item.getByText('placeholder')).toHaveCount(0);
});

test('terms are explained where they stand: of the inputs that are open, and of the screen', async ({ page }) => {
  await startRun(page, { job: 'Words', run: 'Words run', length: 30 });
  await open(page, 'Spoil');
  await page.getByRole('button', { name: 'Words explained' }).click();
  const words = page.getByLabel('Words and their meanings');
  await expect(words.getByText('How far heaps and machines keep off the lip.')).toBeVisible();
  await expect(words.getByText('The lowest point inside a pipe: where the water runs.')).toHaveCount(0);
  await page.getByRole('button', { name: 'Close', exact: true }).click();
  await step(page, 'Works');
  await tab(page, 'Spoil');
  await page.getByText(/^Handling and haul/).waitFor();
  await page.getByRole('button', { name: 'Words on this screen explained' }).click();
  await expect(words.getByText('The soil that comes out of the trench.')).toBeVisible();
});

test('a newcomer is led round the demonstration, may leave, and is not asked again', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'Show me round' }).click();
  const card = page.getByRole('region', { name: /^Walk, step/ });
  await expect(card).toHaveAttribute('aria-label', 'Walk, step 1 of 6');
  const run = runAt(page);
  const next = () => card.getByRole('button', { name: 'Next' }).click();
  await next();
  await expect(card.getByText('The trench, to scale')).toBeVisible();
  await next();
  await next();
  await expect(page).toHaveURL(new RegExp(`${run}/protection/ways`));
  // A reload keeps the place.
  await page.reload();
  await expect(card).toHaveAttribute('aria-label', 'Walk, step 4 of 6');
  await card.getByRole('button', { name: 'Back' }).click();
  await expect(page).toHaveURL(new RegExp(`${run}/trench/section`));
  await card.getByRole('button', { name: 'Leave' }).click();
  await expect(card).toHaveCount(0);
  await page.goto('/');
  await expect(page.getByRole('link', { name: /Saltmarsh boatyard/ })).toBeVisible();
  await expect(page.getByText('New here?')).toHaveCount(0);
});
