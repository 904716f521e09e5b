import { PHOTO_BYTES, PHOTO_SIDE, SMALL_SIDE } from '@tamper/core/book';
import { and, asc, eq, lt, sql } from 'drizzle-orm';
import { createHash } from 'node:crypto';
import sharp from 'sharp';
import type { Database, Transaction } from '../db/connect';
import { oneAfterAnother } from '../db/oneAfterAnother';
import { photo, photoPart } from '../db/schema';

/** How much of a photo is here, bytes; `done`: all of it, and it is one. */
export interface Received {
  have: number;
  done: boolean;
}
/** Why a photo is not taken, in a sentence; `broken`: it was spoiled on the way, and may be sent anew from its beginning. */
export class PhotoError extends Error {
  constructor(
    readonly code: 'not-a-photo' | 'broken' | 'too-large',
    message: string,
  ) {
    super(message);
  }
}

/** A photo no entry refers to is kept this long, days: its entry may still be on a device without signal. */
const KEPT = 30;

/** Types of pictures that are taken, by what their contents say. */
const TYPES: Readonly<Record<string, string>> = { jpeg: 'image/jpeg', png: 'image/png', webp: 'image/webp' };

/** All reading and writing of photos: they come in parts, one after another, and are kept once, by the hash of the file. */
export function openPhotos(db: Database) {
  async function receivedOf(tx: Database | Transaction, hash: string): Promise<Received> {
    const [whole] = await tx
      .select({ have: sql<number>`octet_length(${photo.file})` })
      .from(photo)
      .where(eq(photo.hash, hash));
    if (whole) return { have: whole.have, done: true };
    const [parts] = await tx
      .select({ have: sql<number>`coalesce(sum(octet_length(${photoPart.bytes})), 0)::int` })
      .from(photoPart)
      .where(eq(photoPart.hash, hash));
    return { have: parts?.have ?? 0, done: false };
  }

  const dropParts = (tx: Database | Transaction, hash: string) => tx.delete(photoPart).where(eq(photoPart.hash, hash));

  /** How much of it is here already. */
  const received = (hash: string): Promise<Received> => receivedOf(db, hash);

  /**
   * Takes in a part. One that does not begin where the last one ended changes nothing: the answer says where the next has to begin.
   * @param size of the whole file, bytes. @throws PhotoError when all of it came and it is not what it says it is; nothing of it is kept then.
   */
  async function add(hash: string, first: number, size: number, bytes: Buffer): Promise<Received> {
    if (Math.max(size, first + bytes.length) > PHOTO_BYTES)
      throw new PhotoError('too-large', `This photo is larger than ${PHOTO_BYTES / 1000} kB. It was not taken.`);
    const whole = await db.transaction(async (tx): Promise<Received | Buffer> => {
      await oneAfterAnother(tx, hash);
      const before = await receivedOf(tx, hash);
      if (before.done || before.have !== first) return before;
      if (bytes.length > 0) await tx.insert(photoPart).values({ hash, first, bytes });
      const have = first + bytes.length;
      if (have < size) return { have, done: false };
      const parts = await tx
        .select({ bytes: photoPart.bytes })
        .from(photoPart)
        .where(eq(photoPart.hash, hash))
        .orderBy(asc(photoPart.first));
      return Buffer.concat(parts.map((part) => part.bytes));
    });
    if (!Buffer.isBuffer(whole)) return whole;
    const made = await checked(hash, whole).catch(async (error: unknown) => {
      if (error instanceof PhotoError) await dropParts(db, hash);
      throw error;
    });
    await db.transaction(async (tx) => {
      // Whoever sends the same photo finds its parts or the whole, never neither.
      await oneAfterAnother(tx, hash);
      await tx.insert(photo).values(made).onConflictDoNothing();
      await dropParts(tx, hash);
    });
    return { have: whole.length, done: true };
  }

  /** The file of a photo, or the small picture of it; undefined where it is not here. */
  async function read(hash: string, of: 'file' | 'small'): Promise<{ type: string; bytes: Buffer } | undefined> {
    const [found] = await db.select({ type: photo.type, bytes: photo[of] }).from(photo).where(eq(photo.hash, hash));
    return found && (of === 'small' ? { ...found, type: TYPES.jpeg as string } : found);
  }

  /** Lets go of photos whose entries never came, and of parts nobody went on with. @returns how many of each. */
  async function sweep(now = new Date()): Promise<{ photos: number; parts: number }> {
    const old = new Date(now.getTime() - KEPT * 86_400_000);
    const unused = sql`not exists (
      select from book_entry where entry ? 'photos' and entry -> 'photos' @> jsonb_build_array(jsonb_build_object('hash', ${photo.hash}))
    )`;
    const photos = await db.delete(photo).where(and(lt(photo.createdAt, old), unused));
    const parts = await db.delete(photoPart).where(lt(photoPart.createdAt, old));
    return { photos: photos.rowCount ?? 0, parts: parts.rowCount ?? 0 };
  }

  return { received, add, read, sweep };
}
export type Photos = ReturnType<typeof openPhotos>;

/** A file that came, looked at by its contents: a picture of a kind and size that is kept, whole, under its own name. */
async function checked(hash: string, file: Buffer) {
  if (createHash('sha256').update(file).digest('hex') !== hash)
    throw new PhotoError('broken', 'The photo was spoiled on its way. It has to be sent again.');
  try {
    const picture = sharp(file, { failOn: 'truncated' });
    const { format, width, height } = await picture.metadata();
    const type = TYPES[format];
    if (type && Math.max(width, height) <= PHOTO_SIDE) {
      const small = await picture.resize(SMALL_SIDE, SMALL_SIDE, { fit: 'inside' }).jpeg({ quality: 70 }).toBuffer();
      return { hash, type, file, small };
    }
  } catch (error) {
    throw new PhotoError('not-a-photo', `This is not a photo, or only part of one: ${(error as Error).message.split('\n')[0]}.`);
  }
  throw new PhotoError('not-a-photo', `This is not a photo that is kept: JPEG, PNG or WebP, at most ${PHOTO_SIDE} pixels long.`);
}
