import { addressOf, pictureOf } from '../store/photos';

/** Pictures by the hash of their photo. */
export type Pictures = ReadonlyMap<string, Uint8Array>;

/** So many are asked for at once: as many as a browser asks of one server. */
const AT_ONCE = 6;

async function pictureFor(hash: string, size: 'small' | 'full'): Promise<Uint8Array | undefined> {
  const here = await pictureOf(hash, size);
  if (here) return new Uint8Array(here);
  const answer = await fetch(addressOf(hash, size)).catch(() => undefined);
  return answer?.ok ? new Uint8Array(await answer.arrayBuffer()) : undefined;
}

/** Photos from this device or the server, in the order asked for; those nobody in reach has are left out. @param tell called as they come. */
export async function picturesFor(
  hashes: readonly string[],
  size: 'small' | 'full',
  tell: (done: number, all: number) => void,
): Promise<Pictures> {
  const pictures = new Map<string, Uint8Array>();
  for (let i = 0; i < hashes.length; i += AT_ONCE) {
    tell(i, hashes.length);
    const some = hashes.slice(i, i + AT_ONCE);
    const came = await Promise.all(some.map((hash) => pictureFor(hash, size)));
    some.forEach((hash, k) => came[k] && pictures.set(hash, came[k]));
  }
  return pictures;
}
