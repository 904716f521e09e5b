import { expect, test, type Page } from '@playwright/test';
import DxfParser from 'dxf-parser';
import { choose, download, newRun, number, open, saved, startRun, step } from '../helpers';

const look = (page: Page, at: 'Section' | 'Long' | 'Plan' | 'Compare' | 'Strike risk') => page.getByRole('tab', { name: at }).click();
const plan = (page: Page, name: string) => page.getByRole('group', { name: `Plan of ${name}, to scale` });
const menu = async (page: Page, item: string) => {
  await page.getByRole('button', { name: 'Units, rules and more' }).click();
  await page.getByRole('menuitem', { name: item }).click();
};
/** Puts the whole run on inverts, typed at both ends. */
async function falling(page: Page, start: string, end: string): Promise<void> {
  await open(page, 'Depth and fall');
  await page.getByText('Inverts', { exact: true }).click();
  await page.getByRole('textbox', { name: 'Invert at the start' }).fill(start);
  await page.getByRole('textbox', { name: 'Invert at the end' }).fill(end);
}

test('on the plan a bend is touched in, dragged and typed; the rigid pipe asks for a chamber there; a branch joins it', async ({
  page,
}) => {
  await startRun(page, { job: 'Corner', run: 'Yard drain', length: 40 });
  await falling(page, '9.1', '8.4');
  await look(page, 'Plan');
  await page.getByText('Bend', { exact: true }).click();
  const box = await plan(page, 'Yard drain').boundingBox();
  if (!box) throw new Error('no plan');
  await page.mouse.click(box.x + box.width / 2, box.y + box.height / 2);
  const bend = page.getByRole('button', { name: 'Point 2 of the line' });
  // Its fields open below and the drawing makes room: it is taken hold of where it has come to rest.
  await expect(page.getByRole('textbox', { name: 'East' })).toBeVisible();
  await bend.hover();
  const at = await bend.boundingBox();
  if (!at) throw new Error('no point');
  await page.mouse.down();
  await page.mouse.move(at.x + at.width / 2, at.y + at.height / 2 - 60, { steps: 4 });
  await page.mouse.up();
  await expect(page.getByText(/ long, drawn\./)).not.toContainText('40 m long');
  await page.getByRole('textbox', { name: 'East' }).fill('20');
  await page.getByRole('textbox', { name: 'North' }).fill('15');
  // 20 east and 15 north each way: legs of 25 m.
  await expect(page.getByText('50 m long, drawn.')).toBeVisible();
  await page.getByRole('textbox', { name: 'North' }).fill('99999999');
  await expect(page.getByText('Coordinates go to ±10,000 km from the origin.')).toBeVisible();
  await page.getByRole('textbox', { name: 'North' }).fill('15');
  await page.keyboard.press('Tab');
  await bend.press('ArrowUp');
  await expect(page.getByRole('textbox', { name: 'North' })).toHaveValue('16.000 m');
  await bend.press('ArrowDown');
  await page.getByRole('button', { name: 'Put a chamber there' }).click();
  await expect(page.getByText('with nothing there to turn in')).toHaveCount(0);

  await page.getByRole('slider').press('Shift+ArrowRight');
  await page.getByRole('button', { name: 'Branch from the cursor' }).click();
  await expect(page.getByRole('heading', { name: 'Yard drain branch' })).toBeVisible();
  await look(page, 'Plan');
  await expect(page.getByText(/Joined at .* with Yard drain/)).toBeVisible();
  await open(page, 'Depth and fall');
  await page.getByRole('textbox', { name: 'Invert at the end' }).fill('7.5');
  await expect(page.getByText(/comes in at 7\.500 m, .* below “Yard drain”/)).toBeVisible();
  await saved(page);
  await page.reload();
  await look(page, 'Plan');
  await expect(page.getByText(/comes in at 7\.500 m/)).toBeVisible();
});

test('the grade finder: blocked says what would do, a relaxation does, the line found is taken; a duct in the way is passed', async ({
  page,
}) => {
  await startRun(page, { job: 'Level ground', run: 'Sixty', length: 60 });
  await look(page, 'Long');
  await page.getByRole('textbox', { name: 'Least fall' }).fill('1:80');
  await page.getByRole('textbox', { name: 'Least cover' }).fill('0.6');
  await page.getByRole('textbox', { name: 'Receiving at' }).fill('8.9');
  await page.getByRole('button', { name: 'Find the grade' }).click();
  // New runs hold an OD 110 drain with a 3.2 mm wall under ground at 10.000.
  await expect(page.getByText('Short of fall by 0.357 m.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Accept a fall of 1:153 (0.66 %)' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Accept a cover of 0.243 m' })).toBeVisible();
  await page.getByRole('button', { name: 'Lower the receiving level to 8.543 m' }).click();
  await expect(page.getByRole('textbox', { name: 'Receiving at' })).toHaveValue('8.543 m');
  await page.getByRole('button', { name: 'Find the grade' }).click();
  await expect(page.getByText('Inverts 9.293 m → 8.543 m.')).toBeVisible();
  await expect(page.getByRole('table', { name: 'Present line and the one found' })).toContainText('Deepest');
  await page.getByRole('button', { name: 'Take this line' }).click();
  await expect(page.getByRole('table', { name: 'Chainage table' })).toContainText('8.543');
  await open(page, 'Depth and fall');
  await expect(page.getByRole('textbox', { name: 'Fall, the start to the end' })).toHaveValue(/^1:80 /);
  await page.getByRole('textbox', { name: 'Fall, the start to the end' }).fill('20 mm/m');
  await expect(page.getByRole('textbox', { name: 'Invert at the end' })).toHaveValue('8.093 m');
  await page.getByRole('button', { name: 'Undo' }).click();

  await page.getByRole('textbox', { name: 'Receiving at' }).fill('7');
  for (let i = 0; i < 50; i++) await page.getByRole('slider').press('ArrowRight');
  await open(page, 'Existing lines');
  await page.getByRole('button', { name: 'Add a line at 30.0 m' }).click();
  await page.getByRole('textbox', { name: 'Greatest cover' }).fill('1.0');
  await page.getByRole('textbox', { name: 'Least cover' }).last().fill('0.95');
  await page.getByRole('button', { name: 'Close the inputs' }).click();
  await page.getByRole('button', { name: 'Find the grade' }).click();
  await expect(page.getByText('Under Line 1. Over it is ruled out by cover.')).toBeVisible();
  await page.getByRole('button', { name: 'Keep the present one' }).click();
  await saved(page);
});

test('ground from a level book, points and finished levels; what does not close or fit says so', async ({ page }) => {
  await startRun(page, { job: 'Levelling', run: 'Booked', length: 40 });
  await open(page, 'Ground levels');
  await page.getByRole('button', { name: 'Level book' }).click();
  await page.getByRole('button', { name: 'Begin a level book' }).click();
  await page.getByRole('textbox', { name: 'BS, line 1' }).fill('1.25');
  await expect(page.getByText('Line 2: no reading')).toBeVisible();
  await page.getByRole('textbox', { name: 'FS, line 2' }).fill('2.105');
  await expect(page.getByText('Level 9.145 m')).toBeVisible();
  const book = 'point,station,BS,IS,FS,known,distance\nBM,,1.5,,,,0\nA,0,,1.2,,,50\nTP,40,1.6,,1.4,,100\nBM,,,,1.694,10,250\n';
  await choose(page, () => page.getByRole('button', { name: 'Import a level book (CSV)' }).click(), 'book.csv', book);
  await expect(page.getByText('Closes: 0.006 m high, 0.006 m allowed. Shared out over the lines.')).toBeVisible();
  await page.getByRole('textbox', { name: 'FS, line 4' }).fill('1.744');
  await expect(page.getByText('Does not close: 0.044 m low')).toBeVisible();
  await page.getByRole('textbox', { name: 'FS, line 4' }).fill('1.694');
  await page.getByRole('button', { name: 'Take these as ground levels' }).click();
  await page.getByRole('button', { name: 'Close the level book' }).click();
  await expect(page.getByRole('textbox', { name: 'Ground at 0.0 m' })).toHaveValue('10.299 m');
  await page.getByRole('button', { name: 'The ground will be raised or cut' }).click();
  await page.getByRole('textbox', { name: 'Finished at 40.0 m' }).fill('9.8');
  await expect(page.getByRole('textbox', { name: 'Finished at 40.0 m' })).toHaveValue('9.8');
  const points = 'E,N,Z\n0.1,0.4,10\n20,-0.6,10.5\n40,1,10.2\n20,90,7';
  await choose(page, () => page.getByRole('button', { name: 'Import CSV' }).click(), 'points.csv', points);
  await expect(page.getByText('3 points put on the line, 1 left out')).toBeVisible();
  await expect(page.getByText(/furthest 1\.00 m to the left at 40\.0 m/)).toBeVisible();
  await choose(page, () => page.getByRole('button', { name: 'Import CSV' }).click(), 'far.csv', 'E,N,Z\n0,500,1\n9,500,2');
  await expect(page.getByText('the nearest is 500.0 m off')).toBeVisible();
  await saved(page);
});

test('files go out and come back the same; bad ones are refused in a sentence and change nothing', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('link', { name: /Saltmarsh boatyard/ }).click();
  await page.getByRole('link', { name: /Pontoon supply/ }).click();
  await look(page, 'Plan');
  const out = (name: string) => download(page, () => page.getByRole('button', { name, exact: true }).click());
  const [geojson, landxml, dxf, section] = [
    await out('GeoJSON'),
    await out('LandXML'),
    await out('DXF plan'),
    await out('DXF long section'),
  ];
  for (const text of [dxf, section]) expect((new DxfParser().parseSync(text)?.entities ?? []).length).toBeGreaterThan(5);

  await startRun(page, { job: 'Brought in', run: 'Supply', length: 30 });
  await look(page, 'Plan');
  const bring = (name: string, text: string) =>
    choose(page, () => page.getByRole('button', { name: 'Import GeoJSON or LandXML' }).click(), name, text);
  await bring('bomb.xml', '<?xml version="1.0"?><!DOCTYPE a [<!ENTITY b "bb">]><LandXML>&b;</LandXML>');
  await expect(page.getByText('declares XML entities')).toBeVisible();
  await bring(
    'far.geojson',
    JSON.stringify({
      type: 'LineString',
      coordinates: [
        [0, 1e9],
        [5, 1e9],
      ],
    }),
  );
  await expect(page.getByText('more than 10,000 km')).toBeVisible();
  await expect(page.getByRole('slider')).toHaveAttribute('aria-valuemax', '30');

  await bring('supply.geojson', geojson);
  await page.getByRole('button', { name: 'Lay the run along Pontoon supply, with its levels' }).click();
  await expect(page.getByRole('slider')).toHaveAttribute('aria-valuemax', /^8(5|4\.99)/);
  await bring('supply.geojson', geojson);
  await page.getByRole('button', { name: 'Enter 2 existing lines that cross or run beside' }).click();
  await expect(page.getByText('2 existing lines entered.')).toBeVisible();
  await expect(page.getByText(/By hand or vacuum only for .*: Old fuel line/)).toBeVisible();
  await expect(page.getByRole('textbox', { name: 'Origin, latitude' })).not.toHaveValue('');
  await saved(page);
  await page.reload();
  await expect(page.getByText(/By hand or vacuum only for .*: Water main/)).toBeVisible();

  await page.getByRole('button', { name: 'Back', exact: true }).click();
  await newRun(page, 'Once more', '30');
  await look(page, 'Plan');
  await bring('supply.xml', landxml);
  await page.getByRole('button', { name: /^Take Pontoon supply, ground, design as inverts/ }).click();
  await expect(page.getByText('Laid along Pontoon supply.')).toBeVisible();
  await expect(page.getByRole('slider')).toHaveAttribute('aria-valuemax', /^8(5|4\.99)/);
  await saved(page);
});

test('a stretch is bored, a line it passes wants a trial pit; a variant is compared; the risk is weighed', async ({ page }) => {
  await startRun(page, { job: 'Under the road', run: 'Feeder', length: 60 });
  await open(page, 'Lines laid');
  await page.getByRole('button', { name: /^What goes in/ }).click();
  await page.getByRole('menuitem', { name: 'MV cable 3 × 95 mm²' }).click();
  const before = await number(page, 'Dig (bank)').innerText();
  for (let i = 0; i < 25; i++) await page.getByRole('slider').press('ArrowRight');
  await open(page, 'Existing lines');
  await page.getByRole('button', { name: 'Add a line at 15.0 m' }).click();
  await menu(page, 'Duplicate as a variant');
  await expect(page.getByRole('heading', { name: 'Feeder (variant)' })).toBeVisible();
  await open(page, 'Reach');
  await page.getByText('No-dig: bored', { exact: true }).click();
  await expect(page.getByText(/^56 m along the hole between the pits: 38 rods,/)).toBeVisible();
  await expect(page.getByText('STOP: The bore passes Line 1 at 15.0 m with nobody to see it')).toBeVisible();
  await page.getByRole('button', { name: 'Trial pit there' }).click();
  await expect(page.getByText('CAUTION: The bore passes Line 1: expose it in its trial pit')).toBeVisible();
  await page.getByText('In a dip', { exact: true }).click();
  await page.getByRole('textbox', { name: 'Dips by' }).fill('9');
  await expect(page.getByText(/^STOP: The bore is 56\.00 m long; to dip by 9\.00 m and come up again takes/)).toBeVisible();
  await page.getByRole('textbox', { name: 'Dips by' }).fill('1.5');
  await page.getByRole('textbox', { name: 'Goes in at' }).fill('steeply');
  await expect(page.getByText('“steeply” is not an angle. Type degrees, like 60°.')).toBeVisible();
  await page.getByRole('textbox', { name: 'Goes in at' }).fill('15');
  await expect(page.getByText(/STOP: The bore is/)).toHaveCount(0);
  await page.getByRole('button', { name: /^Drawn into the hole:/ }).click();
  await page.getByRole('menuitem', { name: 'Water pipe PE 110' }).click();
  await expect(page.getByRole('group', { name: 'What the bore takes' }).getByText(/^Drawn back with .* of /)).toBeVisible();
  await saved(page);
  await page.reload();
  await open(page, 'Reach');
  await expect(page.getByRole('textbox', { name: 'Dips by' })).toHaveValue('1.50 m');
  await page.getByRole('textbox', { name: 'Pit along the run' }).first().fill('59');
  await expect(page.getByText('A pit is at most 30 m long and wide.')).toBeVisible();
  await page.getByRole('textbox', { name: 'Pit along the run' }).first().fill('30');
  await page.getByRole('textbox', { name: 'Pit along the run' }).last().fill('30');
  await expect(page.getByText('STOP: The launch and receiving pits meet')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(number(page, 'Dig (bank)')).not.toHaveText(before);
  await saved(page);

  await step(page, 'Checks');
  await look(page, 'Compare');
  const table = page.getByRole('table', { name: 'The two runs in numbers' });
  await expect(table.getByRole('row', { name: /^Bored/ })).toContainText('56 m');
  await expect(table.getByRole('row', { name: /^Dig \(bank\)/ })).toContainText('✓');
  await page.getByRole('button', { name: 'Open Feeder', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Feeder', exact: true })).toBeVisible();

  await step(page, 'Checks');
  await look(page, 'Strike risk');
  await page.getByRole('textbox', { name: 'Trials' }).fill('5');
  await expect(page.getByText('Give 100 to 200,000 trials.')).toBeVisible();
  await page.getByRole('textbox', { name: 'Trials' }).fill('200000');
  await page.getByRole('button', { name: 'Weigh the risk' }).click();
  await expect(page.getByText('Chance of at least one strike')).toBeVisible();
  await expect(page.getByText('Expose Line 1 first')).toBeVisible();
  await expect(page.getByText('200,000 trials.')).toBeVisible();
});

test('long work can be cancelled and begun again', async ({ page }) => {
  await startRun(page, { job: 'Cancelled', run: 'Long', length: 400 });
  await look(page, 'Long');
  // The solver does not arrive: the work hangs at its first step.
  await page.route('**/highs.wasm', () => undefined);
  await page.getByRole('button', { name: 'Find the grade' }).click();
  await expect(page.getByText('Fetching the solver…')).toBeVisible();
  await page.getByRole('button', { name: 'Cancel' }).click();
  await page.unroute('**/highs.wasm');
  await page.getByRole('button', { name: 'Find the grade' }).click();
  await expect(page.getByText('Found a line that holds them all')).toBeVisible();
});

test('a joined line with a range of depths lists the decisions it flips; the way out is checked', async ({ page }) => {
  await startRun(page, { job: 'Join', run: 'To the sewer', length: 30 });
  await falling(page, '9.2', '8.6');
  await page.getByRole('slider').press('Shift+ArrowRight');
  for (let i = 0; i < 100; i++) await page.getByRole('slider').press('ArrowRight');
  await open(page, 'Existing lines');
  await page.getByRole('button', { name: 'Add a line at 30.0 m' }).click();
  await page.getByRole('textbox', { name: 'Greatest cover' }).fill('1.9');
  await page.getByRole('switch', { name: 'The run is joined to this line' }).click();
  await expect(page.getByText('Between its least and greatest cover these decisions change')).toBeVisible();
  await expect(page.getByText(/^At its deepest: Unprotected at/)).toBeVisible();
  await open(page, 'Access');
  await page.getByLabel('The machine can leave at: Start').click();
  await expect(page.getByText('Dug from the start, the machine ends up where it cannot leave')).toBeVisible();
  await page.getByRole('button', { name: 'Dig from the end' }).click();
  await expect(page.getByText('the machine ends up where it cannot leave')).toHaveCount(0);
  await saved(page);
});

test('in feet and inches: a grade is found, taken, its levels hold through a reload, and leave as LandXML in feet', async ({ page }) => {
  await startRun(page, { job: 'Yard in feet', run: 'Yard drain', length: 60.96, units: 'us' });
  await look(page, 'Long');
  await page.getByRole('textbox', { name: 'Least fall' }).fill('1/4"/ft');
  await page.getByRole('textbox', { name: 'Least cover' }).fill("2'");
  await page.getByRole('textbox', { name: 'Greatest depth' }).fill('deep');
  await expect(page.getByText(/“deep” is not a length/)).toBeVisible();
  await page.getByRole('textbox', { name: 'Greatest depth' }).fill('');
  await page.getByRole('button', { name: 'Find the grade' }).click();
  await page.getByRole('button', { name: 'Take this line' }).click();
  const table = page.getByRole('table', { name: 'Chainage table' });
  await expect(table.getByRole('row').last()).toContainText('2+00');
  await open(page, 'Depth and fall');
  await expect(page.getByRole('textbox', { name: 'Fall, the start to the end' })).toHaveValue(/^0\.25 in\/ft/);
  await page.getByRole('textbox', { name: 'Frost depth' }).fill('42"');
  await expect(page.getByText(`CAUTION: Cover is 2'; this line wants 3' 6"`)).toBeVisible();
  await saved(page);
  await page.reload();
  await look(page, 'Long');
  await expect(table.getByRole('row').last()).toContainText('2+00');
  await look(page, 'Plan');
  const xml = await download(page, () => page.getByRole('button', { name: 'LandXML', exact: true }).click());
  expect(xml).toContain('linearUnit="foot"');
  // A quarter inch a foot is 1:48.
  const levels = [...xml.matchAll(/<PVI>([\d.]+) ([\d.]+)<\/PVI>/g)].map((match) => match.slice(1).map(Number) as [number, number]);
  const [first, last] = [levels.at(-2), levels.at(-1)];
  expect(last?.[0]).toBeCloseTo(200, 3);
  expect((first?.[1] ?? 0) - (last?.[1] ?? 0)).toBeCloseTo(200 / 48, 3);
});
