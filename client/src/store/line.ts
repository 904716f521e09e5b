import { useSyncExternalStore } from 'react';
import { onNews, tellHere } from './bus';

/** Why the server was not heard the last time it was asked; undefined: it was. */
let why: string | undefined;

export const whyNoLine = (): string | undefined => why;
export function lineIs(next: string | undefined): void {
  if (next === why) return;
  why = next;
  tellHere({ kind: 'line', why });
}

const subscribe = (listener: () => void) => onNews((news) => news.kind === 'line' && listener());
export const useLine = (): string | undefined => useSyncExternalStore(subscribe, whyNoLine);
