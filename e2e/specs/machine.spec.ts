import { expect, test } from '@playwright/test';
import { newJob, newRun, open, saved } from '../helpers';

test('a machine at the edge of its reach is told; the classes stand side by side, and a larger one is taken', async ({ page }) => {
  await newJob(page, 'Machine yard');
  await newRun(page, 'Deep slot', '20');
  await open(page, 'Depth and fall');
  await page.getByRole('textbox', { name: 'Cover over the line' }).fill('1.7');
  await expect(page.getByText(/The 1\.7 t class is at the edge of its reach/)).toBeVisible();
  await page.getByRole('textbox', { name: 'Cover over the line' }).fill('2.3');
  await expect(page.getByText(/The 1\.7 t class reaches .* down, and .* is to be dug/)).toBeVisible();
  await saved(page);
  await page.getByRole('button', { name: 'Units, rules and more' }).click();
  await page.getByRole('menuitem', { name: 'Machine' }).click();
  await expect(page.getByRole('img', { name: /^1\.7 t class from the side/ })).toBeVisible();
  const list = page.getByRole('list', { name: 'Machines for this run' });
  await expect(list.getByText('does not get down', { exact: false }).first()).toBeVisible();
  await page.getByRole('button', { name: 'Take the 3.5 t class' }).click();
  await expect(page.getByRole('img', { name: /^3\.5 t class from the side/ })).toBeVisible();
  await expect(list.getByText('Does it · planned')).toBeVisible();
  await saved(page);
  await page.reload();
  await expect(page.getByRole('img', { name: /^3\.5 t class from the side/ })).toBeVisible();
  await page.getByRole('button', { name: 'Back', exact: true }).click();
  await expect(page.getByText(/at the edge of its reach|is to be dug/)).toHaveCount(0);
});
