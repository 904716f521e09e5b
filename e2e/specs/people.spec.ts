import { expect, test, type Browser, type Page } from '@playwright/test';
import { serious } from '../axe';
import { newJob, newRun, open, saved } from '../helpers';
import { ownServer } from '../ownServer';

const PASS = { kim: 'gravel lantern otter nine', dana: 'kettle marsh violin tuesday', cora: 'weir candle moss eleven' };

const fill = (page: Page, label: string, text: string) => page.getByRole('textbox', { name: label, exact: true }).fill(text);
const click = (page: Page, name: string) => page.getByRole('button', { name, exact: true }).click();
/** A phone of its own. */
const phone = async (browser: Browser): Promise<Page> => (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage();

/** A code for the job whose people are on the page. */
async function codeFor(page: Page, role: string): Promise<string> {
  for (const one of ['Owner', 'Planner', 'Competent person', 'Crew', 'Reader']) {
    const toggle = page.getByRole('switch', { name: one, exact: true });
    if ((await toggle.getAttribute('aria-checked')) !== String(one === role)) await toggle.click();
  }
  const before = await page.getByLabel('Code', { exact: true }).allTextContents();
  await click(page, 'Make a code');
  await expect(page.getByLabel('Code', { exact: true })).toHaveText(/^[a-z2-9]{4}-[a-z2-9]{4}-[a-z2-9]{4}$/);
  if (before[0]) await expect(page.getByLabel('Code', { exact: true })).not.toHaveText(before[0]);
  return (await page.getByLabel('Code', { exact: true }).textContent()) as string;
}
/** Comes in by a code that was typed. */
async function comeIn(page: Page, code: string, name: string, passphrase: string): Promise<void> {
  await fill(page, 'Code', code);
  const form = page.getByRole('region', { name: 'Come in by the code' });
  await form.getByRole('textbox', { name: 'Your name' }).fill(name);
  await form.getByRole('textbox', { name: 'Passphrase' }).fill(passphrase);
  await click(page, 'Come in');
}
const holds = (page: Page, name: string) =>
  expect(page.getByRole('listitem').filter({ hasText: name }).filter({ hasText: 'holds it now' })).toBeVisible();
const setPin = async (page: Page, pin: string) => {
  await fill(page, 'New PIN, 4 to 8 figures', pin);
  await click(page, 'Set the PIN');
  await expect(page.getByText('It is set on this device.')).toBeVisible();
};
async function walked(page: Page, url: string, job: string): Promise<void> {
  await page.goto(`${url}${job}/clear`);
  const taken = page.waitForResponse(
    (response) => response.request().method() === 'POST' && /\/book$/.test(response.url()) && response.ok(),
  );
  await click(page, 'Walked just now');
  await taken;
}

test('from alone to a crew: invited by a code, one phone in two hands without a signal, countersigned, and a lost phone', async ({
  browser,
}) => {
  const server = await ownServer({ fresh: true });
  const { url } = server;
  const office = await phone(browser);
  await newJob(office, 'Crew yard', {}, url);
  await newRun(office, 'Drain', '30');
  await saved(office);
  const job = new URL(office.url()).pathname.replace(/\/runs\/.*/, '');
  const run = new URL(office.url()).pathname.replace(/(\/runs\/[^/]+).*/, '$1');

  // Alone, nobody signs in. The first account changes that.
  await office.goto(url);
  await click(office, 'People: alone on this machine');
  expect(await serious(office)).toEqual([]);
  await fill(office, 'Your name', 'Kim Keeper');
  await fill(office, 'Passphrase', 'password1234');
  await click(office, 'Make the first account');
  await expect(office.getByText(/That is guessed too soon/)).toBeVisible();
  await office.getByRole('switch', { name: 'Show it: passphrase' }).click();
  await expect(office.getByRole('textbox', { name: 'Passphrase', exact: true })).toHaveAttribute('type', 'text');
  await office.getByRole('switch', { name: 'Show it: passphrase' }).click();
  await fill(office, 'Passphrase', PASS.kim);
  await click(office, 'Make the first account');
  await holds(office, 'Kim Keeper');
  await office.goto(`${url}${job}`);
  await click(office, 'People of this job');
  const crewCode = await codeFor(office, 'Crew');
  expect(await serious(office)).toEqual([]);
  const competentCode = await codeFor(office, 'Competent person');

  // A phone that is not signed in sees nothing; the code lets its owner in, once.
  const cab = await phone(browser);
  await cab.goto(url);
  await expect(cab.getByText('Nobody is signed in on this device')).toBeVisible();
  await expect(cab.getByRole('link', { name: /Crew yard/ })).toHaveCount(0);
  await cab.goto(`${url}/people?code=${crewCode}`);
  await comeIn(cab, crewCode, 'Dana Dig', PASS.dana);
  await holds(cab, 'Dana Dig');
  await setPin(cab, '4711');
  const late = await phone(browser);
  await late.goto(`${url}/people?code=${crewCode}`);
  await comeIn(late, crewCode, 'Somebody Else', PASS.cora);
  await expect(late.getByText(/This code is not known, was used already/)).toBeVisible();
  await late.context().close();

  // Crew writes in the book under their own name, and does not plan.
  await walked(cab, url, job);
  await expect(cab.getByText(/walked on .* by Dana Dig\./)).toBeVisible();
  await cab.goto(`${url}${run}`);
  await open(cab, 'Depth and fall');
  await fill(cab, 'Cover over the line', '2');
  await expect(cab.getByText(/In this job owner or planner may do this. You are crew./).first()).toBeVisible();

  // The competent person signs in on the same phone; handing it over takes the PIN, and no signal.
  await cab.goto(`${url}/people`);
  await click(cab, 'Somebody else signs in');
  await comeIn(cab, competentCode, 'Cora Check', PASS.cora);
  await holds(cab, 'Cora Check');
  await setPin(cab, '2468');
  expect(await serious(cab)).toEqual([]);
  await cab.context().setOffline(true);
  await click(cab, 'Dana Dig takes it over');
  await fill(cab, 'PIN of Dana Dig', '1111');
  await click(cab, 'Take it over');
  await expect(cab.getByText('That is not the PIN.')).toBeVisible();
  await fill(cab, 'PIN of Dana Dig', '4711');
  await click(cab, 'Take it over');
  await holds(cab, 'Dana Dig');
  await cab.context().setOffline(false);
  await walked(cab, url, job);
  await cab.goto(`${url}/people`);
  await holds(cab, 'Dana Dig');
  await click(cab, 'Cora Check takes it over');
  await fill(cab, 'PIN of Cora Check', '2468');
  await click(cab, 'Take it over');
  await holds(cab, 'Cora Check');

  // Countersigned by who was there; nobody countersigns their own.
  await cab.goto(`${url}${run}/site/book`);
  await expect(cab.getByRole('listitem').filter({ hasText: 'Dana Dig' })).toHaveCount(2);
  const line = cab.getByRole('listitem').filter({ hasText: 'Dana Dig' }).first();
  await line.getByRole('button', { name: /^Countersign/ }).click();
  await fill(cab, 'What you saw of it, if there is more to say', 'walked beside her');
  await click(cab, 'I was there: it is so');
  await expect(line.getByText(/Countersigned: it is so, walked beside her · Cora Check/)).toBeVisible();
  await expect(
    cab
      .getByRole('listitem')
      .filter({ hasText: 'Cora Check' })
      .first()
      .getByRole('button', { name: /^Countersign: Countersigned/ }),
  ).toHaveCount(0);

  // What somebody practised goes with them: answered without a signal on one phone, on the record of another.
  await cab.goto(`${url}/practice?drill=soil`);
  const answer = cab.getByRole('list', { name: 'Answers' }).getByRole('button').first();
  await expect(answer).toBeVisible();
  await cab.context().setOffline(true);
  await answer.click();
  await expect(cab.getByRole('button', { name: 'Next one' })).toBeVisible();
  await click(cab, 'Back');
  await expect(cab.getByText('1 answer or exercise of Cora Check; 1 of them kept on this device only so far.')).toBeVisible();
  await cab.context().setOffline(false);
  await expect(cab.getByText('1 answer or exercise of Cora Check.')).toBeVisible();
  const second = await phone(browser);
  await second.goto(`${url}/people`);
  const form = second.getByRole('region', { name: 'Sign in' });
  await form.getByRole('textbox', { name: 'Your name' }).fill('Cora Check');
  await form.getByRole('textbox', { name: 'Passphrase' }).fill(PASS.cora);
  await form.getByRole('button', { name: 'Sign in', exact: true }).click();
  await holds(second, 'Cora Check');
  await second.goto(`${url}/practice`);
  await expect(second.getByText('1 answer or exercise of Cora Check.')).toBeVisible();
  await second.context().close();

  // Lost: the account is closed, and its phone asks for somebody who signs in.
  await office.goto(`${url}/people`);
  await expect(office.getByRole('list', { name: 'Everybody here' })).toContainText('Dana Dig');
  // Somebody else may keep it as well, and stop.
  await click(office, 'Cora Check keeps this Tamper too');
  await expect(office.getByText('Cora Check · keeps this Tamper')).toBeVisible();
  await click(office, 'Cora Check does not keep this Tamper any more');
  await expect(office.getByRole('button', { name: 'Cora Check keeps this Tamper too' })).toBeVisible();
  await office.getByRole('button', { name: 'Close the account of Dana Dig' }).click();
  await click(office, 'Close it');
  await expect(office.getByText('Dana Dig · closed')).toBeVisible();
  await office.reload();
  await expect(office.getByRole('list', { name: 'Who did what' })).toContainText('Kim Keeper closed an account');
  await cab.goto(`${url}/people`);
  await expect(cab.getByRole('list', { name: 'Signed in on this device' })).not.toContainText('Dana Dig');
  await holds(cab, 'Cora Check');
  await cab.reload();
  await holds(cab, 'Cora Check');

  // Deleted and taken out again: the bin.
  await office.goto(url);
  await newJob(office, 'Thrown away', {}, url);
  await saved(office);
  await click(office, 'Delete the job');
  await click(office, 'Delete');
  await expect(office.getByRole('link', { name: /Thrown away/ })).toHaveCount(0);
  await click(office, 'What was deleted');
  await click(office, 'Take out again: Thrown away');
  await expect(office.getByRole('link', { name: /Thrown away/ })).toBeVisible();
  await server.stop();
});
