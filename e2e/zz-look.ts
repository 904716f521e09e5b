import sharp from 'sharp';
import { launch } from './launch';
const scene = (n: number, w = 4000, h = 3000) =>
  sharp(Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg" width="${w}" height="${h}"><rect width="100%" height="100%" fill="#8a6b48"/><rect x="${w*0.3}" width="${w*0.4}" height="${h}" fill="#3b2c1c"/><circle cx="${w/2}" cy="${h*0.7}" r="${h*0.12}" fill="#556"/><text x="200" y="400" font-size="300" fill="#fff">Photo ${n}</text></svg>`))
    .jpeg({ quality: 92 }).withExif({ IFD0: { Orientation: '1' }, IFD2: { DateTimeOriginal: '2026:11:20 09:30:00' }, IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '51/1 30/1 0/1', GPSLongitudeRef: 'W', GPSLongitude: '1/1 15/1 0/1' } }).toBuffer();
void (async () => {
  const browser = await launch();
  const page = await browser.newPage({ viewport: { width: 390, height: 844 }, deviceScaleFactor: 2 });
  page.on('console', (m) => console.log('console', m.type(), m.text()));
  page.on('pageerror', (e) => console.log('pageerror', e.message));
  await page.goto('http://127.0.0.1:4777/');
  await page.getByRole('link', { name: /Saltmarsh boatyard/ }).click();
  await page.getByRole('link', { name: /Wash-down/ }).first().click();
  await page.getByRole('slider').waitFor();
  const base = page.url().replace(/\/trench.*$/, '').replace(/\/(section|long|plan)$/, '');
  await page.goto(base.split('?')[0] + '/site/photos');
  await page.getByLabel('Who writes it: your role or name').fill('foreman');
  const files = [] as { name: string; mimeType: string; buffer: Buffer }[];
  for (let i = 1; i < 4; i++) files.push({ name: `IMG_${i}.jpg`, mimeType: 'image/jpeg', buffer: await scene(i) });
  const pick = async (chosen: typeof files, words = '', station?: string) => {
    if (station) await page.getByLabel('At station').fill(station);
    if (words) await page.getByRole('textbox', { name: 'What is seen' }).fill(words);
    const [chooser] = await Promise.all([page.waitForEvent('filechooser'), page.getByRole('button', { name: 'Photos from files' }).click()]);
    const t = Date.now();
    await chooser.setFiles(chosen);
    await page.getByText(/^Kept/).waitFor();
    console.log('kept after', Date.now() - t);
  };
  await pick(files, 'bed laid and raked', '12');
  await pick([{ name: 'IMG_9.jpg', mimeType: 'image/jpeg', buffer: await scene(9, 3000, 4000) }], 'joint', '30');
  await page.waitForTimeout(1500);
  await page.screenshot({ path: '/tmp/dev/p1.png' });
  await page.getByRole('button', { name: /^Photo: / }).first().click();
  await page.waitForTimeout(800);
  await page.screenshot({ path: '/tmp/dev/p2.png' });
  await page.getByRole('button', { name: 'Close the photo' }).click();
  await page.getByRole('tab', { name: 'Book' }).click();
  await page.waitForTimeout(600);
  await page.screenshot({ path: '/tmp/dev/p3.png' });
  await page.getByRole('link', { name: /Trench/ }).or(page.getByRole('tab', { name: /Trench/ })).or(page.getByRole('button', { name: /^Trench/ })).first().click();
  await page.getByRole('slider').waitFor();
  await page.waitForTimeout(600);
  const box = await page.getByRole('slider').boundingBox();
  await page.mouse.click(14 + (390 - 28) * 12 / 48, (box?.y ?? 0) + 50);
  await page.waitForTimeout(600);
  await page.screenshot({ path: '/tmp/dev/p4.png' });
  await browser.close();
})();
