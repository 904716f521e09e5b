import { expect, test, type Page } from '@playwright/test';
import { newJob, newRun, number, open, saved, startRun, step } from '../helpers';

/** Chooses what goes in a line from its menu. */
async function lay(page: Page, now: RegExp, what: string): Promise<void> {
  await page.getByRole('button', { name: now }).last().click();
  await page.getByRole('menuitem', { name: what, exact: true }).click();
}

/** A trench nobody enters with shore power, drinking water and data in it, as added. */
async function joint(page: Page): Promise<void> {
  await startRun(page, { job: 'Joint trench', run: 'Supply', length: 40 });
  await open(page, 'Width');
  await page.getByLabel('Does anybody go in?: Nobody goes in').click();
  await open(page, 'Lines laid');
  await lay(page, /^What goes in:/, 'LV armoured cable 4 × 25 mm²');
  await page.getByRole('button', { name: 'Add a line in this trench' }).click();
  await lay(page, /^What goes in: Data duct 54/, 'Water pipe PE 63');
  await page.getByRole('button', { name: 'Add a line in this trench' }).click();
  await expect(page.getByRole('button', { name: 'T Line 3', exact: true })).toBeVisible();
}

test('a joint trench from three services: searched, second best taken, one dragged, tidied; a width the supports cannot take is told and mended', async ({
  page,
}) => {
  await joint(page);
  await page.getByRole('button', { name: 'Arrange with least digging' }).click();
  const second = page.getByRole('group', { name: 'Second best' });
  await expect(second.getByText(/of trench$/)).toBeVisible();
  await expect(page.getByRole('group', { name: 'Third best' })).toBeVisible();
  await page.getByRole('button', { name: 'Take: Second best' }).click();
  await expect(page.getByText('too close')).toHaveCount(0);
  await saved(page);

  const handle = page.getByRole('button', { name: 'Move Line 2' });
  const box = (await handle.boundingBox()) as { x: number; y: number; width: number; height: number };
  const other = (await page.getByRole('button', { name: 'Move Line', exact: true }).boundingBox()) as typeof box;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  // Half of the way to the other line: what is missing shows while it moves.
  await page.mouse.move((box.x + other.x) / 2 + box.width / 2, box.y + box.height / 2, { steps: 4 });
  await expect(page.getByText(/^[\d.]+ m+ too close$/).first()).toBeVisible();
  await page.mouse.up();
  await expect(page.getByText(/^STOP: .*too close$/).first()).toBeVisible();
  await page.getByRole('button', { name: 'Tidy: move them apart' }).first().click();
  await expect(page.getByText('too close')).toHaveCount(0);

  await open(page, 'Width');
  await page.getByRole('button', { name: 'Supports are coming: enter their widths' }).click();
  await page.getByRole('textbox', { name: 'Narrowest' }).fill('200 mm');
  await page.getByRole('textbox', { name: 'Widest' }).fill('300 mm');
  await page.getByRole('textbox', { name: 'Whose table says so' }).fill('hire list 7');
  // The way out is wider supports, never forgetting what they open to.
  await expect(page.getByText(/wide at least, and the supports open to 0.30 m at most/)).toBeVisible();
  await page.getByRole('textbox', { name: 'Widest' }).fill('700 mm');
  await expect(page.getByText(/the supports open to/)).toHaveCount(0);
  await saved(page);
  await page.reload();
  await open(page, 'Lines laid');
  await expect(page.getByRole('button', { name: 'W Line 2', exact: true })).toBeVisible();
  await expect(page.getByText('too close')).toHaveCount(0);
});

test('lines that do not fit, go too far or lie through each other are refused in a sentence, and nothing is lost', async ({ page }) => {
  await joint(page);
  await page.getByRole('textbox', { name: 'From', exact: true }).fill('30');
  await page.getByRole('textbox', { name: 'To', exact: true }).fill('20');
  await expect(page.getByText('It ends where it begins or before; give the greater station second.')).toBeVisible();
  await page.getByRole('textbox', { name: 'To', exact: true }).fill('400');
  await expect(page.getByText('“Line 3” at 400 m lies off the run, which goes from 0 m to 40 m.')).toBeVisible();
  await page.getByRole('textbox', { name: 'To', exact: true }).fill('38');
  await page.getByRole('textbox', { name: 'Name of the line' }).fill('Line 2');
  await expect(page.getByText('“Line 2” is there twice on this run; give it another name.')).toBeVisible();
  await page.getByRole('textbox', { name: 'Name of the line' }).fill('Data');
  await page.getByRole('textbox', { name: 'Right of the centre line' }).fill('5 parsecs');
  await expect(page.getByText(/is not a length/)).toBeVisible();
  for (let more = 0; more < 5; more++) await page.getByRole('button', { name: 'Add a line in this trench' }).click();
  await page.getByRole('button', { name: 'Add a line in this trench' }).click();
  await expect(page.getByText('At most 8 lines in one trench.')).toBeVisible();
  await saved(page);
  await page.reload();
  await open(page, 'Lines laid');
  await expect(page.getByRole('button', { name: 'T Data', exact: true })).toBeVisible();
});

test('layers: sharp stone under a cable stops, the usual layers mend it; the ladder sets a thickness; a short bed asks for bags', async ({
  page,
}) => {
  await joint(page);
  await page.getByRole('button', { name: 'Arrange with least digging' }).click();
  await page.getByRole('button', { name: 'Take: Second best' }).click();
  await open(page, 'Bed');
  await page.getByRole('button', { name: /^Material:/ }).click();
  await page.getByRole('menuitem', { name: 'Crushed stone to 14 mm' }).click();
  await expect(page.getByText('STOP: Crushed stone to 14 mm under Line')).toBeVisible();
  await page.getByRole('button', { name: 'Use the usual layers for these lines' }).click();
  await expect(page.getByText(/Crushed stone to 14 mm under/)).toHaveCount(0);
  await page.getByRole('button', { name: 'Tape over Line: Above the line' }).click();
  await page.getByRole('menuitem', { name: 'Below the surface' }).click();
  await expect(page.getByText(/of tape “Water pipe below”/)).toBeVisible();
  await page.getByRole('button', { name: /^Cover plates or tiles:/ }).click();
  await page.getByRole('menuitem', { name: 'Tile 300 mm × 150 mm' }).click();
  await page.getByRole('textbox', { name: 'Rows' }).fill('2');
  await expect(page.getByText(/^For this reach: \d+ plates/)).toBeVisible();
  await page.getByRole('button', { name: 'Add a surface layer' }).click();
  await page.getByRole('button', { name: 'Topsoil, 150 mm: set it' }).click();
  await page.getByRole('textbox', { name: 'Thickness of the layer' }).fill('200');
  await expect(page.getByRole('button', { name: 'Topsoil, 200 mm: set it' })).toBeVisible();
  await page.getByRole('button', { name: 'Measure the bed where it is laid' }).click();
  // Where one looked comes along once the hand rests.
  await expect(page).toHaveURL(/\/lay\/bed(\?|$)/);
});

test('checks: a load too great names the next size; water that floats a pipe is entered; both survive a reload', async ({ page }) => {
  await joint(page);
  await saved(page);
  await step(page, 'Checks');
  await page.getByRole('button', { name: 'Enter what it feeds' }).click();
  await page.getByRole('textbox', { name: 'Load' }).fill('lots');
  await expect(page.getByText('“lots” is not a number of A. Type it like 12.5 A.')).toBeVisible();
  await page.getByRole('textbox', { name: 'Load' }).fill('130 A');
  const rating = page.getByRole('group', { name: 'Current it carries in this ground' });
  await expect(rating.getByText('Fails')).toBeVisible();
  await expect(rating.getByText(/LV armoured cable 4 × 35 mm² carries it\./)).toBeVisible();
  await page.getByRole('textbox', { name: 'Water at station' }).fill('0');
  await page.getByRole('textbox', { name: 'Level of the water' }).fill('9.5');
  await page.getByRole('button', { name: 'Add the water level' }).click();
  await expect(page.getByText('0.0 m: level 9.500 m')).toBeVisible();
  await saved(page);
  await page.reload();
  await expect(rating.getByText('Fails')).toBeVisible();
  await expect(page.getByText('0.0 m: level 9.500 m')).toBeVisible();
});

test('a line of the job’s own, a distance changed with its reason, a bucket, and what else could share the trench', async ({ page }) => {
  await newJob(page, 'Own lines');
  await page.getByRole('button', { name: 'Lines, distances and buckets' }).click();
  await page.getByRole('button', { name: 'Change this distance' }).click();
  await page.getByRole('textbox', { name: 'Beside each other' }).fill('0.6');
  await page.getByRole('textbox', { name: 'One over the other' }).fill('0.6');
  await page.getByRole('button', { name: 'Keep this distance' }).click();
  await expect(page.getByText('Say who: a role will do.')).toBeVisible();
  await page.getByRole('textbox', { name: 'Who decided' }).fill('power owner');
  await page.getByRole('textbox', { name: 'Why' }).fill('their letter');
  await page.getByRole('button', { name: 'Keep this distance' }).click();
  await expect(page.getByText('Set for this job by power owner: their letter.')).toBeVisible();
  await page.getByRole('button', { name: 'Make a line like it' }).click();
  await page.getByRole('textbox', { name: 'Name of the line' }).fill('Yard drain 100');
  await page.getByRole('textbox', { name: 'Outside' }).fill('0');
  await expect(page.getByText('A line is at least 3 mm thick.')).toBeVisible();
  await page.getByRole('textbox', { name: 'Outside' }).fill('105 mm');
  await page.getByRole('button', { name: /^Like the school:/ }).click();
  await page.getByRole('menuitem', { name: 'Power, lean school' }).click();
  await page.getByRole('button', { name: 'Make a profile like it' }).click();
  await page.getByRole('textbox', { name: 'Name of the profile' }).fill('Quay power');
  await page.getByRole('textbox', { name: 'Owner’s cover, field' }).fill('1.9 m');
  await page.getByRole('textbox', { name: 'Width of a bucket' }).fill('150');
  await page.getByRole('button', { name: 'Add the bucket' }).click();
  await expect(page.getByText('150 mm', { exact: true })).toBeVisible();
  await saved(page);
  await page.getByRole('button', { name: 'Back', exact: true }).click();
  await newRun(page, 'Line', '20');
  await open(page, 'Lines laid');
  await lay(page, /^What goes in:/, 'Yard drain 100');
  await page.getByRole('button', { name: 'What else could share this trench?' }).click();
  await expect(page.getByRole('list', { name: 'What else could share this trench' }).getByText('Spare duct')).toBeVisible();
  await lay(page, /^What goes in:/, 'LV armoured cable 4 × 25 mm²');
  await page.getByRole('button', { name: /^Laid as its owner wants:/ }).click();
  await page.getByRole('menuitem', { name: 'Quay power' }).click();
  await expect(page.getByText(/Cover is .*; this line wants 1\.90 m/)).toBeVisible();
  await expect(page.getByText(/the owner wants to have seen: the cable before it is covered/)).toBeVisible();
  await open(page, 'Width');
  await expect(page.getByText(/^Best: /)).toBeVisible();
  await saved(page);
  await page.reload();
  await expect(number(page, 'Deepest')).toBeVisible();
});

test('a line of the job’s own that is taken out while a run lays it: the run says so, and another is chosen', async ({ page }) => {
  await newJob(page, 'Gone line');
  await page.getByRole('button', { name: 'Lines, distances and buckets' }).click();
  await page.getByRole('button', { name: 'Make a line like it' }).click();
  await expect(page.getByRole('textbox', { name: 'Name of the line' })).toBeVisible();
  await saved(page);
  await page.getByRole('button', { name: 'Back', exact: true }).click();
  await newRun(page, 'Line', '20');
  await open(page, 'Lines laid');
  await lay(page, /^What goes in:/, 'Drain pipe PVC-U 110 (own)');
  await saved(page);
  await page.goto(new URL(page.url()).pathname.replace(/runs.*$/, 'catalogue'));
  await page.getByRole('button', { name: 'Drain pipe PVC-U 110 (own)' }).click();
  await page.getByRole('button', { name: 'Take it out of the job' }).click();
  await saved(page);
  await page.getByRole('button', { name: 'Back', exact: true }).click();
  await page.getByRole('link', { name: /^Line/ }).click();
  await expect(page.getByText(/is neither in the catalogue nor among this job’s own lines/).filter({ visible: true })).toBeVisible();
  await open(page, 'Width');
  await expect(page.getByText('One of the lines is not in the catalogue any more. Choose another under Line first.')).toBeVisible();
  await open(page, 'Lines laid');
  await lay(page, /^What goes in:/, 'Drain pipe PVC-U 160');
  await expect(number(page, 'Deepest')).toBeVisible();
});
