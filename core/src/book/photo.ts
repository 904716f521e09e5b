import { z } from 'zod';
import { once } from '../catalogue/once';
import { moment } from '../job/schema/basics';

/** A photo as it is kept, after the device has scaled it: its longest side in pixels, and the size of the file in bytes. */
export const PHOTO_SIDE = 1600;
export const PHOTO_BYTES = 600_000;
/** The longest side of the small picture that stands for it in lists, pixels. */
export const SMALL_SIDE = 320;
/** What a camera may hand over, bytes: past it a phone runs out of memory on opening it. */
export const CAMERA_BYTES = 50_000_000;
/** Photos of one entry. */
export const MOST_PHOTOS = 20;

/** The name of a photo everywhere: SHA-256 of its file, hexadecimal. */
export const photoHash = once(() => z.string().regex(/^[0-9a-f]{64}$/, 'A photo is named by 64 hexadecimal digits.'));

/**
 * A photo that belongs to an entry. The picture is kept beside the book under its hash. `taken`: by the camera's own clock, null where its file does not say;
 * `place`: where it was taken, WGS 84 in degrees, only if whoever took it wanted that kept.
 */
export const photoSchema = () =>
  z.strictObject({
    hash: photoHash(),
    width: z.int().min(1).max(PHOTO_SIDE),
    height: z.int().min(1).max(PHOTO_SIDE),
    taken: moment.nullable(),
    place: z.strictObject({ lat: z.number().min(-90).max(90), lon: z.number().min(-180).max(180) }).optional(),
  });
export type Photo = z.infer<ReturnType<typeof photoSchema>>;

export const photosSchema = () =>
  z
    .array(photoSchema())
    .min(1)
    .max(MOST_PHOTOS, `At most ${MOST_PHOTOS} photos in one entry; make another one.`)
    .refine((photos) => new Set(photos.map(({ hash }) => hash)).size === photos.length, 'The same photo is there twice.');
