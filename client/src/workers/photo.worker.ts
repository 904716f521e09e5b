import { CAMERA_BYTES, PHOTO_BYTES, PHOTO_SIDE, SMALL_SIDE, type Photo } from '@tamper/core/book';
import { bytesToHex } from '@noble/hashes/utils';
import { sha256 } from '@noble/hashes/sha2';
import compress from 'browser-image-compression';
import { expose, transfer } from 'comlink';
import { gps, parse } from 'exifr';
import { ApiError } from '../data/http';
import { photoLine, sendPicture } from '../store/upload';
import type { ReadyPhoto } from '../store/photos';

/** A photo made ready, or why it cannot be, in a sentence. */
export type Prepared = ReadyPhoto | { fault: string };

const JPEG = 'image/jpeg';
/** A file nobody can open as a picture. */
const NOT_A_PHOTO = 'is not a photo this browser can read: JPEG, PNG and WebP are.';

/** When a photo was taken by its camera, and where if that is asked for; a file that does not say it is none the worse. */
async function saidBy(file: Blob, place: boolean): Promise<Pick<Photo, 'taken' | 'place'>> {
  const nothing = () => undefined;
  const taken = ((await parse(file, ['DateTimeOriginal', 'CreateDate']).catch(nothing)) ?? {}) as Record<string, unknown>;
  const at = [taken.DateTimeOriginal, taken.CreateDate].find((one): one is Date => one instanceof Date && !Number.isNaN(one.getTime()));
  const found = place ? await gps(file).catch(nothing) : undefined;
  const where =
    found && Math.abs(found.latitude) <= 90 && Math.abs(found.longitude) <= 180 ? { lat: found.latitude, lon: found.longitude } : undefined;
  return { taken: at?.toISOString() ?? null, ...(where && { place: where }) };
}

/** A picture turned as it was held, no longer than a side and no larger than so many bytes, with nothing in it but the picture. */
async function scaled(file: BlobPart, side: number, bytes: number): Promise<ArrayBuffer> {
  // What it is is told by its contents, whatever its name says.
  const made = await compress(new File([file], 'photo.jpg', { type: JPEG }), {
    maxWidthOrHeight: side,
    maxSizeMB: bytes / 1024 / 1024,
    initialQuality: 0.85,
    fileType: JPEG,
    useWebWorker: false,
  });
  return made.arrayBuffer();
}

const photos = {
  /** Sends a photo of this device. @param held its file, where only the page holds it. @returns why not all of it is there. */
  async send(hash: string, held?: ArrayBuffer): Promise<Pick<ApiError, 'status' | 'code' | 'message'> | undefined> {
    try {
      await sendPicture(photoLine, hash, held);
      return undefined;
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      const { status, code, message } = error;
      return { status, code, message };
    }
  },
  /** Makes a file of a camera ready to be kept. @param place shall where it was taken stay with it? */
  async prepare(file: File, place: boolean): Promise<Prepared> {
    const named = `“${file.name}”`;
    if (file.size > CAMERA_BYTES)
      return { fault: `${named} has ${Math.round(file.size / 1e6)} MB; a photo has at most ${CAMERA_BYTES / 1e6}. Take it smaller.` };
    if (file.size === 0) return { fault: `${named} is empty.` };
    try {
      const said = await saidBy(file, place);
      const full = await scaled(file, PHOTO_SIDE, PHOTO_BYTES);
      const small = await scaled(full, SMALL_SIDE, PHOTO_BYTES / 10);
      if (full.byteLength > PHOTO_BYTES) return { fault: `${named} cannot be made small enough to be kept.` };
      const bitmap = await createImageBitmap(new Blob([full], { type: JPEG }));
      const { width, height } = bitmap;
      bitmap.close();
      return transfer({ photo: { hash: bytesToHex(sha256(new Uint8Array(full))), width, height, ...said }, full, small }, [full, small]);
    } catch (error) {
      console.warn('A photo could not be read', error);
      return { fault: `${named} ${NOT_A_PHOTO}` };
    }
  },
};

export type PhotoWorker = typeof photos;
expose(photos);
