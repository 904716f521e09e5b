/** A source of chance: numbers from 0 up to 1. Always passed in, so that the same seed gives the same result. */
export type Chance = () => number;

/** A small fast generator (mulberry32, public domain) from a whole-number seed. */
export function seeded(seed: number): Chance {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** A normal deviate of mean 0 and standard deviation 1 (Box–Muller). */
export const normal = (chance: Chance): number => Math.sqrt(-2 * Math.log(1 - chance())) * Math.cos(2 * Math.PI * chance());

/** One item of a list, each as likely. */
export const pick = <T>(chance: Chance, items: readonly [T, ...T[]]): T => items[Math.floor(chance() * items.length)] as T;

/** A seed from a text such as an id (FNV-1a). */
export function seedOf(text: string): number {
  let hash = 0x811c9dc5;
  for (let i = 0; i < text.length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193);
  return hash >>> 0;
}
