import { mutate } from 'swr';
import useSWRInfinite, { unstable_serialize } from 'swr/infinite';
import { fetcher, type Page } from './api';

const PAGE = 50;

/** The address of each page of a list; null past the last. */
const pagesOf = (path: string) => (index: number, before: Page<unknown> | null) =>
  index > 0 && !before?.next ? null : `${path}?limit=${PAGE}${before?.next ? `&after=${before.next}` : ''}`;

/** A paged list: what is loaded so far, and a way to more. */
export function usePages<T>(path: string) {
  const { data, error, setSize, mutate: again } = useSWRInfinite<Page<T>>(pagesOf(path), fetcher);
  return {
    items: data?.flatMap((page) => page.items),
    error: error as unknown,
    more: data?.at(-1)?.next ? () => void setSize((size) => size + 1) : undefined,
    refresh: () => void again(),
  };
}

/** Fetches a list again wherever it stands on a screen, also below another one, after a row was added or went. */
export const refreshList = (path: string): void => void mutate(unstable_serialize(pagesOf(path)));
