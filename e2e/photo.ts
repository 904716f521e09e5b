import type { Page } from '@playwright/test';
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

/** Chooses photos from files by the button of the form one is in. */
export async function choosePhotos(page: Page, files: readonly Chosen[], button = 'Photos from files'): Promise<void> {
  const [chooser] = await Promise.all([page.waitForEvent('filechooser'), page.getByRole('button', { name: button }).first().click()]);
  await chooser.setFiles([...files]);
}
