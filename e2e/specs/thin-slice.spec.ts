import { expect, test } from '@playwright/test';
import { planRun, readJobFile } from '@tamper/core';
import { choose, download, newJob, newRun, number, open, saved } from '../helpers';

const LEVELS = 'station,ground\n0,10.00\n10,10.20\n20,10.35\n30,10.50\n40,10.45\n';

test('a run from a CSV to an exported file that plans the same elsewhere', async ({ page }) => {
  await newJob(page, 'Creek lane', { rules: 'US' });
  await newRun(page, 'Yard drain', '25 m', 'Drain pipe PVC-U 110');
  await expect(number(page, 'Deepest')).toContainText('0.81 m');

  await open(page, 'Ground levels');
  await choose(page, () => page.getByRole('button', { name: 'Import CSV' }).click(), 'levels.csv', LEVELS);
  await expect(page.getByRole('textbox', { name: 'Ground at 30.0 m' })).toHaveValue('10.500 m');
  await expect(page.getByRole('slider')).toHaveAttribute('aria-valuemax', '40');

  await open(page, 'Depth and fall');
  await page.getByText('Inverts', { exact: true }).click();
  const before = await number(page, 'Dig (bank)').innerText();
  await page.getByRole('textbox', { name: 'Invert at the start' }).fill('9.10');
  await page.getByRole('textbox', { name: 'Invert at the end' }).fill('8.40');
  // Falls 0.70 in 40 m; depth at the end 10.45 − (8.40 − 0.0032 − 0.10) = 2.1532 m.
  await expect(number(page, 'Deepest')).toContainText('2.155 m');
  await expect(number(page, 'Dig (bank)')).not.toHaveText(before);
  const slider = page.getByRole('slider', { name: 'Station along the run' });
  await slider.press('Shift+ArrowRight');
  await expect(slider).not.toHaveAttribute('aria-valuenow', '0');
  const here = await number(page, 'Depth').innerText();
  await slider.press('ArrowRight');
  await expect(number(page, 'Depth')).not.toHaveText(here);

  const stop = page.getByRole('listitem').filter({ hasText: 'STOP: Unprotected' });
  await expect(stop).toContainText('29 CFR 1926.652');
  await stop.getByRole('button', { name: 'Batter 1:1' }).click();
  await expect(stop).toHaveCount(0);
  await expect(page.getByRole('textbox', { name: 'Invert at the end' })).toHaveValue('8.400 m');

  await saved(page);
  await page.reload();
  await expect(number(page, 'Deepest')).toContainText('2.155 m');
  await expect(page.getByText('STOP: Unprotected')).toHaveCount(0);

  await page.getByRole('button', { name: 'Back', exact: true }).click();
  const text = await download(page, () => page.getByRole('button', { name: 'Export the job file' }).click());
  const out = readJobFile(text);
  await page.getByRole('button', { name: 'Back', exact: true }).click();
  await choose(
    page,
    () => page.getByRole('button', { name: 'Import a job file' }).click(),
    'job.json',
    text.replace('Creek lane', 'Creek lane copy'),
  );
  await expect(page.getByRole('heading', { name: 'Creek lane copy' })).toBeVisible();
  const again = readJobFile(await download(page, () => page.getByRole('button', { name: 'Export the job file' }).click()));
  expect(again.runs).toEqual(out.runs);
  const [one, two] = [out, again].map((file) => file.runs.map((run) => planRun(file.job, run)));
  expect(one).toHaveLength(1);
  expect(two).toEqual(one);
});

test('the section is the form: touch a part, change it, undo it', async ({ page }) => {
  await newJob(page, 'Touch');
  await newRun(page, 'Line one', '30');
  await page.getByRole('button', { name: 'Edit: Bottom width' }).click();
  const width = page.getByRole('textbox', { name: 'Clear width at the bottom' });
  await width.fill('900 mm');
  await expect(page.getByText('900 mm = 0.9 m')).toBeVisible();
  await expect(number(page, 'Top width')).toContainText('0.90 m');

  await width.fill('wide');
  await expect(page.getByText('“wide” is not a length.')).toBeVisible();
  await expect(number(page, 'Top width')).toContainText('0.90 m');
  await width.fill('-1');
  await expect(page.getByText('The bottom is at least 50 mm wide.')).toBeVisible();
  await width.fill('0.1');
  await expect(page.getByText('it does not go in').first()).toBeVisible();
  await expect(number(page, 'Top width')).toContainText('0.90 m');
  await width.fill('0.9');

  await page.getByRole('button', { name: 'Edit: Left wall' }).click();
  await page.getByText('Batter', { exact: true }).click();
  const batter = page.getByRole('textbox', { name: /^Batter/ });
  await batter.fill('0°');
  await expect(page.getByText('A batter of 0° is flat ground.')).toBeVisible();
  await batter.fill('45°');
  await page.getByRole('button', { name: 'Same on the right' }).click();
  // 0.81 m deep at 1:1 both sides: 0.90 + 2 × 0.81 = 2.52 m.
  await expect(number(page, 'Top width')).toContainText('2.52 m');
  await page.keyboard.press('Control+z');
  await expect(number(page, 'Top width')).toContainText('1.71 m');
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect(number(page, 'Top width')).toContainText('2.52 m');
  await saved(page);
});

test('units and rules switch on the spot; feet and inches are understood', async ({ page }) => {
  await newJob(page, 'Feet', { rules: 'US', units: 'usual' });
  await newRun(page, 'Sewer', '100 ft');
  await open(page, 'Depth and fall');
  await page.getByRole('textbox', { name: 'Cover over the line' }).fill('4\' 6"');
  await expect(page.getByText('4\' 6" = 1.372 m')).toBeVisible();
  await page.getByRole('button', { name: 'Units, rules and more' }).click();
  await page.getByRole('menuitem', { name: 'Metric' }).click();
  await expect(number(page, 'Depth')).toContainText('1.58 m');
  await expect(page.getByRole('menuitem')).toHaveCount(0);
  await page.getByRole('button', { name: 'Units, rules and more' }).click();
  await page.getByRole('menuitem', { name: 'Rules: United Kingdom' }).click();
  await expect(page.getByText('BS 6031 practice').first()).toBeVisible();
  await saved(page);
});

test('reaches differ along the run', async ({ page }) => {
  await newJob(page, 'Reaches');
  await newRun(page, 'Long', '40');
  const slider = page.getByRole('slider');
  for (let i = 0; i < 5; i++) await slider.press('ArrowRight');
  await open(page, 'Reach');
  await page.getByRole('button', { name: 'New reach from 2.0 m' }).click();
  await expect(page.getByText('Reach 2 of 2, from 2.0 m to 40.0 m.')).toBeVisible();
  await open(page, 'Width');
  await page.getByRole('textbox', { name: 'Clear width at the bottom' }).fill('1.5');
  await expect(number(page, 'Top width')).toContainText('1.50 m');
  // The start is typed figure by figure, past the cursor: the field stays this reach's.
  await open(page, 'Reach');
  await page.getByRole('textbox', { name: 'Starts at' }).fill('');
  await page.getByRole('textbox', { name: 'Starts at' }).pressSequentially('18');
  await expect(page.getByText('Reach 2 of 2, from 18.0 m to 40.0 m.')).toBeVisible();
  // What is entered for the whole run is opened from either reach, at the first touch.
  await open(page, 'Chambers and pits');
  await page.getByRole('button', { name: 'Chamber at 18.0 m' }).click();
  await page.getByRole('textbox', { name: 'Across', exact: true }).fill('600');
  for (let i = 0; i < 46; i++) await slider.press('ArrowLeft');
  await expect(number(page, 'Top width')).toContainText('0.60 m');
  await page.getByRole('button', { name: /^C1 · / }).click();
  await expect(page.getByRole('textbox', { name: 'Across', exact: true })).not.toBeVisible();
  await page.getByRole('button', { name: /^C1 · / }).click();
  await expect(page.getByRole('textbox', { name: 'Across', exact: true })).toHaveValue('600 mm');
  await expect(page.getByRole('slider')).toHaveAttribute('aria-valuetext', '18.0 m');
  await saved(page);
});

test('bad files say what is wrong and change nothing', async ({ page }) => {
  await newJob(page, 'Bad files');
  await newRun(page, 'Steady', '30');
  await open(page, 'Ground levels');
  const bring = (text: string) => choose(page, () => page.getByRole('button', { name: 'Import CSV' }).click(), 'x.csv', text);
  await bring('0,10\n20,10\n10,10');
  await expect(page.getByText('line 3: Station 10 comes after a greater one')).toBeVisible();
  await bring('0,10\n5,\u0000');
  await expect(page.getByText('not plain text in UTF-8')).toBeVisible();
  await bring('0,10\n'.repeat(900_000));
  await expect(page.getByText('larger than 4 MB')).toBeVisible();
  await expect(page.getByRole('slider')).toHaveAttribute('aria-valuemax', '30');

  // Ground that leaves the line in the air: the sentence, the last drawing, and nothing lost.
  await open(page, 'Depth and fall');
  await page.getByText('Inverts', { exact: true }).click();
  await open(page, 'Ground levels');
  await bring('0,2\n30,2');
  await expect(page.getByText('These inputs cannot be dug.')).toBeVisible();
  await expect(number(page, 'Depth')).toContainText('0.81 m');
  await saved(page);
  await page.reload();
  await expect(page.getByText('These inputs cannot be dug yet.')).toBeVisible();
  await open(page, 'Depth and fall');
  await page.getByRole('textbox', { name: 'Invert at the start' }).fill('1.2');
  await page.getByRole('textbox', { name: 'Invert at the end' }).fill('0.6');
  await expect(number(page, 'Deepest')).toBeVisible();

  await page.goto('/');
  await choose(
    page,
    () => page.getByRole('button', { name: 'Import a job file' }).click(),
    'x.json',
    '{"format":"tamper-job","version":1,"extra":1}',
  );
  await expect(page.getByText('extra: “extra” is not part of the format')).toBeVisible();
});

test('a rule is changed only with who and why, and the plan follows it', async ({ page }) => {
  await newJob(page, 'Site rules', { rules: 'US' });
  await page.getByRole('button', { name: /Show the rules/ }).click();
  await page.getByRole('button', { name: 'Change: Protection needed from' }).click();
  await page.getByRole('textbox', { name: 'New number' }).fill('0.7');
  await page.getByRole('textbox', { name: 'Who decided' }).fill('supervisor');
  await page.getByRole('button', { name: 'Change the rule' }).click();
  await expect(page.getByText('Say why, in a few words; it goes on the record.')).toBeVisible();
  await page.getByRole('textbox', { name: 'Why' }).fill('client asks for it');
  await page.getByRole('button', { name: 'Change the rule' }).click();
  await expect(page.getByText('Set for this job by supervisor: client asks for it')).toBeVisible();
  await saved(page);
  await newRun(page, 'Shallow', '20', 'Drain pipe PVC-U 110');
  await expect(page.getByRole('list', { name: 'Findings' })).toContainText('Set for this job by supervisor: client asks for it');
  await expect(page.getByText('STOP: Unprotected at 0.81 m deep')).toBeVisible();
});
