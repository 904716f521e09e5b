import { readFileSync } from 'node:fs';
import { expect, type Page } from '@playwright/test';
import { products, type Product } from '../core/src/catalogue';
import { blankJob, blankRun, type Run } from '../core/src/job';
import type { RuleSetId } from '../core/src/rules';
import type { UnitSystem } from '../core/src/units';

/** Starts a job through the interface and stays on its page. @param choose units: metric unless said; `usual` leaves those of the rule set. */
export async function newJob(page: Page, name: string, choose: { rules?: string; units?: string } = {}, at = ''): Promise<void> {
  await page.goto(`${at}/`);
  await page.getByRole('button', { name: 'New job' }).click();
  await page.getByRole('textbox', { name: 'Name of the job' }).fill(name);
  if (choose.rules) await page.getByLabel(`Rule set: ${choose.rules}`).click();
  if (choose.units !== 'usual') await page.getByLabel(`Units: ${choose.units ?? 'Metric'}`).click();
  await page.getByRole('button', { name: 'Start the job' }).click();
  await expect(page.getByRole('heading', { name, level: 1 })).toBeVisible();
}

/** Starts a run through the interface and waits for its first drawing. @param product by its name: else what is usual under the rules. */
export async function newRun(page: Page, name: string, length: string, product?: string): Promise<void> {
  await page.getByRole('button', { name: 'New run' }).click();
  await page.getByRole('button', { name: 'Something else' }).click();
  await page.getByRole('textbox', { name: 'Name of the run' }).fill(name);
  await page.getByRole('textbox', { name: 'Length' }).fill(length);
  if (product) await pick(page, 'What goes in', product);
  await page.getByRole('button', { name: 'Plan this run' }).click();
  await expect(page.getByRole('group', { name: `Cross-section of ${name}, to scale` })).toBeVisible();
}

/** A job with one run as the interface starts them, made without it: for tests that are about what comes after. Stays on the run. */
export async function startRun(
  page: Page,
  {
    job,
    run,
    length,
    rules = 'UK',
    units = 'metric',
    at = '',
    change = (doc) => doc,
  }: {
    job: string;
    run: string;
    /** Metres. */
    length: number;
    rules?: RuleSetId;
    units?: UnitSystem;
    at?: string;
    /** What is otherwise in the run than in a blank one. */
    change?: (run: Run) => Run;
  },
): Promise<void> {
  const [jobId, runId] = [crypto.randomUUID(), crypto.randomUUID()];
  const { id: product, minCover } = products()[0] as Product;
  const put = async (path: string, data: unknown) => expect((await page.request.post(`${at}/api${path}`, { data })).ok(), path).toBe(true);
  await put('/jobs', { id: jobId, doc: blankJob(job, rules, units) });
  const doc = change(blankRun({ name: run, product, length, cover: minCover.field, ruleSet: rules }));
  await put(`/jobs/${jobId}/runs`, { id: runId, doc });
  await page.goto(`${at}/jobs/${jobId}/runs/${runId}`);
  await expect(page.getByRole('group', { name: `Cross-section of ${run}, to scale` })).toBeVisible();
}

/**
 * Lets the page believe that it is another time, and the server with it: devices put their clocks right by what it says. @returns what moves both on, ms.
 */
export async function timeIs(page: Page, time: string): Promise<(by: number) => Promise<void>> {
  let ahead = Date.parse(time) - Date.now();
  await page.clock.install({ time: new Date(time) });
  await page.route('**/api/**', async (route) => {
    const response = await route.fetch();
    await route.fulfill({ response, headers: { ...response.headers(), 'x-server-now': String(Date.now() + ahead) } });
  });
  // The line for news tells the server's own time as well; without it the page asks again by itself.
  await page.route('**/live', (route) => route.abort());
  return async (by) => {
    ahead += by;
    await page.clock.fastForward(by);
  };
}

/** Opens a run of the demonstration by its name. @returns the address of the run. */
export async function demoRun(page: Page, name: string): Promise<string> {
  await page.goto('/');
  await page.getByRole('link', { name: /Saltmarsh boatyard/ }).click();
  await page.getByRole('link', { name: new RegExp(name) }).click();
  await expect(page.getByRole('group', { name: /^Cross-section/ })).toBeVisible();
  return runAt(page);
}

/** What an address brings over the line when it is the first one opened, bytes as served: page, program and fonts; workers and what is asked of the server about jobs apart. `least`: so much it has at any rate, and is waited for. */
export function lineMeter(beside: Page): (address: string, least?: number) => Promise<number> {
  return async (address, least = 0) => {
    // A page of its own: what another still fetches is not this one's.
    const page = await beside.context().newPage();
    const client = await page.context().newCDPSession(page);
    await client.send('Network.enable');
    await client.send('Network.setCacheDisabled', { cacheDisabled: true });
    let bytes = 0;
    const data = new Set<string>();
    client.on('Network.requestWillBeSent', ({ requestId, request }) => void (request.url.includes('/api/') && data.add(requestId)));
    client.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => (bytes += data.has(requestId) ? 0 : encodedDataLength));
    await page.goto(address);
    await page.waitForLoadState('networkidle');
    // A page that works out something before it fetches more is not done yet.
    const patience = Date.now() + 60_000;
    for (let before = -1; before !== bytes || (bytes < least && Date.now() < patience);) {
      before = bytes;
      await page.waitForTimeout(1500);
    }
    await page.close();
    return bytes;
  };
}

/** One of the key numbers, as shown. */
export const number = (page: Page, label: string) => page.getByTestId(`number-${label}`);

/** Opens the inputs of a part by its name: it stands there, or is chosen from all where there is no room for them. */
export async function open(page: Page, part: string): Promise<void> {
  const inputs = page.getByRole('form', { name: part, exact: true });
  const named = page.getByRole('button', { name: part, exact: true });
  const chooser = page.getByRole('button', { name: /^Change (a|another) part/ });
  await expect(named.or(chooser).first()).toBeVisible();
  // Another touch would close them.
  if (await inputs.isVisible()) return;
  if (!(await named.isVisible())) await chooser.click();
  await named.click();
}

/** The screens of a run in the order of the work: where they are, and their tabs as they are named. */
export const STEPS: readonly { name: string; place: string; tabs: readonly string[] }[] = [
  { name: 'Trench', place: 'trench', tabs: ['Section', 'Long', 'Plan'] },
  { name: 'Protect', place: 'protection', tabs: ['Soil', 'Ways', 'Supports', 'Steps'] },
  { name: 'Works', place: 'works', tabs: ['Machine', 'Spoil', 'Order', 'Days', 'Better'] },
  { name: 'Checks', place: 'checks', tabs: ['Lines', 'Strike risk', 'Compare'] },
  { name: 'Set out', place: 'setout', tabs: ['Set up', 'Machine', 'Sensors', 'Sheet'] },
  { name: 'Dig', place: 'dig', tabs: ['Card', 'Level', 'Layers', 'As dug', 'Day'] },
  { name: 'Lay', place: 'lay', tabs: ['Bed', 'Line', 'Joints', 'Tests', 'Lift', 'To do'] },
  { name: 'Fill', place: 'fill', tabs: ['Lifts', 'Ladder', 'Soil', 'Supports', 'Settle'] },
  { name: 'Record', place: 'record', tabs: ['Points', 'Ties', 'To do', 'Files', 'Find', 'Close'] },
  { name: 'Site', place: 'site', tabs: ['Enter', 'Stands', 'Cover', 'Issue', 'Photos', 'Book'] },
];
const PLANNING = new Set(['Trench', 'Protect', 'Works', 'Checks']);
/** Goes to a step of the run one is on by the bar with the order of the work. */
export async function step(page: Page, name: string): Promise<void> {
  const bar = page.getByRole('navigation', { name: 'Order of the work' });
  const link = bar.getByRole('link', { name, exact: true });
  // On a phone it shows the steps of planning or those on site; named by those it turns to, so a bar just drawn anew is not turned twice.
  const turn = bar.getByRole('button', { name: PLANNING.has(name) ? 'Plan: show its steps' : 'On site: show its steps' });
  await expect(link.or(turn).first()).toBeVisible();
  if (await turn.isVisible()) await turn.click();
  await link.click();
}
/** Until what a form has told the device stands in its store: nobody reloads as fast as a test does. */
export const onDevice = (page: Page): Promise<void> =>
  page.evaluate(async () => {
    await new Promise((painted) => requestAnimationFrame(() => setTimeout(painted)));
    const db = await new Promise<IDBDatabase>((done, fail) => {
      const opening = indexedDB.open('tamper');
      opening.onsuccess = () => done(opening.result);
      opening.onerror = () => fail(new Error('The store does not open.'));
    });
    // A write waits for those asked for before it.
    await new Promise((done) => {
      const last = db.transaction('own', 'readwrite');
      last.objectStore('own').count();
      last.oncomplete = done;
    });
    db.close();
  });
/** The address of the run a page is on, less its screen. */
export const runAt = (page: Page): string => new URL(page.url()).pathname.replace(/(\/runs\/[^/]+).*/, '$1');

export const saved = (page: Page) => expect(page.getByRole('status', { name: 'Sent', exact: true })).toBeVisible();

/** Chooses a file made from text in the dialog that `trigger` opens. */
export const choose = (page: Page, trigger: () => Promise<void>, name: string, text: string): Promise<void> =>
  chooseFile(page, trigger, name, Buffer.from(text));
export async function chooseFile(page: Page, trigger: () => Promise<void>, name: string, buffer: Buffer): Promise<void> {
  const [chooser] = await Promise.all([page.waitForEvent('filechooser'), trigger()]);
  await chooser.setFiles({ name, mimeType: 'application/octet-stream', buffer });
}

/** Clicks what downloads and reads the file. */
export async function download(page: Page, trigger: () => Promise<void>): Promise<string> {
  const [file] = await Promise.all([page.waitForEvent('download'), trigger()]);
  return readFileSync(await file.path(), 'utf8');
}

/** A field by its whole name, and a button pressed by its own. */
export const field = (page: Page, name: string | RegExp) => page.getByRole('textbox', { name, exact: true });
export const press = (page: Page, name: string | RegExp) => page.getByRole('button', { name, exact: true }).click();
/** Goes to a tab by its name. */
export const tab = (page: Page, name: string) => page.getByRole('tab', { name, exact: true }).click();
/** Safe to enter as the bar of the run tells it, on whichever screen of it one is. */
export const gate = (page: Page, state: 'OPEN' | 'SHUT') =>
  page.getByRole('banner').getByRole('status', { name: new RegExp(`^Safe to enter: ${state}`) });
/** Chooses one of many from its menu. */
export async function pick(page: Page, label: string, what: string | RegExp): Promise<void> {
  await page.getByRole('button', { name: new RegExp(`^${label}:`) }).click();
  await page.getByRole('menuitem', { name: what }).click();
}

/** The machine moved to a whole metre and its sensors were struck again; goes on to the level's screen. */
export async function strikeAt(page: Page, metre: number): Promise<void> {
  await step(page, 'Set out');
  await tab(page, 'Sensors');
  await page.getByRole('textbox', { name: 'Struck at station', exact: true }).fill(String(metre));
  await page.getByRole('button', { name: 'Moved, and struck again', exact: true }).click();
  await expect(page.getByText(`Kept: a place begins at ${metre}.0 m.`)).toBeVisible();
  await step(page, 'Dig');
  await tab(page, 'Level');
}

/** Issues the draft, on the site screen: all the same where it says STOP. */
export async function issue(page: Page, who = 'foreman'): Promise<void> {
  await tab(page, 'Issue');
  await page.getByRole('textbox', { name: 'Who issues' }).fill(who);
  const allTheSame = page.getByRole('textbox', { name: 'Why all the same' });
  if (await allTheSame.isVisible()) await allTheSame.fill('What is missing comes before anybody digs there');
  await page.getByRole('button', { name: /^Issue (this plan|as plan)/ }).click();
  await expect(page.getByText('The draft says the same. People on site work to this.')).toBeVisible();
}

/** Says that supports came and stand, as many as go there, on the site screen. */
export async function stand(page: Page, count: number): Promise<void> {
  await tab(page, 'Stands');
  await page.getByRole('textbox', { name: 'How many came' }).fill(String(count));
  await page.getByRole('button', { name: 'They came' }).click();
  await page.getByRole('button', { name: /^\d+ stand there$/ }).click();
  await expect(page.getByText(/^Stands now: [1-9]/)).toBeVisible();
}

/** Answers every question of the inspection with yes and signs, on the site screen. */
export async function inspect(page: Page): Promise<void> {
  await tab(page, 'Enter');
  await page.getByRole('button', { name: /^I looked: the other/ }).click();
  const end = new Date(Date.now() + 3 * 3_600_000);
  const two = (number: number) => String(number).padStart(2, '0');
  await page.getByRole('textbox', { name: 'Shift ends' }).fill(`${two(end.getHours())}:${two(end.getMinutes())}`);
  await page.getByRole('button', { name: 'Sign the inspection' }).click();
}

/** The parts of a run as their chips are called. */
export const PARTS = [
  'Existing lines',
  'Ground levels',
  'Lines laid',
  'Depth and fall',
  'Chambers and pits',
  'Width',
  'Bed',
  'Left wall',
  'Soil and protection',
  'Access',
  'Spoil',
  'Reach',
];
