import { expect, test, type Page } from '@playwright/test';
import type { Revision } from '../../core/src/issue';
import { issue, open, runAt, saved, startRun, step } from '../helpers';

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

test('what was seen before a plan is issued is seen in it; a later program that makes another of it says so, until it is issued anew', async ({
  page,
  browser,
}) => {
  await startRun(page, { job: 'Seen first', run: 'Across', length: 40 });
  const slider = page.getByRole('slider');
  for (let i = 0; i < 50; i++) await slider.press('ArrowRight');
  await open(page, 'Existing lines');
  await page.getByRole('button', { name: 'Add a line at 20.0 m' }).click();
  await page.getByRole('button', { name: 'Record what the dig brought' }).click();
  await page.getByRole('textbox', { name: 'Found: cover to its top' }).fill('1.2');
  await page.getByRole('textbox', { name: 'Who digs', exact: true }).fill('labourer');
  await page.getByRole('button', { name: /^Found it at / }).click();
  await expect(page.getByText(/labourer: found at/)).toBeVisible();
  await saved(page);
  await step(page, 'Site');
  await issue(page);
  await page.reload();
  await expect(page.getByText('The draft says the same. People on site work to this.')).toBeVisible();
  const differs = (one: Page) => one.getByText('This program works the plan out differently');
  await step(page, 'Dig');
  await expect(page.getByTestId('number-Station')).toBeVisible();
  await expect(differs(page)).toBeHidden();

  // Another phone, as if a program that dug 0.5 m³ less had issued it by a rule of 0.55 m for the spoil.
  const context = await browser.newContext();
  const other = await context.newPage();
  const issuedFirst = (
    (await (await page.request.get(`/api${runAt(page).replace(/.*(\/runs)/, '$1')}/revisions`)).json()) as { items: { id: string }[] }
  ).items[0]?.id as string;
  await other.route(`**/revisions/${issuedFirst}`, async (route) => {
    const revision = (await (await route.fetch()).json()) as Revision;
    const { figures, rules } = revision.body;
    figures.volumes.trench -= 0.5;
    rules.spoilSetback.value = 0.55;
    await route.fulfill({ json: revision });
  });
  await other.goto(`${runAt(page)}/dig/card`);
  await expect(differs(other)).toBeVisible();
  const what = other.getByRole('list', { name: 'What comes out differently' });
  await expect(what.getByText(/^• Figures, volumes, trench: [\d.]+, was [\d.]+$/)).toBeVisible();
  await expect(what.getByText(/^• Rules, spoil setback: [\d.]+, was 0\.55$/)).toBeVisible();
  await expect(what.getByRole('listitem')).toHaveCount(2);
  await other.getByRole('button', { name: 'Issue the plan' }).click();
  await issue(other);
  await step(other, 'Dig');
  await expect(other.getByTestId('number-Station')).toBeVisible();
  await expect(differs(other)).toBeHidden();
  await context.close();
});
