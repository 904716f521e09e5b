import { readFileSync } from 'node:fs';
import { expect, test, type Page } from '@playwright/test';
import Papa from 'papaparse';
import { choose, download, open, saved, startRun, step } from '../helpers';

test.use({ viewport: { width: 390, height: 844 } });

const tab = (page: Page, name: string) => page.getByRole('tab', { name, exact: true }).click();
const field = (page: Page, name: string | RegExp) => page.getByRole('textbox', { name });

/** From the run to its works. */
async function works(page: Page): Promise<void> {
  await step(page, 'Works');
  await expect(page.getByRole('tab', { name: 'Machine', selected: true })).toBeVisible();
}

/** Rows of an order as CSV. */
const rows = (text: string) => Papa.parse<Record<string, string>>(text, { header: true }).data;

test('a machine fails on its depth, another is taken; the spoil does not fit, the sides are split; the order goes out as CSV and as a pack', async ({
  page,
}) => {
  await startRun(page, { job: 'Works yard', run: 'Deep slot', length: 20 });
  await open(page, 'Depth and fall');
  await field(page, 'Cover over the line').fill('1.7');
  await expect(page.getByText(/The 1\.7 t class is at the edge of its reach/)).toBeVisible();
  await field(page, 'Cover over the line').fill('2.3');
  await expect(page.getByText(/The 1\.7 t class reaches .* down, and .* is to be dug/)).toBeVisible();
  await saved(page);

  await works(page);
  const list = page.getByRole('list', { name: 'Machines for this run' });
  await expect(list.getByText('does not get down', { exact: false }).first()).toBeVisible();
  await expect(page.getByText('No machine digs here', { exact: false })).toBeVisible();
  await page.getByRole('button', { name: 'Take the 3.5 t class' }).click();
  await expect(page.getByRole('img', { name: /^3\.5 t class from the side, its reach at 2\.\d+ m deep/ })).toBeVisible();
  await expect(list.getByText('3.5 t class · planned')).toBeVisible();
  await expect(page.getByText(/^Place \d+ of \d+: digs/)).toBeVisible();
  await page.getByLabel('Teeth on the floor: Far').click();

  await tab(page, 'Spoil');
  await expect(page.getByRole('img', { name: /^Spoil plan: \d+\.\d m³ carried along/ })).toBeVisible();
  await field(page, 'Room right of centre').fill('2.6');
  await expect(page.getByText(/^CAUTION: No room for the heap: it needs/).last()).toBeVisible();
  await expect(page.getByText(/off site at once/)).toBeVisible();
  await page.getByLabel('Heap on the: Both').click();
  await field(page, 'Room right of centre').fill('4 m');
  await field(page, 'Room left of centre').fill('4 m');
  // The run below rests: what it said last is not seen.
  await expect(page.getByText(/No room for the heap/).filter({ visible: true })).toHaveCount(0);
  await expect(page.getByText('All of it fits beside where it is dug.')).toBeVisible();
  await page.getByRole('button', { name: 'Add: No heap' }).click();
  await field(page, 'No heap to').fill('0');
  await expect(page.getByText(/ends where it begins or before/)).toBeVisible();
  await field(page, 'No heap to').fill('6');
  await expect(page.getByText(/has no room where it is dug and is carried on/)).toBeVisible();

  await tab(page, 'Order');
  await expect(page.getByText('4 lengths of 6.00 m', { exact: false })).toBeVisible();
  const price = page.getByRole('group', { name: 'Drain pipe PVC-U 110', exact: true }).getByRole('textbox');
  await price.fill('nonsense');
  await expect(page.getByText(/“nonsense”/)).toBeVisible();
  await price.fill('20');
  await expect(page.getByRole('button', { name: 'Catalogue price of Drain pipe PVC-U 110' })).toBeVisible();
  await saved(page);
  const csv = await download(page, () => page.getByRole('button', { name: 'Order as CSV' }).click());
  const parsed = rows(csv);
  const pipe = parsed.find(({ id }) => id === 'line.drain-110');
  expect(pipe).toMatchObject({ order: '24', unit: 'm', price: '20', cost: '480' });
  const total = parsed.reduce((sum, { cost }) => sum + Number(cost), 0);
  await expect(page.getByRole('heading', { name: `£ ${Math.round(total).toLocaleString('en-GB')} all told` })).toBeVisible();

  // The merchant fills in another price and sends the file back.
  const filled = csv.replace(/^(line\.drain-110,.*),20,480,/m, '$1,25,600,');
  await choose(page, () => page.getByRole('button', { name: 'Prices from a CSV' }).click(), 'prices.csv', filled);
  await expect(page.getByText('1 prices taken from “prices.csv”.')).toBeVisible();
  await choose(page, () => page.getByRole('button', { name: 'Prices from a CSV' }).click(), 'other.csv', 'a,b\n1,2\n');
  await expect(page.getByText(/This is no order/)).toBeVisible();

  const [pack] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'Plan pack as PDF' }).click()]);
  expect(pack.suggestedFilename()).toBe('deep-slot-pack.pdf');
  const pdf = readFileSync(await pack.path(), 'latin1');
  expect(pdf.slice(0, 5)).toBe('%PDF-');
  expect(pdf.match(/\/Type \/Page\b/g)?.length).toBeGreaterThanOrEqual(4);

  await saved(page);
  await page.reload();
  await tab(page, 'Order');
  await expect(page.getByRole('group', { name: 'Drain pipe PVC-U 110', exact: true }).getByRole('textbox')).toHaveValue('25');
  await page.getByRole('button', { name: 'Back', exact: true }).click();
  await expect(page.getByText(/at the edge of its reach|is to be dug/)).toHaveCount(0);
});

test('drums to hand: too short for the way means a joint bay, too few a stop; usual lengths again when emptied', async ({ page }) => {
  await startRun(page, { job: 'Drums', run: 'Feeder', length: 100 });
  await open(page, 'Lines laid');
  await page.getByRole('button', { name: /^What goes in/ }).click();
  await page.getByRole('menuitem', { name: 'MV cable 3 × 95 mm²' }).click();
  await saved(page);
  await works(page);
  await tab(page, 'Order');
  await field(page, 'On hand: MV cable 3 × 95 mm²').fill('80; 60');
  await page.getByRole('button', { name: 'Take drums of MV cable 3 × 95 mm²' }).click();
  await expect(page.getByText(/longer than every drum or coil, jointed at/)).toBeVisible();
  await page.getByRole('button', { name: /^Dig a bay for each joint/ }).click();
  await expect(page.getByText(/No bay to joint/)).toHaveCount(0);
  await field(page, 'On hand: MV cable 3 × 95 mm²').fill('80');
  await page.getByRole('button', { name: 'Take drums of MV cable 3 × 95 mm²' }).click();
  await expect(page.getByText(/of MV cable 3 × 95 mm² is on no drum/)).toBeVisible();
  await field(page, 'On hand: MV cable 3 × 95 mm²').fill('long');
  await page.getByRole('button', { name: 'Take drums of MV cable 3 × 95 mm²' }).click();
  await expect(page.getByText(/“long”/)).toBeVisible();
  await field(page, 'On hand: MV cable 3 × 95 mm²').fill('');
  await page.getByRole('button', { name: 'Take drums of MV cable 3 × 95 mm²' }).click();
  await expect(page.getByText(/is on no drum|jointed at/)).toHaveCount(0);
});

test('the days are run, a rate is logged and rules, and what would be better is tried and taken', async ({ page }) => {
  await startRun(page, { job: 'Days yard', run: 'Yard drain', length: 30 });
  await saved(page);
  await works(page);
  await tab(page, 'Days');
  await page.getByRole('button', { name: 'Run the days' }).click();
  const result = page.getByRole('heading', { name: /^\d+ days, \d+ to be nine-tenths sure$/ });
  await expect(result).toBeVisible();
  await expect(page.getByRole('img', { name: /^Work by day: \d+ days?, 6 pieces$/ })).toBeVisible();
  const hours = page.getByRole('table', { name: 'Hours by activity' });
  const dig = hours.getByRole('row').filter({ hasText: 'Machine digs' });
  const before = await dig.innerText();
  await field(page, 'Done, m³').fill('2');
  await field(page, 'In hours').fill('4');
  await page.getByRole('textbox', { name: 'Who measured it' }).fill('operator');
  await page.getByRole('button', { name: 'Log this rate' }).click();
  await expect(page.getByText('Machine digs: 2 m³ in 4 h, 0.5 an hour')).toBeVisible();
  await page.getByRole('button', { name: 'Run the days' }).click();
  await expect(dig).not.toHaveText(before);
  await field(page, 'People, driver included').fill('0');
  await expect(page.getByText('One person at least.')).toBeVisible();

  await tab(page, 'Better');
  await page.getByRole('button', { name: 'See what would be better' }).click();
  const tried = page.getByRole('list', { name: 'What was tried' });
  await expect(tried.getByRole('listitem').first()).toBeVisible({ timeout: 60_000 });
  await page.getByLabel('Make it: Narrower').click();
  await page.getByLabel('Make it: Faster').click();
  const take = tried.getByRole('button', { name: /^Take: Take the .* class$/ }).first();
  const name = (await take.getAttribute('aria-label'))?.replace('Take: Take the ', '') ?? '';
  await take.click();
  await expect(tried).toHaveCount(0);
  await tab(page, 'Machine');
  await expect(page.getByRole('list', { name: 'Machines for this run' }).getByText(`${name} · planned`)).toBeVisible();
  await saved(page);
});

test('a machine of one’s own is entered, measured, refused where it could not be, and planned with', async ({ page }) => {
  await startRun(page, { job: 'Own machine yard', run: 'Run', length: 12 });
  await saved(page);
  await works(page);
  await page.getByRole('button', { name: 'Enter a machine like it' }).click();
  await field(page, 'Name of the machine').fill('Old digger');
  await field(page, 'Stick, pin to pin').fill('0');
  await expect(page.getByText('At least 0.2 m.')).toBeVisible();
  await field(page, 'Stick, pin to pin').fill('1.6');
  await page.getByRole('button', { name: 'Take the Old digger' }).click();
  await expect(page.getByRole('heading', { name: /^Old digger at/ })).toBeVisible();
  await saved(page);
  await page.reload();
  await expect(page.getByRole('heading', { name: /^Old digger at/ })).toBeVisible();
  await page.getByRole('button', { name: 'Take this machine out' }).click();
  await expect(page.getByText(/neither in the catalogue nor among the job’s own/)).toBeVisible();
  await page.getByRole('button', { name: 'Add: By hand' }).click();
  await field(page, 'By hand from').fill('4');
  await field(page, 'By hand to').fill('9');
  await expect(page.getByRole('table', { name: 'Dug by hand' }).getByRole('row')).toHaveCount(2);
});
