import { expect, test, type Page } from '@playwright/test';
import { seeded } from '../../core/src/chance';
import { device } from '../device';
import { open, runAt, startRun } from '../helpers';
import { choosePhotos, shot } from '../photo';

test.use({ serviceWorkers: 'allow' });

/** How often the browser is killed: a share of the campaign of `npm run faults`. */
const KILLS = Number(process.env.TAMPER_KILLS ?? 4);
const SEED = Number(process.env.TAMPER_SEED ?? 20_261_127);
const FIELD = 'Clear width at the bottom';

interface Entered {
  fact: { note: string };
  photos?: { hash: string }[];
}

/** What the page says at one moment: how safe the work is, and what stands in the field. */
const said = (page: Page) =>
  page.evaluate((label) => {
    const badge = [...document.querySelectorAll('[role="status"]')].map((one) => one.getAttribute('aria-label') ?? '');
    const field = document.querySelector<HTMLInputElement>(`input[aria-label="${label}"]`);
    return { safe: badge.some((text) => /^(Kept|Sent)\b/.test(text)), value: field?.value ?? '' };
  }, FIELD);

/** Lists show what is newest first and the rest when asked: asks until nothing more is to come, once the newest is there. */
async function allOf(page: Page, some: string): Promise<void> {
  if (some === '') return;
  const more = page.getByRole('button', { name: /^Show more of/ });
  await expect(
    page
      .getByText(some)
      .or(page.getByRole('button', { name: new RegExp(some) }))
      .first(),
  ).toBeVisible();
  while (await more.isVisible()) await more.click();
}

test(`a browser killed ${KILLS} times while somebody types, enters and photographs: whatever was said to be kept is there again`, async () => {
  test.setTimeout(60_000 + KILLS * 30_000);
  const random = seeded(SEED);
  const phone = await device();
  const at = process.env.TAMPER_URL as string;
  /** The width last said to be kept, millimetres, and the entries seen in the book. */
  let kept = 0;
  let typed = 600;
  const seen: string[] = [];
  /** What was photographed and said to be kept. */
  const shots: string[] = [];
  const counts = { keys: 0, entries: 0, photos: 0 };
  try {
    await startRun(phone.page, { job: 'Killed', run: `Killed ${SEED}`, length: 30, at });
    const run = `${at}${runAt(phone.page)}`;
    const width = async (page: Page) => {
      await page.goto(`${run}/trench/section`);
      await open(page, 'Width');
      return page.getByRole('textbox', { name: FIELD });
    };
    const millimetres = (value: string) => Math.round(Number(value.replace(/[^\d.]/g, '')) * (value.includes('mm') ? 1 : 1000));
    await (await width(phone.page)).fill('600 mm');
    for (let round = 0; round < KILLS; round++) {
      const { page } = phone;
      if (round % 4 === 2) {
        await page.goto(`${run}/site/photos`);
        await allOf(page, shots.at(-1) ?? '');
        for (const words of shots)
          await expect(page.getByRole('button', { name: new RegExp(`^Photo: Seen at 0.0 m: ${words},`) })).toBeVisible();
        await page.getByRole('textbox', { name: 'What is seen' }).fill(`shot ${round}`);
        const who = page.getByRole('textbox', { name: 'Who writes it: your role or name' });
        if (await who.isVisible()) await who.fill('foreman');
        counts.photos++;
        await choosePhotos(page, [await shot(`${SEED} ${round}`, { width: 1200, height: 900 })]);
        await page.waitForTimeout(random() * 2500);
        if (await page.getByText('Kept at 0.0 m.').isVisible()) shots.push(`shot ${round}`);
      } else if (round % 2 === 0) {
        const field = await width(page);
        // What stands there is what was kept, or what was typed after it.
        await expect(field).toHaveValue(/\d/);
        expect(millimetres(await field.inputValue())).toBeGreaterThanOrEqual(kept);
        for (let keys = 2 + Math.floor(random() * 6); keys > 0; keys--) {
          // What the field shows is rounded to 5 mm.
          typed += 5;
          counts.keys++;
          await field.fill(`${typed} mm`);
          await page.waitForTimeout(random() * 300);
        }
        // It is said a moment after the last of them: sometimes it is killed before that. The first time it is waited for, or nothing might ever be looked for.
        const safe = async () => {
          const now = await said(page);
          return now.safe && now.value === `${typed} mm`;
        };
        if (round === 0) await expect.poll(safe).toBe(true);
        else await page.waitForTimeout(random() * 3000);
        if (await safe()) kept = typed;
      } else {
        await page.goto(`${run}/site/book`);
        await allOf(page, seen.at(-1) ?? '');
        for (const note of seen) await expect(page.getByText(`It rained: ${note}`, { exact: true })).toBeVisible();
        await page.goto(`${run}/site/enter`);
        await page.getByRole('textbox', { name: 'Your role or name' }).fill('foreman');
        const note = `rain ${round}`;
        await page.getByRole('textbox', { name: 'What was seen' }).fill(note);
        counts.entries++;
        await page.getByRole('button', { name: 'It rained' }).click();
        await page.waitForTimeout(random() * 200);
        // The field is emptied when the entry was taken.
        await page.getByRole('tab', { name: 'Book', exact: true }).click();
        if (await page.getByText(`It rained: ${note}`, { exact: true }).isVisible()) seen.push(note);
      }
      await page.waitForTimeout(random() * 250);
      await phone.kill();
      await phone.start();
    }
    const field = await width(phone.page);
    await expect(field).toHaveValue(/\d/);
    expect(kept).toBeGreaterThan(600);
    expect(millimetres(await field.inputValue())).toBeGreaterThanOrEqual(kept);
    await phone.page.goto(`${run}/site/book`);
    await allOf(phone.page, seen.at(-1) ?? '');
    for (const note of seen) await expect(phone.page.getByText(`It rained: ${note}`, { exact: true })).toBeVisible();
    // The server has each of them once.
    const book = `${at}/api${runAt(phone.page).split('/runs')[0]}/book?limit=500`;
    const asked = async () => ((await (await phone.page.request.get(book)).json()) as { items: { entry: Entered }[] }).items;
    await expect.poll(async () => (await asked()).length).toBeGreaterThanOrEqual(seen.length + shots.length);
    const items = await asked();
    const notes = items.map(({ entry }) => entry.fact.note);
    expect(new Set(notes).size).toBe(notes.length);
    expect([...seen, ...shots].filter((note) => !notes.includes(note))).toEqual([]);
    for (const { entry } of items)
      for (const { hash } of entry.photos ?? [])
        await expect.poll(async () => (await phone.page.request.get(`${at}/api/photos/${hash}`)).status()).toBe(200);
    console.log(
      `  ${KILLS} kills; ${counts.keys} keys, last kept ${kept} of ${typed} mm; ${counts.entries} entries, ${seen.length} seen in the book; ${counts.photos} photos, ${shots.length} said to be kept`,
    );
  } finally {
    await phone.remove();
  }
});
