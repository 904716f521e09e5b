import { expect, test } from '@playwright/test';
import { open, saved, startRun } from '../helpers';

test('a chamber’s pit is a hole like any other: unprotected it stops, boxed it holds, too short for its box it says so; another device sees it', async ({
  page,
  context,
}) => {
  await startRun(page, { job: 'Pit yard', run: 'Shallow drain', length: 20 });
  await open(page, 'Chambers and pits');
  for (let i = 0; i < 20; i++) await page.getByRole('slider').press('ArrowRight');
  await page.getByRole('button', { name: /^Chamber at/ }).click();
  const field = (name: string) => page.getByRole('textbox', { name, exact: true });
  await field('Deeper than the trench').fill('1.2');
  await expect(page.getByText(/^STOP: C1: unprotected at /)).toBeVisible();
  await page.getByRole('button', { name: 'Use a shield: Pit box 1.2 × 1.5 m', exact: true }).click();
  await expect(page.getByText(/^STOP: C1: unprotected/)).toHaveCount(0);
  await expect(page.getByText(/^CAUTION: C1: a ladder of its own/)).toBeVisible();

  // Bad input is told in a sentence and loses nothing.
  await field('Pit along the run').fill('0.1');
  await expect(page.getByText('A pit is at least 0.3 m long and wide.')).toBeVisible();
  await field('Pit along the run').fill('1.0');
  await expect(page.getByText(/^STOP: C1: Pit box .* is 1.20 m long; the pit is 1.00 m/)).toBeVisible();
  await page.getByRole('button', { name: 'Make the pit 1.20 m long' }).click();
  await expect(field('Pit along the run')).toHaveValue('1.20 m');
  await expect(page.getByText(/^STOP: .*C1/)).toHaveCount(0);
  await saved(page);

  const other = await context.newPage();
  await other.goto(page.url());
  await other.getByRole('link', { name: 'What safe to enter hangs on' }).click();
  await expect(other.getByRole('region', { name: 'Inspection before the shift' }).getByText('C1', { exact: false }).first()).toBeVisible();
  await other.getByRole('button', { name: /^Test the ground/ }).click();
  await other.getByRole('tab', { name: 'Supports', exact: true }).click();
  await expect(other.getByText('Pit box 1.2 × 1.5 m', { exact: false }).first()).toBeVisible();
  await other.close();

  await page.reload();
  await open(page, 'Chambers and pits');
  await page.getByRole('button', { name: /^C1 · Chamber/ }).click();
  await expect(field('Deeper than the trench')).toHaveValue('1.20 m');
  await page.getByLabel('Pit held by: None').click();
  await expect(page.getByText(/^STOP: C1: unprotected at /)).toBeVisible();
  await page.getByLabel('Does anybody go into the pit?: Nobody goes in').click();
  await expect(page.getByText(/^STOP: C1: unprotected/)).toHaveCount(0);
});
