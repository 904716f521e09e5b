import { expect, test, type Page } from '@playwright/test';
import { issue, number, pick, runAt, startRun, step, tab } from '../helpers';

const field = (page: Page, name: string | RegExp) => page.getByRole('textbox', { name, exact: true });
const press = (page: Page, name: string) => page.getByRole('button', { name, exact: true }).click();

/** A level run of 20 m is issued, a benchmark known and a level set up on it: HI 11.325 over ground at 10. */
async function setUp(page: Page, name: string): Promise<void> {
  await step(page, 'Site');
  await issue(page);
  await step(page, 'Set out');
  await field(page, 'Benchmark').fill(name);
  await field(page, 'Its level').fill('10');
  await field(page, 'Where it is').fill('Nail in the kerb');
  await press(page, 'Add this benchmark');
  await field(page, 'Backsight: the rod on the benchmark reads').fill('1.325');
  await press(page, 'Enter the set-up');
  await expect(page.getByText(/^Now: Set up on/).first()).toBeVisible();
  await step(page, 'Dig');
  await tab(page, 'Level');
}

/** What the screen says to look for on the rod, metres. */
async function aim(page: Page): Promise<number> {
  const said = await number(page, 'Aim').textContent();
  return Number((said ?? '').replace(' m', ''));
}
async function read(page: Page, off: number): Promise<void> {
  await field(page, 'The rod reads').fill(((await aim(page)) - off).toFixed(3));
  await press(page, 'Enter this level');
  await expect(page.getByText(/^Kept at/)).toBeVisible();
}

test('from an issued plan to levels as dug: set up, read, put right, too deep, and what fills it', async ({ page }) => {
  await startRun(page, { job: 'Levels', run: 'Water', length: 20 });
  await setUp(page, 'BM 1');
  // The next station offers itself: a touch on the field, the number, a touch on the button.
  await read(page, -0.06);
  await expect(field(page, 'At station')).toHaveValue('5.0 m');
  await read(page, -0.05);
  await read(page, 0.2);
  await page.getByRole('button', { name: /^Put right: 10\.0 m/ }).click();
  await field(page, 'The rod reads').fill((await aim(page)).toFixed(3));
  await press(page, 'Enter it in its place');
  await expect(page.getByText('Kept at 10.0 m, on level.')).toBeVisible();
  await tab(page, 'As dug');
  await expect(page.getByText(/^The bottom is too deep, 0\.0 m to \d/)).toBeVisible();
  await expect(page.getByText(/: 0\.\d+ m³ compacted, .* bags/)).toBeVisible();
  await expect(page.getByText(/too high/)).toHaveCount(0);
  await page.reload();
  await expect(page.getByText(/^The bottom is too deep, 0\.0 m to \d/)).toBeVisible();
});

test('a level that cannot be is asked about, and a sentence is said of every reading that tells nothing', async ({ page }) => {
  await startRun(page, { job: 'Slips', run: 'Water', length: 20 });
  await setUp(page, 'BM 2');
  await field(page, 'The rod reads').fill('6');
  await press(page, 'Enter this level');
  await expect(page.getByText(/is not on the staff/)).toBeVisible();
  await field(page, 'The rod reads').fill('1.2');
  await press(page, 'Enter this level');
  await expect(page.getByText(/Is it the unit, or the station\?/)).toBeVisible();
  await expect(field(page, 'The rod reads')).toHaveValue('1.2');
  await press(page, 'It is so: enter it');
  await expect(page.getByText(/^Kept at 0\.0 m/)).toBeVisible();
  await field(page, 'At station').fill('33');
  await field(page, 'The rod reads').fill('2.1');
  await press(page, 'Enter this level');
  await expect(page.getByText(/is off the run/)).toBeVisible();
  await field(page, 'At station').fill('10');
  await field(page, 'Width at bottom').fill('0.9');
  await field(page, 'Width at top').fill('0.6');
  await field(page, 'The rod reads').fill((await aim(page)).toFixed(3));
  await press(page, 'Enter this level');
  await expect(page.getByText(/narrower than the bottom/)).toBeVisible();
  // What was typed outlives a reload.
  await page.reload();
  await expect(field(page, 'Width at bottom')).toHaveValue('0.9');
});

test('sensors on the arm: a slope that is missing is said before anybody digs, and named from the levels', async ({ page }) => {
  await startRun(page, { job: 'Staircase', run: 'Water', length: 20 });
  await setUp(page, 'BM 3');
  await step(page, 'Set out');
  await pick(page, 'Means', 'Sensors on the arm');
  await page.getByRole('radio', { name: /^The plane falls: To 20/ }).click();
  await field(page, 'By').fill('1:80');
  await field(page, 'Backsight: the rod on the benchmark reads').fill('1.325');
  await expect(page.getByText(/expect a step of 0\.038 m at every move/)).toBeVisible();
  await press(page, 'Enter the set-up');
  await expect(page.getByText(/^Now: .*falling 1:80/)).toBeVisible();
  const noise = [0.002, -0.003, 0.001, -0.001, 0.003, -0.002, 0.002, 0.001, -0.003];
  for (let place = 0; place < 3; place++) {
    await step(page, 'Set out');
    await tab(page, 'Sensors');
    await field(page, 'Struck at station').fill(String(place * 3));
    await press(page, 'Moved, and struck again');
    await expect(page.getByText(`Kept: a place begins at ${place * 3}.0 m.`)).toBeVisible();
    await step(page, 'Dig');
    await tab(page, 'Level');
    for (const [i, along] of [0.3, 1.5, 2.7].entries()) {
      await field(page, 'At station').fill(String(place * 3 + along));
      await read(page, along / 80 + (noise[place * 3 + i] as number));
    }
  }
  await tab(page, 'As dug');
  await expect(page.getByText(/^A staircase: .*The slope is missing in the machine$/)).toBeVisible();
});

/** Counts touches from here on. */
async function touches(page: Page): Promise<() => Promise<number>> {
  await page.evaluate(() => {
    const counting = window as unknown as { touches?: number };
    if (counting.touches === undefined) document.addEventListener('click', () => (counting.touches = (counting.touches ?? 0) + 1), true);
    counting.touches = 0;
  });
  return () => page.evaluate(() => (window as unknown as { touches: number }).touches);
}

test('proof costs seconds: a level is two touches and its number, a set-up six', async ({ page }) => {
  await startRun(page, { job: 'Touches', run: 'Water', length: 20 });
  await setUp(page, 'BM 4');
  const level = await touches(page);
  await field(page, 'The rod reads').click();
  await field(page, 'The rod reads').pressSequentially((await aim(page)).toFixed(3));
  await press(page, 'Enter this level');
  await expect(page.getByText('Kept at 0.0 m, on level.')).toBeVisible();
  expect(await level()).toBeLessThanOrEqual(2);
  // The field stands ready for the next station: the number, and one touch.
  const next = await touches(page);
  await expect(field(page, 'The rod reads')).toBeFocused();
  await page.keyboard.type((await aim(page)).toFixed(3));
  await press(page, 'Enter this level');
  await expect(page.getByText('Kept at 5.0 m, on level.')).toBeVisible();
  expect(await next()).toBe(1);
  await step(page, 'Set out');
  const instrument = await touches(page);
  await pick(page, 'Means', 'Laser and rod');
  await field(page, 'Backsight: the rod on the benchmark reads').click();
  await field(page, 'Backsight: the rod on the benchmark reads').pressSequentially('1.402');
  await press(page, 'Enter the set-up');
  await expect(page.getByText(/^Now: Set up on BM 4, plane 11\.402 m/)).toBeVisible();
  expect(await instrument()).toBeLessThanOrEqual(6);
});

test('the card in the cab moves on by thumb; something found shuts the dig there, on another device too, until somebody says what was done', async ({
  page,
  context,
}) => {
  await startRun(page, { job: 'Found', run: 'Water', length: 20 });
  await setUp(page, 'BM 5');
  await tab(page, 'Card');
  await expect(number(page, 'On the rod')).toHaveText(/^\d\.\d{3} m$/);
  await press(page, 'On along the dig');
  await press(page, 'On along the dig');
  await expect(number(page, 'Station')).toHaveText('2.0 m');
  await press(page, 'Something found');
  await press(page, 'Enter it: nobody digs there');
  await expect(page.getByText('Say what it is, as far as it can be seen.')).toBeVisible();
  await page.getByRole('radio', { name: 'What it is: Cover tiles or plates' }).click();
  await field(page, 'Down').fill('0.6');
  await field(page, 'In words').fill('red, in a row');
  // Half a form outlives a reload.
  await page.reload();
  await expect(field(page, 'In words')).toHaveValue('red, in a row');
  await press(page, 'Enter it: nobody digs there');
  await expect(page.getByText('Nobody digs 1.0 m to 3.0 m')).toBeVisible();
  const run = runAt(page);
  const other = await context.newPage();
  await other.goto(`${run}/dig/card`);
  await expect(other.getByText('Nobody digs 1.0 m to 3.0 m')).toBeVisible();
  await other.goto(`${run.split('/runs')[0]}/clear`);
  await expect(other.getByText(/Cover tiles or plates found, 0\.60 m down: red, in a row/)).toBeVisible();
  await page.getByRole('button', { name: 'What was done about it' }).click();
  await field(page, 'What was done about it, and by whose word').fill('Owner came: dead, cut out');
  await press(page, 'Settled: dig on');
  await expect(page.getByText('Nobody digs 1.0 m to 3.0 m')).toHaveCount(0);
  await expect(other.getByText(/Cover tiles or plates found/)).toHaveCount(0);
});
