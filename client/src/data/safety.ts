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
  /** `why` it is not kept either. */
  | { kind: 'conflict'; theirs: Stored<T>; base: T; mine: T; why?: string };

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

/** What is on its way from the disk to the server is said to be kept when it has been so long, ms: mostly it is sent by then. */
const PASSING = 1000;

/** The same for people to read: bad news at once; that it is kept not for the moment it takes to send it, which would be drawn at every key. */
export function steady(safety: Safety): Safety {
  let shown = safety.saving();
  let timer: ReturnType<typeof setTimeout> | undefined;
  let listeners = 0;
  return {
    subscribe: (listener) => {
      const show = () => {
        timer = undefined;
        const next = safety.saving();
        if (sameState(shown, next)) return;
        shown = next;
        listener();
      };
      const look = () => {
        const next = safety.saving();
        const passing = shown.kind === 'keeping' && next.kind === 'kept' && next.why === undefined;
        if (passing) return void (timer ??= setTimeout(show, PASSING));
        clearTimeout(timer);
        show();
      };
      listeners++;
      const stop = safety.subscribe(look);
      look();
      return () => {
        stop();
        clearTimeout(timer);
        timer = undefined;
        listeners--;
      };
    },
    // Who does not listen yet is told how it is.
    saving: () => (listeners > 0 ? shown : (shown = safety.saving())),
  };
}
