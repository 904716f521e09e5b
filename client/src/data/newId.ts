import type { NewId } from '@tamper/core/job';

/**
 * An id nothing else has, on any device: a UUID of version 4 (RFC 9562). A browser makes none by itself on a page that came over a line without encryption;
 * its random numbers are as good there.
 */
export const newId: NewId = () => {
  if ('randomUUID' in crypto) return crypto.randomUUID();
  const bytes = (crypto as Crypto).getRandomValues(new Uint8Array(16));
  bytes[6] = ((bytes[6] as number) & 0x0f) | 0x40;
  bytes[8] = ((bytes[8] as number) & 0x3f) | 0x80;
  const hex = Array.from(bytes, (byte) => byte.toString(16).padStart(2, '0')).join('');
  return [hex.slice(0, 8), hex.slice(8, 12), hex.slice(12, 16), hex.slice(16, 20), hex.slice(20)].join('-');
};
