import type { Stored } from './api';

/** How safe work is. *Kept* is on this device's disk, *sent* on the server: never one word for both. */
export type SaveState<T> =
  | { kind: 'sent' }
  /** It is on its way to the server, or waits for a line: `why` there is none. */
  | { kind: 'kept'; why: string | undefined }
  /** It is on its way to the disk. */
  | { kind: 'keeping' }
  | { kind: 'unkept'; why: string }
  | { kind: 'refused'; why: string }
  | { kind: 'conflict'; theirs: Stored<T>; base: T; mine: T };

/** Of what this device cannot write down. */
export const UNKEPT = 'This device cannot keep it: leave the page open until it is sent.';

/** The worse, the later it stands here. */
const ORDER: readonly SaveState<unknown>['kind'][] = ['sent', 'kept', 'keeping', 'refused', 'conflict', 'unkept'];
const isWorse = (a: SaveState<unknown>, b: SaveState<unknown>): boolean => ORDER.indexOf(a.kind) > ORDER.indexOf(b.kind);

export const sameState = (a: SaveState<unknown>, b: SaveState<unknown>): boolean =>
  a === b ||
  (Object.keys(a).length === Object.keys(b).length &&
    Object.entries(a).every(([key, value]) => (b as Record<string, unknown>)[key] === value));

/** A piece of work as far as its safety goes. */
export interface Safety {
  subscribe: (listener: () => void) => () => void;
  saving: () => SaveState<unknown>;
}

/** Several pieces of work as one: as safe as the least safe of them. The same object as long as that says the same. */
export function together(all: readonly Safety[]): Safety {
  let last: SaveState<unknown> = { kind: 'sent' };
  return {
    subscribe: (listener) => {
      const stops = all.map(({ subscribe }) => subscribe(listener));
      return () => stops.forEach((stop) => stop());
    },
    saving: () => {
      const worst = all.map(({ saving }) => saving()).reduce((worst, state) => (isWorse(state, worst) ? state : worst));
      return (last = sameState(last, worst) ? last : worst);
    },
  };
}
