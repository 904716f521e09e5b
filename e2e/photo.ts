import type { Locator, Page } from '@playwright/test';
import sharp from 'sharp';

export interface Chosen {
  name: string;
  mimeType: string;
  buffer: Buffer;
}

/** How a camera made a photo. */
interface Shot {
  width?: number;
  height?: number;
  /** Held upright: the file lies on its side and says so. */
  turned?: boolean;
}

/** A photo as a camera makes it: large, with when and where it was taken; `word` tells it from others. The left part of it is dark. */
export async function shot(word: string, { width = 4000, height = 3000, turned = false }: Shot = {}): Promise<Chosen> {
  const drawn = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}"><rect width="100%" height="100%" fill="#b08a60"/><rect width="${width / 4}" height="100%" fill="#201810"/><text x="${width / 3}" y="${height / 2}" font-size="${height / 6}">${word}</text></svg>`;
  const exif = {
    IFD2: { DateTimeOriginal: '2026:11:20 09:30:00' },
    IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '51/1 30/1 0/1', GPSLongitudeRef: 'W', GPSLongitude: '1/1 15/1 0/1' },
  };
  const picture = sharp(Buffer.from(drawn)).jpeg({ quality: 92 }).withExif(exif);
  return {
    name: `${word}.jpg`,
    mimeType: 'image/jpeg',
    buffer: await (turned ? picture.withMetadata({ orientation: 6, exif }) : picture).toBuffer(),
  };
}

/** Looking along a trench, drawn: the words stand on a board in it. */
export async function trenchShot(words: string, nearer = 0): Promise<Chosen> {
  const [width, height, way] = [1600, 1200, 1 + nearer * 0.35];
  const wall = (x: number) => `${800 + (x - 800) * way}`;
  const drawn = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}">
    <rect width="100%" height="100%" fill="#9fb4bf"/><rect y="330" width="100%" height="870" fill="#8a6d49"/>
    <path d="M${wall(760)} 330L${wall(840)} 330L${wall(1250)} 1200L${wall(350)} 1200Z" fill="#4d3a26"/>
    <path d="M${wall(770)} 350L${wall(830)} 350L${wall(1080)} 1200L${wall(520)} 1200Z" fill="#d9be7c"/>
    <path d="M${wall(792)} 360L${wall(808)} 360L${wall(880)} 1200L${wall(720)} 1200Z" fill="#2f5f9e"/>
    <rect x="90" y="520" width="330" height="130" rx="12" fill="#fffdf8"/><text x="120" y="612" font-size="86" font-family="sans-serif">${words}</text></svg>`;
  return { name: `${words}.jpg`, mimeType: 'image/jpeg', buffer: await sharp(Buffer.from(drawn)).jpeg({ quality: 88 }).toBuffer() };
}

/** Chooses photos, or a file by its path, with a button of the form one is in. */
export async function choosePhotos(
  page: Page,
  files: readonly Chosen[] | string,
  within: Page | Locator = page,
  button = 'Photos from files',
): Promise<void> {
  const [chooser] = await Promise.all([page.waitForEvent('filechooser'), within.getByRole('button', { name: button }).first().click()]);
  await chooser.setFiles(typeof files === 'string' ? files : [...files]);
}
