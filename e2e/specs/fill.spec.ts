import { readFileSync } from 'node:fs';
import { expect, test, type Page } from '@playwright/test';
import DxfParser from 'dxf-parser';
import { XMLParser } from 'fast-xml-parser';
import Papa from 'papaparse';
import { unzipSync, strFromU8, zipSync } from 'fflate';
import { extractText, getDocumentProxy } from 'unpdf';
import type { JobFile, Run } from '../../core/src/job';
import { asLaidOf, tiePointsOf, tiesTo } from '../../core/src/record';
import { readEntry, type Kept } from '../../core/src/book';
import { resolveRules } from '../../core/src/rules';
import { formatLength } from '../../core/src/units';
import { phones, programKept } from '../device';
import { choose, chooseFile, download, field, issue, number, press, runAt, saved, stand, startRun, step, STEPS, tab } from '../helpers';
import { serious } from '../axe';
import { ownServer } from '../ownServer';
import { choosePhotos, shot } from '../photo';
import { touches } from '../touches';

test.use({ serviceWorkers: 'allow' });

const phone = phones();
const kept = (page: Page, words: string | RegExp) => expect(page.getByRole('status').filter({ hasText: words })).toBeVisible();
const lifts = (page: Page) => page.getByRole('list', { name: 'Lifts that are in' }).getByRole('listitem');

/** A drain 12 m long and 1.6 m deep between boxes, a road over it. */
const deep = (run: Run): Run => ({
  ...run,
  surface: 'road',
  reaches: run.reaches.map((reach) => ({
    ...reach,
    protection: 'shield',
    kit: 'box-light',
    bottomWidth: 0.9,
    tapes: [],
    levels: { kind: 'cover', cover: 1.2 },
    restoration: [{ material: 'asphalt', thickness: 0.1 }],
  })),
});

/** Puts in what is offered, as often as it takes to fill to something over the line. */
async function lift(page: Page): Promise<void> {
  const before = await lifts(page).count();
  await press(page, 'This lift is in');
  await expect(lifts(page)).toHaveCount(before + 1);
}

test('lift by lift, a reading too low, compacted again, boxes out, points by tapes, closed and handed over: half of it with the server gone, on a second device too', async () => {
  const server = await ownServer();
  const mine = await phone();
  const { page } = mine;
  page.setDefaultTimeout(15_000);
  await startRun(page, { job: `Filled ${Date.now()}`, run: 'Drain', length: 12, at: server.url, change: deep });
  await saved(page);
  const run = runAt(page);
  await programKept(page);
  await step(page, 'Site');
  await issue(page);
  await stand(page, 2);

  // Nothing is filled over what was not proved, unless that is said.
  await step(page, 'Fill');
  await expect(page.getByText('Not ready to cover, 0.0 m to 12.0 m')).toBeVisible();
  await press(page, 'This lift is in');
  await expect(page.getByText(/^Not ready to cover, 0\.0 m to 12\.0 m\. See what is missing/)).toBeVisible();
  await press(page, 'What is missing');
  await press(page, 'It was covered before all of it was proved');
  await field(page, 'Why it was covered').fill('the bank came in');
  await press(page, 'Enter that it was covered unseen');
  await server.kill();

  // Fine fill by hand up to its top, then the fill: what is planned is one touch.
  await step(page, 'Fill');
  await expect(number(page, 'Mark')).toBeVisible();
  await expect(page.getByText('Not ready to cover, 0.0 m to 12.0 m')).toHaveCount(0);
  while (await page.getByText(/^Fine fill: /).isVisible()) await lift(page);
  await expect(page.getByText('Fill: What was dug')).toBeVisible();
  const fine = await lifts(page).count();
  await choosePhotos(page, [await shot('Lift', { width: 1200, height: 900 })]);
  await expect(page.getByRole('img', { name: /^Photo/ }).first()).toBeVisible();
  const count = await touches(page);
  await lift(page);
  await press(page, 'Read the made-up tester');
  await press(page, 'Enter the reading');
  expect(await count()).toBeLessThanOrEqual(3);
  await kept(page, 'Kept.');
  await expect(lifts(page).first()).toContainText('reads enough');

  // One that had one pass: nothing goes on it until it was compacted again and read.
  await lift(page);
  await page.getByRole('switch', { name: 'Made up: the lift had one pass only' }).click();
  await press(page, 'Read the made-up tester');
  await press(page, 'Enter the reading');
  await kept(page, 'Kept: too low. Compact it again, or take it out.');
  await expect(page.getByText('Nothing goes on it, 0.0 m to 12.0 m')).toBeVisible();
  await press(page, 'This lift is in');
  await expect(page.getByText(/the lift below reads too low/)).toBeVisible();
  await press(page, /^Compacted again: Fill/);
  await expect(lifts(page).first()).toContainText('compacted again, to be read');
  await press(page, 'Read the made-up tester');
  await press(page, 'Enter the reading');
  await expect(lifts(page).first()).toContainText('reads enough');
  await kept(page, 'Kept.');
  await page.reload();
  await expect(lifts(page)).toHaveCount(fine + 2);

  // Boxes up and out with the fill; parts out against parts in.
  await tab(page, 'Supports');
  const out = page.getByRole('list', { name: 'Supports on their way out' }).getByRole('listitem');
  await expect(out).toHaveCount(2);
  for (const left of [1, 0]) {
    await out
      .first()
      .getByRole('button', { name: /is out$/ })
      .click();
    await expect(out).toHaveCount(left);
  }
  await press(page, '2 that are out go back to the hirer');
  await expect(page.getByText(/2 came, 2 gone back, 0 still here/)).toBeVisible();

  // Up to the surface.
  await tab(page, 'Lifts');
  while (!(await page.getByText('Filled to the ground all along').isVisible())) await lift(page);

  // Two points that stay; then a point by two tapes is two numbers and a touch.
  await step(page, 'Record');
  await tab(page, 'Ties');
  for (const [name, station, aside] of [
    ['Shed, north corner', '1', '5'],
    ['Gatepost', '9', '6'],
  ] as const) {
    await field(page, 'Point is').fill(name);
    await field(page, 'Square to station').fill(station);
    await field(page, 'So far aside').fill(aside);
    await press(page, 'Enter the point that stays');
    await kept(page, `Kept: ${name}.`);
  }
  await tab(page, 'Points');
  await page.getByRole('radio', { name: 'Where, by: Two tapes' }).click();
  // They do not meet: by how much, and nothing is lost.
  await field(page, 'From Shed, north corner').fill('2');
  await field(page, 'From Gatepost').fill('3');
  await press(page, 'Enter the point');
  await expect(page.getByText(/^The tapes do not meet: short by 3\.06 m\./).first()).toBeVisible();
  await expect(field(page, 'From Gatepost')).toHaveValue('3');
  // The end at 0 m: 5.10 m from the one, 10.82 m from the other.
  await page.getByRole('radio', { name: 'How high, its top: Cover' }).click();
  const taped = await touches(page);
  await field(page, 'From Shed, north corner').fill('5.1');
  await field(page, 'From Gatepost').fill('10.82');
  await field(page, 'Cover over it').fill('1.2');
  await press(page, 'Enter the point');
  expect(await taped()).toBeLessThanOrEqual(2);
  await kept(page, 'Kept: end at 0.0 m.');
  await page.getByRole('radio', { name: 'Where, by: Its station' }).click();
  for (const station of ['6.0 m', '12.0 m']) {
    await field(page, 'Cover over it').fill('1.2');
    await press(page, 'Enter the point');
    await kept(page, new RegExp(`^Kept: .* at ${station}\\.$`));
  }
  await expect(page.getByText('3 of 3 points measured')).toBeVisible();

  // The server is back: all of it is there on a second device.
  await server.start();
  await saved(page);
  const other = await phone();
  other.page.setDefaultTimeout(20_000);
  await other.page.goto(`${server.url}${run}/record/points`);
  await expect(other.page.getByText('3 of 3 points measured')).toBeVisible();
  await other.page.goto(`${server.url}${run}/fill/lifts`);
  await expect(other.page.getByText('Filled to the ground all along')).toBeVisible();

  // Closed with what is open, taken over on the other device; then it is only read.
  await tab(page, 'Close');
  await field(page, 'Signed by').fill('competent person');
  await press(page, 'Close the run');
  await expect(page.getByText('Say why it is signed while something is open: it stays in the record.')).toBeVisible();
  await field(page, 'Signed all the same, because').fill('laid before this record was begun');
  await press(page, 'Close the run');
  await expect(page.getByText('Closed, not taken over yet')).toBeVisible();
  await saved(page);
  await other.page.goto(`${server.url}${run}/record/close`);
  await field(other.page, 'Who writes it: your role or name').fill('engineer');
  await field(other.page, 'Signed by').fill('owner’s engineer');
  await field(other.page, 'Signed all the same, because').fill('known');
  await press(other.page, 'Take it over');
  await expect(other.page.getByText(/^Taken over: its record is only read/)).toBeVisible();
  await saved(other.page);
  await tab(page, 'Points');
  await expect(page.getByText('3 of 3 points measured')).toBeVisible();
  await tab(page, 'Close');
  await expect(page.getByText(/^Taken over: its record is only read/)).toBeVisible();
  await tab(page, 'Points');
  await press(page, 'Enter the point');
  await expect(page.getByText(/^The run was taken over: its record is closed\./)).toBeVisible();

  // What lies here, and the files, read by readers that are not ours.
  await tab(page, 'Find');
  await field(page, 'Near station').fill('6');
  await expect(page.getByText(/Its top was measured at/)).toBeVisible();
  await tab(page, 'Files');
  const csv = Papa.parse<Record<string, string>>(await download(page, () => press(page, 'Points as CSV')), {
    header: true,
    skipEmptyLines: true,
  }).data;
  expect(csv).toHaveLength(3);
  const geo = JSON.parse(await download(page, () => press(page, 'Points as GeoJSON'))) as {
    features: { geometry: { coordinates: number[] }; properties: Record<string, unknown> }[];
  };
  const shown = geo.features.filter(({ properties }) => properties.feature === 'asLaid');
  for (const [i, { geometry }] of shown.entries()) expect(geometry.coordinates[0]).toBeCloseTo(Number(csv[i]?.x), 3);
  expect(shown).toHaveLength(3);
  const dxf = new DxfParser().parseSync(await download(page, () => press(page, 'Points as DXF')));
  expect(dxf?.entities.filter(({ type }) => type === 'CIRCLE')).toHaveLength(3);
  const xml = new XMLParser({ ignoreAttributes: false }).parse(await download(page, () => press(page, 'Points as LandXML'))) as {
    LandXML: { CgPoints: { CgPoint: { '#text': string }[] } };
  };
  expect(Number(xml.LandXML.CgPoints.CgPoint[0]?.['#text'].split(' ')[1])).toBeCloseTo(Number(csv[0]?.x), 3);

  // The pack’s numbers are the core’s, by another reader of PDF and in the folder.
  const { job, doc, book } = await fromServer(server.url, run);
  const { points } = asLaidOf({ job, run: doc, places: [], rules: resolveRules(job.ruleSet, job.overrides), book, now: Date.now() });
  const tie = tiesTo(points[0]!.at, tiePointsOf(book))[0]!;
  const numbers = [
    `${formatLength(tie.length, job.units)} from ${tie.point.name}`,
    'covered unseen',
    'competent person',
    'Taken over by owner’s engineer',
  ];
  const [pdf] = await Promise.all([page.waitForEvent('download'), press(page, 'Pack as PDF')]);
  const { text, totalPages } = await extractText(await getDocumentProxy(new Uint8Array(readFileSync(await pdf.path()))), {
    mergePages: true,
  });
  for (const words of numbers) expect(text.replace(/\s+/g, ' ').toLowerCase()).toContain(words.toLowerCase());
  expect(totalPages).toBeGreaterThan(2);
  const [zip] = await Promise.all([page.waitForEvent('download'), press(page, 'Folder for any browser')]);
  const folder = unzipSync(new Uint8Array(readFileSync(await zip.path())));
  expect(Object.keys(folder)).toEqual(expect.arrayContaining(['index.html', 'as-laid.csv', 'book.json', 'book/filled.csv']));
  expect(Object.keys(folder).filter((name) => name.startsWith('photos/'))).toHaveLength(1);
  const alone = await page.context().newPage();
  await alone.setContent(strFromU8(folder['index.html'] as Uint8Array));
  for (const words of numbers) await expect(alone.locator('body')).toContainText(words, { ignoreCase: true });
  await alone.close();

  // Put away: out of the list, and there when asked for.
  await tab(page, 'Close');
  await press(page, 'Put the run away');
  await expect(page.getByRole('button', { name: 'Take the run out again' })).toBeVisible();
  await saved(page);
  await page.goto(`${server.url}${run.replace(/\/runs\/.*/, '')}`);
  await expect(page.getByRole('link', { name: /^Drain/ })).toHaveCount(0);
  await press(page, 'Put away: 1');
  await expect(page.getByRole('link', { name: /^Drain \(put away\)/ })).toBeVisible();

  // The file and its photos on a server that has none of it: book, issued plan and photo under their own names.
  const file = await download(page, () => press(page, 'Export the job file'));
  const [photos] = await Promise.all([page.waitForEvent('download'), press(page, 'Job and photos as a zip')]);
  const packed = readFileSync(await photos.path());
  const inside = unzipSync(new Uint8Array(packed));
  expect(Object.keys(inside).sort()).toEqual(['job.tamper.json', expect.stringMatching(/^photos\//) as unknown, 'proof.json']);
  expect(strFromU8(inside['job.tamper.json'] as Uint8Array)).toBe(file);
  const elsewhere = await ownServer({ fresh: true });
  await page.goto(elsewhere.url);
  await choose(page, () => press(page, 'Import a job file'), 'job.tamper.json', file);
  await expect(page.getByRole('button', { name: 'Put away: 1' })).toBeVisible();
  const made = /\/jobs\/([^/]+)/.exec(page.url())?.[1] ?? '';
  const there = (await (await fetch(`${elsewhere.url}/api/jobs/${made}/file`)).json()) as JobFile;
  expect(there).toEqual(JSON.parse(file));
  expect(there.revisions).toHaveLength(1);
  const hash = photosIn(there)[0] as string;
  expect((await fetch(`${elsewhere.url}/api/photos/${hash}`)).status).toBe(404);
  await chooseFile(page, () => press(page, 'Bring photos in'), 'not-a.zip', Buffer.from('no'));
  await expect(page.getByText('This is not a zip file. Nothing was read.')).toBeVisible();
  await chooseFile(page, () => press(page, 'Bring photos in'), 'photos.zip', packed);
  await expect(page.getByText('1 photo of this job came.')).toBeVisible();
  expect((await fetch(`${elsewhere.url}/api/photos/${hash}`)).status).toBe(200);

  // All of it at once, on another that has none of it; a zip with no job is refused.
  const third = await ownServer({ fresh: true });
  await page.goto(third.url);
  await chooseFile(page, () => press(page, 'Import a job file'), 'no-job.zip', Buffer.from(zipSync({ 'a.txt': new Uint8Array(3) })));
  await expect(page.getByText('There is no job file in this zip. Nothing was read.')).toBeVisible();
  await chooseFile(page, () => press(page, 'Import a job file'), 'job.zip', packed);
  await expect(page.getByRole('button', { name: 'Put away: 1' })).toBeVisible();
  const whole = /\/jobs\/([^/]+)/.exec(page.url())?.[1] ?? '';
  expect(await (await fetch(`${third.url}/api/jobs/${whole}/file`)).json()).toEqual(JSON.parse(file));
  expect((await fetch(`${third.url}/api/photos/${hash}`)).status).toBe(200);
  await third.stop();

  // A job is put away as its runs are.
  await page.goto(`${elsewhere.url}/jobs/${made}`);
  await press(page, 'Put the job away');
  await expect(page.getByText(/^This job is put away/)).toBeVisible();
  await saved(page);
  await page.goto(elsewhere.url);
  await expect(page.getByRole('link', { name: /^Filled/ })).toHaveCount(0);
  await press(page, 'Put away: 1');
  await page.getByRole('link', { name: /^Filled/ }).click();
  await press(page, 'Take the job out again');
  await expect(page.getByText(/^This job is put away/)).toHaveCount(0);
  await elsewhere.stop();
  await server.stop();
});

/** Photos the book of a file refers to. */
const photosIn = ({ book }: JobFile): string[] =>
  book.flatMap(({ entry }) => ((entry.photos ?? []) as { hash: string }[]).map(({ hash }) => hash));

/** Job, run and book as the server has them. */
async function fromServer(url: string, run: string) {
  const [, jobId, runId] = /jobs\/([^/]+)\/runs\/([^/]+)/.exec(run) ?? [];
  const get = async <T>(path: string) => (await (await fetch(`${url}/api${path}`)).json()) as T;
  const job = (
    await get<{ doc: Parameters<typeof asLaidOf>[0]['job'] & { ruleSet: 'UK'; units: 'metric'; overrides: [] } }>(`/jobs/${jobId}`)
  ).doc;
  const { doc } = await get<{ doc: Run }>(`/runs/${runId}`);
  const { items } = await get<{ items: { seq: number; receivedAt: string; off: number; entry: unknown; about: string }[] }>(
    `/jobs/${jobId}/book?limit=500`,
  );
  const book = items.filter(({ about }) => about === runId).map(({ entry, ...row }): Kept => ({ ...row, entry: readEntry(entry) }));
  return { job, doc, book };
}

test('a ladder that does not work says so and offers what does; too thick, one side only and the wrong order are refused with the reason', async ({
  page,
}) => {
  await startRun(page, {
    job: `Ladder ${Date.now()}`,
    run: 'Water',
    length: 20,
    change: (run) => ({
      ...run,
      reaches: run.reaches.map((reach) => ({
        ...reach,
        surround: 0.15,
        tapes: [],
        levels: { kind: 'cover', cover: 0.75 },
        restoration: [{ material: 'asphalt', thickness: 0.16 }],
      })),
    }),
  });
  await saved(page);
  await step(page, 'Site');
  await issue(page);
  await tab(page, 'Cover');
  await press(page, 'It was covered before all of it was proved');
  await field(page, 'Why it was covered').fill('trial');
  await press(page, 'Enter that it was covered unseen');
  await step(page, 'Fill');
  await tab(page, 'Ladder');
  // A choice anew: the rammer may not stand on the first lift.
  await page.getByRole('radio', { name: 'Compactor: Plate' }).click();
  await page.getByRole('radio', { name: 'Compactor: Rammer' }).click();
  await expect(page.getByText(/^A rammer may not stand on lift \d+ of \d+: 297 mm over the line, it needs 300 mm$/)).toBeVisible();
  await press(page, 'Fine fill to 153 mm first');
  await expect(page.getByText(/^A rammer may not stand/)).toHaveCount(0);
  await press(page, 'Fill it this way');
  await expect(page.getByText('Decided by foreman.')).toBeVisible();
  await tab(page, 'Lifts');
  await press(page, 'Other than planned');
  await field(page, 'Thick, compacted').fill('300');
  await press(page, 'This lift is in');
  await expect(
    page.getByText(/^300 mm is more than a hand tamper gets through \(100 mm\): put it in as 3 lifts of 100 mm\.$/),
  ).toBeVisible();
  await field(page, 'Thick, compacted').fill('');
  await page.getByRole('radio', { name: 'Side: Left' }).click();
  await lift(page);
  // The other side first: the same side again is not news, and the next lift does not offer itself.
  await page.getByRole('radio', { name: 'Side: Left' }).click();
  await press(page, 'This lift is in');
  await expect(page.getByText('That is filled already: choose the stretch where the next lift goes.')).toBeVisible();
  await page.getByRole('radio', { name: 'Side: Right' }).click();
  await lift(page);
  // What was dug, looked at: too wet to go back.
  await tab(page, 'Soil');
  await field(page, 'Largest stone').fill('120');
  await page.getByRole('radio', { name: 'Squeezed: Wets the hand' }).click();
  await press(page, 'Enter what it is');
  await kept(page, 'Kept: it does not go back as it is.');
  await press(page, 'Water comes');
  await kept(page, 'Kept: water comes. Nothing goes on it there.');
  await tab(page, 'Lifts');
  await press(page, 'This lift is in');
  await expect(page.getByText(/something found is not settled: say first what was done about it/)).toBeVisible();
  await tab(page, 'Soil');
  await field(page, 'What was done about it').fill('pumped dry, wet soil taken out');
  await press(page, /^Settled: Water comes/);
  await kept(page, 'Kept: settled.');
  // A reading without a lift cannot be made: there is none to choose; a return visit can.
  await tab(page, 'Settle');
  await field(page, 'Sunk at station').fill('10');
  await field(page, 'It sank by').fill('40');
  await press(page, 'Enter the visit');
  await kept(page, 'Kept.');
  // A point, and one that stays: every screen of both steps is sound for whoever cannot see it.
  await step(page, 'Record');
  await press(page, 'Enter the point');
  await kept(page, /^Kept: /);
  for (const { name, tabs } of STEPS.filter((one) => one.name === 'Fill' || one.name === 'Record')) {
    await step(page, name);
    for (const at of tabs) {
      await tab(page, at);
      await expect(page.getByRole('tab', { name: at, exact: true })).toHaveAttribute('aria-selected', 'true');
      await page.waitForTimeout(300);
      expect(await serious(page), `${name}, ${at}`).toEqual([]);
    }
  }
});
