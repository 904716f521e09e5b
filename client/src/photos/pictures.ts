import { addressOf, pictureOf } from '../store/photos';

/** Pictures by the hash of their photo. */
export type Pictures = ReadonlyMap<string, Uint8Array>;

/** Photos from this device or the server; those nobody in reach has are left out. @param tell called as they come. */
export async function picturesFor(
  hashes: readonly string[],
  size: 'small' | 'full',
  tell: (done: number, all: number) => void,
): Promise<Pictures> {
  const pictures = new Map<string, Uint8Array>();
  for (const [i, hash] of hashes.entries()) {
    if (i % 20 === 0) tell(i, hashes.length);
    const here = await pictureOf(hash, size);
    if (here) pictures.set(hash, new Uint8Array(here));
    else {
      const answer = await fetch(addressOf(hash, size)).catch(() => undefined);
      if (answer?.ok) pictures.set(hash, new Uint8Array(await answer.arrayBuffer()));
    }
  }
  return pictures;
}
