import { useSyncExternalStore } from 'react';
import { onNews, tell } from './bus';
import { keep, lookUp, openStore } from './database';

/*
 * The things of this device, small and asked for at every moment: read from here, where they were put when the program began, and written behind.
 */
const things = new Map<string, unknown>();
const listeners = new Set<() => void>();

onNews((news) => {
  if (news.kind !== 'own') return;
  if (news.value === undefined) things.delete(news.key);
  else things.set(news.key, news.value);
  for (const listener of listeners) listener();
});

/** Reads what the device holds. Until then nothing of it is known. */
export async function openOwn(): Promise<void> {
  await openStore();
  for (const { key, value } of await lookUp(['own'], (tx) => tx.all('own'))) things.set(key, value);
  for (const listener of listeners) listener();
}

export const readOwn = <T>(key: string): T | undefined => things.get(key) as T | undefined;

/** Puts a thing in the place of another; undefined takes it away. It is known at once in every tab. @returns whether the device keeps it. */
export async function putOwn(key: string, value: unknown): Promise<boolean> {
  tell({ kind: 'own', key, value });
  const { kept } = await keep(['own'], (tx) => {
    if (value === undefined) tx.drop('own', key);
    else tx.put('own', { key, value });
    return Promise.resolve();
  });
  return kept;
}

/** Puts a thing that must not be believed sooner than it is kept: it is known when the device has it, or has said that it keeps nothing. */
export async function keepOwn(key: string, value: unknown): Promise<void> {
  await keep(['own'], (tx) => Promise.resolve(tx.put('own', { key, value })));
  tell({ kind: 'own', key, value });
}

export function onOwn(listener: () => void): () => void {
  listeners.add(listener);
  return () => void listeners.delete(listener);
}
export const useOwn = <T>(key: string): T | undefined => useSyncExternalStore(onOwn, () => readOwn<T>(key));
/** Forgets what is known in this page, as a reload does. */
export const forgetOwn = (): void => things.clear();
