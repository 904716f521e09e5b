/// <reference types="jest" />
import 'fake-indexeddb/auto';
import { IDBFactory, IDBObjectStore } from 'fake-indexeddb';
import { deserialize, serialize } from 'node:v8';
import { closeStore } from '../store/database';
import { openDevice } from '../store/open';
import { forgetOwn } from '../store/own';

// The page of the tests copies nothing by itself; what a store hands back is a copy.
globalThis.structuredClone ??= (value: unknown) => deserialize(serialize(value)) as never;
// Nor has it timeouts for fetch.
AbortSignal.timeout ??= () => new AbortController().signal;

// There is always a moment with nothing to do.
globalThis.requestIdleCallback ??= (work) => setTimeout(work, 0) as never;
globalThis.cancelIdleCallback ??= (asked) => clearTimeout(asked);

// What it says of a store that is full is what the tests are about.
jest.spyOn(console, 'warn').mockImplementation(() => undefined);

/** A device nobody has used yet. */
export async function freshDevice(): Promise<void> {
  await closeStore();
  forgetOwn();
  localStorage.clear();
  globalThis.indexedDB = new IDBFactory();
  await openDevice();
}

/** The page is loaded anew: what was not in the store is gone. */
export async function reload(): Promise<void> {
  await closeStore();
  forgetOwn();
  await openDevice();
}

/** Writes fail as they do where there is no room. @returns makes room again. */
export function fullDevice(): () => void {
  const before = IDBObjectStore.prototype.put;
  IDBObjectStore.prototype.put = () => {
    throw new DOMException('No room.', 'QuotaExceededError');
  };
  return () => void (IDBObjectStore.prototype.put = before);
}

/** Another tab of this device: a program of its own on the same store. */
export async function anotherTab() {
  let tab: { open: typeof import('../store/open'); documents: typeof import('../store/documents'); book: typeof import('../store/book') };
  jest.isolateModules(() => {
    tab = {
      open: require('../store/open') as never,
      documents: require('../store/documents') as never,
      book: require('../store/book') as never,
    };
  });
  await tab!.open.openDevice();
  return tab!;
}

/** Turns of the page: more than what the device writes and sends, one thing after another, takes. */
const TURNS = 100;
/** Lets what has begun come to its end: for so long, by itself longer than an edit waits to be kept, and so many turns, however slow the machine is. */
export async function settled(ms = 30): Promise<void> {
  const until = Date.now() + ms;
  for (let turn = 0; turn < TURNS || Date.now() < until; turn++) await new Promise((done) => setTimeout(done, 0));
}
