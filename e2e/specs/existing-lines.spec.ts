import { expect, test } from '@playwright/test';
import { open, saved, startRun } from '../helpers';

test('a line from a drawing is entered, dug to by layers, exposed, and its window shrinks', async ({ page }) => {
  await startRun(page, { job: 'Old lines', run: 'Across', length: 40 });
  const slider = page.getByRole('slider');
  for (let i = 0; i < 50; i++) await slider.press('ArrowRight');
  await open(page, 'Existing lines');
  await page.getByRole('button', { name: 'Add a line at 20.0 m' }).click();
  await page.getByRole('textbox', { name: 'Name of the line' }).fill('Old fuel line');
  // From a drawing, 100 mm thick: 0.05 + 1.5 m each way.
  const window = page.getByText('By hand or vacuum only for 3.10 m: Old fuel line');
  await expect(window).toBeVisible();
  const steps = page.getByRole('list', { name: 'Clear by layers' });
  await expect(steps.getByRole('listitem').first()).toContainText('dig a slot across to 1.20 m');
  await expect(steps.getByRole('listitem').last()).toContainText('ask the locator again');

  await page.getByRole('textbox', { name: 'Angle to the run' }).fill('5');
  await expect(page.getByText('enter it as parallel')).toBeVisible();
  await page.getByRole('textbox', { name: 'Angle to the run' }).fill('90');
  await page.getByRole('textbox', { name: 'Crosses at' }).fill('90');
  await expect(page.getByText('“Old fuel line” at 90 m lies off the run')).toBeVisible();
  await page.getByRole('textbox', { name: 'Crosses at' }).fill('22.04');
  await expect(page.getByRole('button', { name: '20.5 m to 23.6 m' })).toBeVisible();
  await page.getByRole('textbox', { name: 'Greatest cover' }).fill('0.2');
  await expect(page.getByText('The greatest cover is less than the least; swap them.')).toBeVisible();

  await page.getByRole('button', { name: 'Record what the dig brought' }).click();
  await page.getByRole('textbox', { name: 'Found: cover to its top' }).fill('1.2');
  await page.getByRole('button', { name: /^Found it at / }).click();
  await expect(page.getByText('Say who digs: a role will do.')).toBeVisible();
  await page.getByRole('textbox', { name: 'Who digs', exact: true }).fill('labourer');
  await page.getByRole('button', { name: /^Found it at / }).click();
  // Seen: the tolerance of 0.5 m is left.
  await expect(page.getByText('By hand or vacuum only for 1.10 m: Old fuel line')).toBeVisible();
  await expect(window).toHaveCount(0);
  await expect(page.getByText('not sent yet')).toBeHidden();
  await saved(page);
  await page.reload();
  await expect(page.getByText('By hand or vacuum only for 1.10 m: Old fuel line')).toBeVisible();
});
