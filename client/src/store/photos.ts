import type { Photo } from '@tamper/core/book';
import { omit } from '@tamper/core/plain';
import { tell } from './bus';
import { keep, lookUp, type Done } from './database';
import type { PhotoRow } from './tables';

/** Photos of this device that the server has are kept here as well, the newest so many: they are looked at again without a line. */
const SENT_KEPT = 60;
/** A photo no entry was made with is let go after this long, ms: the form it was for is long forgotten. */
const UNUSED = 30 * 86_400_000;

/** Why a photo is not sent whose picture is not where it was looked for. */
export const LOST = 'lost';

/** A photo as it was made ready: what an entry says of it, its file, and the small picture for lists. */
export interface ReadyPhoto {
  photo: Photo;
  full: ArrayBuffer;
  small: ArrayBuffer;
}

/** Keeps a photo made here. It is sent once an entry has it. @param at ms. */
export async function keepPhoto(jobId: string, { photo, full, small }: ReadyPhoto, at: number): Promise<Done<void>> {
  const { hash } = photo;
  const done = await keep(['photos', 'pictures'], async (tx) => {
    // The same photo once more: what is known of it holds.
    const before = await tx.get('photos', hash);
    tx.put('photos', { ...(before && omit(before, 'refused')), hash, jobId: before?.jobId ?? jobId, size: full.byteLength, at });
    tx.put('pictures', { hash, full, small });
  });
  tell({ kind: 'photo', hash });
  return done;
}

/** The photos of a job that are on this device, oldest first. */
export const photosOf = async (jobId: string): Promise<PhotoRow[]> =>
  (await lookUp(['photos'], (tx) => tx.of('photos', jobId))).sort((a, b) => a.at - b.at);
export const photoRow = (hash: string): Promise<PhotoRow | undefined> => lookUp(['photos'], (tx) => tx.get('photos', hash));

/** Has the server not got a photo that it is to have? One a form holds that is not entered yet has nowhere to go. */
export const isLeft = ({ entry, sent }: PhotoRow): boolean => entry !== undefined && sent === undefined;
/** Does one wait to be sent? */
export const isWaiting = (row: PhotoRow): boolean => isLeft(row) && row.refused === undefined;
/** Photos that wait to be sent, oldest first. */
export const waitingPhotos = async (): Promise<PhotoRow[]> =>
  (await lookUp(['photos'], (tx) => tx.all('photos'))).filter(isWaiting).sort((a, b) => a.at - b.at);

/** Where the server has a photo. */
export const addressOf = (hash: string, of: 'full' | 'small'): string => `/api/photos/${hash}${of === 'small' ? '/small' : ''}`;

/** Photos the server would not take. */
export const refusedPhotos = async (): Promise<PhotoRow[]> =>
  (await lookUp(['photos'], (tx) => tx.all('photos'))).filter(({ refused }) => refused !== undefined);

/** A picture of this device; undefined where it is not on it. */
export const pictureOf = async (hash: string, of: 'full' | 'small'): Promise<ArrayBuffer | undefined> =>
  (await lookUp(['pictures'], (tx) => tx.get('pictures', hash)))?.[of];

/** The server has all of a photo. @param at ms. */
export async function sentPhoto(hash: string, at: number): Promise<void> {
  await keep(['photos'], async (tx) => {
    const row = await tx.get('photos', hash);
    if (row) tx.put('photos', { ...row, sent: at });
  });
  tell({ kind: 'photo', hash });
}

/** Lets go of the oldest photos the server has where there are many. */
export async function pruneSent(): Promise<void> {
  await keep(['photos', 'pictures'], async (tx) => {
    const sent = (await tx.all('photos')).filter((one) => one.sent !== undefined).sort((a, b) => a.at - b.at);
    for (const { hash } of sent.slice(0, Math.max(0, sent.length - SENT_KEPT))) {
      tx.drop('photos', hash);
      tx.drop('pictures', hash);
    }
  });
}

/** Sets a photo aside that the server does not take; without a reason: it is sent once more. */
export async function refusePhoto(hash: string, refused?: string): Promise<void> {
  await keep(['photos'], async (tx) => {
    const row = await tx.get('photos', hash);
    if (row) tx.put('photos', { ...omit(row, 'refused'), ...(refused === undefined ? {} : { refused }) });
  });
  tell({ kind: 'photo', hash });
  if (refused === undefined) tell({ kind: 'poke', now: true });
}

/** Lets photos go that the server has not got. */
export async function dropPhotos(belong: (row: PhotoRow) => boolean): Promise<void> {
  const { value } = await keep(['photos', 'pictures'], async (tx) => {
    const going = (await tx.all('photos')).filter((row) => row.sent === undefined && belong(row));
    for (const { hash } of going) {
      tx.drop('photos', hash);
      tx.drop('pictures', hash);
    }
    return going;
  });
  for (const { hash } of value) tell({ kind: 'photo', hash });
}

/** Lets go of photos that no entry was made with. @param now ms. */
export const dropUnused = (now: number): Promise<void> => dropPhotos(({ entry, at }) => entry === undefined && now - at > UNUSED);
