import { expect, test, type Page } from '@playwright/test';
import { truncateSync, writeFileSync } from 'node:fs';
import sharp from 'sharp';
import { inspect, issue, runAt, startRun, step, tab } from '../helpers';
import { choosePhotos, shot } from '../photo';

const entriesOf = async (page: Page) => {
  const { items } = (await (await page.request.get(`/api${runAt(page).split('/runs')[0]}/book?limit=500`)).json()) as {
    items: { entry: { fact: { kind: string }; photos?: { hash: string; taken: string | null; place?: object }[] } }[];
  };
  return items.map(({ entry }) => entry);
};
const who = (page: Page) => page.getByRole('textbox', { name: 'Who writes it: your role or name' });
/** A run of its own, and its photos. @param length metres. */
async function onPhotos(page: Page, job: string, length: number): Promise<void> {
  await startRun(page, { job, run: 'Drain', length });
  await step(page, 'Site');
  await tab(page, 'Photos');
}
const pictures = (page: Page) => page.getByRole('button', { name: /^Photo: / });
/** Are they drawn, or does a sign stand for them? */
const drawn = (page: Page) =>
  pictures(page)
    .locator('img')
    .evaluateAll((all) => all.map((one) => (one as HTMLImageElement).naturalWidth > 0));

test('a photo at a station: scaled, turned, without the place it was taken; on another device in the list, on the strip, pinched', async ({
  page,
  browser,
}) => {
  await onPhotos(page, 'Photographed', 40);
  // Nobody has said who: nothing is opened that could not be entered.
  await page.getByRole('button', { name: 'Photograph', exact: true }).click();
  await expect(page.getByText('Say who you are first')).toBeVisible();
  await who(page).fill('foreman');
  await page.getByRole('textbox', { name: 'At station' }).fill('12');
  await page.getByRole('textbox', { name: 'What is seen' }).fill('bed raked');
  await choosePhotos(page, [await shot('Upright', { turned: true }), await shot('Level')]);
  await expect(page.getByText('Kept at 12.0 m: 2 photos.')).toBeVisible();
  await expect(page.getByText('2 photos of this run')).toBeVisible();
  await expect.poll(() => drawn(page)).toEqual([true, true]);

  await expect.poll(async () => (await entriesOf(page)).length).toBe(1);
  const [entry] = await entriesOf(page);
  const [upright, level] = entry?.photos ?? [];
  expect(upright).toMatchObject({ width: 1200, height: 1600 });
  expect(level).toMatchObject({ width: 1600, height: 1200 });
  expect(upright?.place).toBeUndefined();
  expect(upright?.taken?.slice(0, 10)).toBe('2026-11-20');
  for (const { hash } of [upright, level] as { hash: string }[]) {
    await expect.poll(async () => (await page.request.get(`/api/photos/${hash}`)).status()).toBe(200);
    const file = await (await page.request.get(`/api/photos/${hash}`)).body();
    const { exif, orientation, format } = await sharp(file).metadata();
    expect([exif, orientation ?? 1, format]).toEqual([undefined, 1, 'jpeg']);
    expect(file.length).toBeLessThanOrEqual(600_000);
  }
  // The dark part was at the left; turned upright it is on top.
  const file = await (await page.request.get(`/api/photos/${upright?.hash}`)).body();
  const { data } = await sharp(file).resize(1, 8, { fit: 'fill' }).greyscale().raw().toBuffer({ resolveWithObject: true });
  expect(data[0]).toBeLessThan((data[7] as number) - 50);

  const other = await browser.newPage();
  await other.goto(`${runAt(page)}/site/photos`);
  await expect(other.getByText('At 12.0 m')).toBeVisible();
  await expect.poll(() => drawn(other)).toEqual([true, true]);
  await pictures(other).first().click();
  const viewer = other.getByRole('dialog', { name: /^Photo \d of 2/ });
  await expect(viewer).toHaveAccessibleName('Photo 1 of 2');
  const whole = viewer.getByRole('img', { name: 'Seen at 12.0 m: bed raked' });
  const scale = () => whole.evaluate((one) => new DOMMatrix(getComputedStyle(one).transform).a);
  await expect.poll(() => whole.evaluate((one) => (one as HTMLImageElement).naturalWidth)).toBeGreaterThan(1000);
  await viewer.getByRole('button', { name: 'Zoom in' }).click();
  await expect.poll(scale).toBeGreaterThan(1.4);
  await whole.dispatchEvent('wheel', { deltaY: -300, clientX: 200, clientY: 400 });
  await expect.poll(scale).toBeGreaterThan(1.6);
  await viewer.getByRole('button', { name: 'Next' }).click();
  await expect(viewer).toHaveAccessibleName('Photo 2 of 2');
  await other.keyboard.press('ArrowLeft');
  await expect(viewer).toHaveAccessibleName('Photo 1 of 2');
  await other.keyboard.press('Escape');
  await expect(viewer).toBeHidden();

  // On the strip: nothing here at the start, both at twelve metres.
  await step(other, 'Trench');
  await expect(other.getByRole('button', { name: /photos? here$/ })).toBeHidden();
  for (let i = 0; i < 30; i++) await other.getByRole('slider').press('ArrowRight');
  await other.getByRole('button', { name: '2 photos here' }).click();
  await expect(viewer).toBeVisible();
  await other.close();
});

test('two touches at the cursor; with an inspection, kept through a reload before it is signed; the place only where it was asked for', async ({
  page,
}) => {
  await onPhotos(page, 'Two touches', 20);
  await who(page).fill('foreman');
  await page.getByRole('switch', { name: 'Keep where a photo was taken' }).click();
  await step(page, 'Trench');
  for (let i = 0; i < 25; i++) await page.getByRole('slider').press('ArrowRight');
  await choosePhotos(page, [await shot('Here', { width: 1800, height: 900 })], page, 'Photograph at 5.0 m');
  await expect(page.getByText('The photo is kept at 5.0 m.')).toBeVisible();
  await expect(page.getByRole('button', { name: '1 photo here' })).toBeVisible();
  await expect.poll(async () => (await entriesOf(page))[0]?.photos?.[0]?.place).toEqual({ lat: 51.5, lon: -1.25 });

  await step(page, 'Site');
  await issue(page);
  await tab(page, 'Enter');
  const signing = page.getByRole('region', { name: 'Inspection before the shift' });
  await choosePhotos(page, [await shot('Wall', { width: 900, height: 600 })], signing);
  await expect(signing.getByRole('img', { name: 'Photo 1 of this form' })).toBeVisible();
  await page.reload();
  await expect(signing.getByRole('img', { name: 'Photo 1 of this form' })).toBeVisible();
  await inspect(page);
  await expect(signing.getByRole('img', { name: 'Photo 1 of this form' })).toBeHidden();
  await tab(page, 'Book');
  await expect(page.getByRole('button', { name: /^Photo: Inspection, / })).toBeVisible();
  await expect.poll(async () => (await entriesOf(page)).find(({ fact }) => fact.kind === 'inspection')?.photos?.length).toBe(1);
});

test('what is no photo gets a sentence each, the good one among them is kept; one that is with somebody else says so until it comes', async ({
  page,
  browser,
}) => {
  await onPhotos(page, 'No photos', 20);
  await who(page).fill('foreman');
  // The upload is held back: the entry is there before its photo.
  await page.route('**/api/photos/**', (route) => route.abort());
  const text = { name: 'notes.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('not a photo at all '.repeat(500)) };
  // A photo is known by what is in it: not one the server has from another turn of this test.
  const good = await shot(`Good ${runAt(page).slice(-8)}`, { width: 2000, height: 1500 });
  const half = { ...good, name: 'half.jpg', buffer: good.buffer.subarray(0, 300) };
  await choosePhotos(page, [text, good, half, { ...text, name: 'empty.jpg', buffer: Buffer.alloc(0) }]);
  await expect(page.getByText('“notes.jpg” is not a photo this browser can read')).toBeVisible({ timeout: 60_000 });
  await expect(page.getByText('“half.jpg” is not a photo this browser can read')).toBeVisible();
  await expect(page.getByText('“empty.jpg” is empty.')).toBeVisible();
  // Larger than a phone can open: 80 MB.
  const huge = test.info().outputPath('huge.jpg');
  writeFileSync(huge, '');
  truncateSync(huge, 80_000_000);
  await choosePhotos(page, huge);
  await expect(page.getByText('“huge.jpg” has 80 MB; a photo has at most 50. Take it smaller.')).toBeVisible();
  await expect(page.getByText('1 photo of this run')).toBeVisible();
  await expect(page.getByText('1 photo is kept on this device and not sent yet.')).toBeVisible();
  await expect(pictures(page).getByText('kept here')).toBeVisible();

  const other = await browser.newPage();
  await other.goto(`${runAt(page)}/site/photos`);
  await expect(pictures(other)).toHaveCount(1);
  await expect(other.getByText('not here yet')).toBeVisible();
  await page.unroute('**/api/photos/**');
  await page.reload();
  await expect(page.getByText('kept on this device and not sent yet')).toBeHidden();
  await expect.poll(() => drawn(other)).toEqual([true]);
  await other.close();
});
