import { expect, test, type Page } from '@playwright/test';
import { newJob, onDevice, open, saved, step, tab } from '../helpers';

const field = (page: Page, name: string) => page.getByRole('textbox', { name, exact: true });
/** From the page of a job to the questions of a beginning. */
async function begin(page: Page, what: string): Promise<void> {
  await page.getByRole('button', { name: 'New run' }).click();
  await page.getByRole('button', { name: what, exact: true }).click();
  await expect(page.getByRole('heading', { name: what, level: 2 })).toBeVisible();
}

/** What a beginning is told besides what it offers by itself. */
const STARTS: readonly { what: string; answers: Record<string, string>; choose?: string[] }[] = [
  { what: 'Water to a house', answers: { 'From the main to the house': '22', 'How deep does frost go here?': '450 mm' } },
  { what: 'Drain to a chamber', answers: { 'From its head to the chamber': '12 m', 'How deep is the pipe where it runs in?': '1.1' } },
  { what: 'Cable between poles', answers: { 'From the first pole to the last': '100', 'From pole to pole': '25' } },
  { what: 'Land drain', answers: { 'From its head to the outfall': '30' } },
  {
    what: 'Culvert under a drive',
    answers: {
      'How wide is the track at its top?': '4',
      'How high is it over the bed of the ditch?': '1.2',
      'How much water comes?': '20 l/s',
    },
  },
  { what: 'Ground loops', answers: { 'How many loops?': '8', 'How much pipe is in each?': '120' } },
  { what: 'Several services in one trench', answers: { 'From start to end': '18' }, choose: ['Data duct 54'] },
];

for (const { what, answers, choose = [] } of STARTS)
  test(`a newcomer says “${what}”, answers a few questions, and has a plan with nothing against its own defaults`, async ({ page }) => {
    await newJob(page, `First: ${what}`);
    await begin(page, what);
    for (const [question, answer] of Object.entries(answers)) {
      // Touched in the middle, where an empty field has its name.
      await field(page, question).click();
      await field(page, question).fill(answer);
    }
    for (const name of choose) await page.getByRole('checkbox', { name }).click();
    await page.getByRole('button', { name: 'Plan this run' }).click();
    await expect(page.getByRole('group', { name: `Cross-section of ${what}, to scale` })).toBeVisible();
    // All there is to say is about walls, which are for whoever goes in to decide, and about how the bed is made.
    const said = await page.getByRole('list', { name: 'Findings' }).getByRole('listitem').allTextContents();
    expect(said.filter((one) => !/stand unsupported|^STOP: Unprotected|^CAUTION: Ladder needed|^NOTE: Shape the/.test(one))).toEqual([]);
    await saved(page);
    await page.reload();
    await expect(page.getByRole('group', { name: `Cross-section of ${what}, to scale` })).toBeVisible();
  });

test('a culvert that floods its road: the next that does not is taken, the pipe is in the order, a bad slope says so; a reload keeps it', async ({
  page,
}) => {
  await newJob(page, 'Culvert');
  await begin(page, 'Culvert under a drive');
  await field(page, 'How wide is the track at its top?').fill('4');
  await field(page, 'How high is it over the bed of the ditch?').fill('wide');
  await expect(page.getByText('“wide” is not a length.')).toBeVisible();
  await field(page, 'How high is it over the bed of the ditch?').fill('1.2');
  await field(page, 'How much water comes?').fill('250');
  await page.getByRole('button', { name: /^What goes in: / }).click();
  await field(page, 'Search').fill('twin 300');
  await page.getByRole('menuitem', { name: 'Twin-wall drain 300' }).click();
  await page.getByRole('button', { name: 'Plan this run' }).click();
  await expect(page.getByText(/^STOP: Water stands .* over the inlet and runs over the road, .* too high$/)).toBeVisible();
  await page.getByRole('button', { name: /^Take Twin-wall drain \d+$/ }).click();
  await expect(page.getByText(/Water stands .* over the inlet/)).toHaveCount(0);
  await open(page, 'What it is for');
  const told = page.getByRole('list', { name: 'What the culvert comes to' });
  await expect(told).toContainText(
    /250\.0 l\/s: water stands \d\.\d+ m over the inlet by its (inlet|outlet) .* the road is clear of it by/,
  );
  await expect(told).toContainText(/Through the bank it takes 10\.\d+ m; it is 10\.\d+ m long\. 2 lengths, 1 coupler,/);
  await field(page, 'Slopes of the bank').fill('flat');
  await expect(page.getByText(/“flat” is not a/)).toBeVisible();
  await field(page, 'Slopes of the bank').fill('3:1');
  await expect(page.getByText(/^CAUTION: The pipe is .* long; through the bank it takes/)).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText(/through the bank it takes 1\d\.\d+ m$/)).toHaveCount(0);
  await saved(page);
  await page.reload();
  await open(page, 'What it is for');
  await expect(told).toContainText('2 lengths, 1 coupler');
  await step(page, 'Works');
  await tab(page, 'Order');
  await expect(page.getByText(/Twin-wall drain \d+/).first()).toBeVisible();
});

test('what is typed finds a size as people say it; one of two standards is asked about', async ({ page }) => {
  await newJob(page, 'Sizes');
  await begin(page, 'Water to a house');
  await page.getByRole('button', { name: /^What goes in: / }).click();
  const offered = page.getByRole('menu', { name: 'What goes in' }).getByRole('menuitem');
  await field(page, 'Search').fill('3x400 11 kV');
  await expect(offered).toHaveText(['MV cable 11 kV 3 × 400 mm²']);
  await field(page, 'Search').fill('12 in culvert');
  await expect(offered).toHaveText(['Corrugated drain PE 12 in', 'Corrugated steel 12 in']);
  await field(page, 'Search').fill('1 in water pe');
  await expect(page.getByText(/^1 in is made to more than one standard: measure the outside\. .*29 mm.*33 mm/)).toBeVisible();
  await field(page, 'Search').fill('unobtainium');
  await expect(page.getByText('Nothing is called so.', { exact: false })).toBeVisible();
});

test('a land drain into a soakaway: stone to the turf, solid past the roots, too small made longer, never empty said; in the order', async ({
  page,
}) => {
  await newJob(page, 'Wet corner');
  await begin(page, 'Land drain');
  await field(page, 'From its head to the outfall').fill('30');
  await page.getByRole('button', { name: 'Plan this run' }).click();
  await open(page, 'What it is for');
  await expect(page.getByRole('switch', { name: 'Stone up to under the turf' })).toBeChecked();
  await page.getByText('Soakaway', { exact: true }).click();
  await expect(page.getByText('STOP: It ends in a soakaway and none is placed')).toBeVisible();
  await page.getByRole('button', { name: 'Place the soakaway at its low end' }).click();
  await expect(page.getByText(/^CAUTION: Nobody has tested how fast the ground/)).toBeVisible();
  await field(page, 'Ground takes water at').fill('fast');
  await expect(page.getByText(/“fast” is not/)).toBeVisible();
  await field(page, 'Ground takes water at').fill('0');
  await expect(page.getByText('STOP: The soakaway never empties: the ground takes no water')).toBeVisible();
  await field(page, 'Ground takes water at').fill('1e-5');
  await page.getByRole('button', { name: 'Say what it must carry' }).click();
  await expect(page.getByText(/^STOP: The soakaway holds 0\.6 m³; of the storm it must hold/)).toBeVisible();
  await page.getByRole('button', { name: /^Make the pit .* long$/ }).click();
  await expect(page.getByText(/^STOP: The soakaway/)).toHaveCount(0);
  await page.getByRole('button', { name: /^Solid pipe from/ }).click();
  const told = page.getByRole('list', { name: 'What the land drain comes to' });
  await expect(told).toContainText('27.00 m perforated, 3.00 m solid.');
  await expect(told).toContainText(/of stone along it, of which .* can fill with water: \d+ barrows/);
  await saved(page);
  await page.reload();
  await open(page, 'What it is for');
  await expect(told).toContainText('27.00 m perforated, 3.00 m solid.');
  await step(page, 'Works');
  await tab(page, 'Order');
  for (const item of ['Land drain, perforated 100', 'Land drain, solid 100', 'Non-woven fabric, soakaway', 'Rodding point'])
    await expect(page.getByText(item, { exact: true }).first()).toBeVisible();
});

test('a service into a house: hole, sleeve, fittings in order, a stone drain crossed, what else would serve; in the order', async ({
  page,
}) => {
  await newJob(page, 'Mains');
  await begin(page, 'Water to a house');
  await field(page, 'From the main to the house').fill('22');
  await page.getByRole('button', { name: 'Plan this run' }).click();
  await open(page, 'What it is for');
  const told = page.getByRole('list', { name: 'What the service comes to' });
  await expect(told).toContainText(/23\.00 m from the valve to inside the wall: in one piece\./);
  await field(page, 'Hole in the wall, its level').fill('9.6');
  await expect(told).toContainText(/At the wall it goes up 0\.\d+ m to its hole/);
  await field(page, 'Sleeve in the wall, inside').fill('30');
  await page.getByRole('button', { name: /^Sleeve \d+ mm$/ }).click();
  await expect(page.getByText('round the pipe in its sleeve', { exact: false }).filter({ hasText: 'CAUTION' })).toHaveCount(0);
  await page.getByRole('button', { name: 'Meter earlier' }).click();
  await page.getByRole('button', { name: 'Meter earlier' }).click();
  await expect(page.getByText('NOTE: Meter stands before curb valve')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.getByRole('button', { name: /^Stone drain at/ }).click();
  await expect(told).toContainText('Sleeved under stone drains: 1.40 m.');
  await expect(page.getByRole('table', { name: 'What else would serve' }).getByRole('row')).not.toHaveCount(1);
  await saved(page);
  await page.reload();
  await open(page, 'What it is for');
  await expect(field(page, 'Hole in the wall, its level')).toHaveValue('9.600 m');
  await step(page, 'Works');
  await tab(page, 'Order');
  for (const item of ['Curb valve', 'Meter', 'Wall seal with its sleeve', 'Sleeve past stone drains'])
    await expect(page.getByText(item, { exact: true }).first()).toBeVisible();
});

test('ground loops: headers by what they lose, too many for the pump, valves by pairs; in the order', async ({ page }) => {
  await newJob(page, 'Workshop');
  await begin(page, 'Ground loops');
  await field(page, 'How many loops?').fill('many');
  await field(page, 'How much pipe is in each?').fill('120');
  await page.getByRole('button', { name: 'Plan this run' }).click();
  await expect(page.getByRole('alert')).toContainText('A field has 1 to 100 loops.');
  await field(page, 'How many loops?').fill('8');
  await page.getByRole('button', { name: 'Plan this run' }).click();
  await open(page, 'What it is for');
  const told = page.getByRole('list', { name: 'What the loops come to' });
  await expect(told).toContainText('To carry the air out: 4.0 l/s all at once');
  await expect(told).toContainText('8 bores 60 m deep on 42 m; header trench 52 m.');
  await field(page, 'Purge pump gives').fill('3 l/s');
  await expect(page.getByText(/^CAUTION: To carry the air out it takes 4\.0 l\/s; the pump gives 3\.0 l\/s/)).toBeVisible();
  await page.getByRole('button', { name: 'Valves by pairs' }).click();
  await expect(page.getByText(/^CAUTION: To carry the air out/)).toHaveCount(0);
  await saved(page);
  await page.reload();
  await open(page, 'What it is for');
  await expect(page.getByRole('table', { name: 'Headers from the pump' })).toBeVisible();
  await step(page, 'Works');
  await tab(page, 'Order');
  for (const item of ['Ground-loop pipe PE 40, loops', 'Foot that turns a loop in its bore', 'Valve of loops'])
    await expect(page.getByText(item, { exact: true }).first()).toBeVisible();
});

test('a trench of a depth the project gives: cover is what comes of it', async ({ page }) => {
  await newJob(page, 'By depth');
  await begin(page, 'Water to a house');
  await field(page, 'From the main to the house').fill('20');
  await page.getByRole('button', { name: 'Plan this run' }).click();
  await open(page, 'Depth and fall');
  await page.getByRole('form', { name: 'Depth and fall' }).getByText('Depth', { exact: true }).click();
  await field(page, 'Depth of the trench').fill('0.7');
  await expect(page.getByText(/^CAUTION: Cover is 0\.\d+ m; this line wants 0\.75 m/)).toBeVisible();
  await page.getByRole('button', { name: /^Dig 0\.\d+ m deep$/ }).click();
  await expect(page.getByText(/^CAUTION: Cover is/)).toHaveCount(0);
  await saved(page);
  await page.reload();
  await open(page, 'Depth and fall');
  await expect(field(page, 'Depth of the trench')).not.toHaveValue('0.70 m');
});

test('answers that make no run say so and stay, through a turned phone and a reload; a line is found by its name', async ({ page }) => {
  await newJob(page, 'Half typed');
  await begin(page, 'Drain to a chamber');
  await field(page, 'From its head to the chamber').fill('far');
  await expect(page.getByText('“far” is not a length.')).toBeVisible();
  await page.getByRole('button', { name: 'Plan this run' }).click();
  await expect(page.getByRole('alert')).toContainText('The length must be a metre at least.');
  await field(page, 'From its head to the chamber').fill('14.5');
  await page.getByRole('button', { name: /^What goes in: / }).click();
  await field(page, 'Search').fill('twin 225');
  await page.getByRole('menuitem', { name: 'Twin-wall drain 225' }).click();
  await page.setViewportSize({ width: 844, height: 390 });
  await expect(field(page, 'From its head to the chamber')).toHaveValue('14.5');
  await onDevice(page);
  await page.reload();
  await expect(field(page, 'From its head to the chamber')).toHaveValue('14.5');
  await expect(page.getByRole('button', { name: 'What goes in: Twin-wall drain 225' })).toBeVisible();
  await page.getByRole('button', { name: 'Plan this run' }).click();
  await expect(page.getByRole('group', { name: 'Cross-section of Drain to a chamber, to scale' })).toBeVisible();
});

test('under the rules of the US it begins in feet, with lines as they are sold there', async ({ page }) => {
  await newJob(page, 'Feet first', { rules: 'US', units: 'usual' });
  await begin(page, 'Water to a house');
  await expect(page.getByText('like 60 ft')).toBeVisible();
  await expect(page.getByRole('button', { name: 'What goes in: Water tube PE 1 in' })).toBeVisible();
  await field(page, 'From the main to the house').fill("75'");
  await field(page, 'How deep does frost go here?').fill('3\' 6"');
  await page.getByRole('button', { name: 'Plan this run' }).click();
  // 3' 6" to the frost, the tube and its bed.
  await expect(page.getByTestId('number-Depth')).toContainText('3\' 11"');
});
