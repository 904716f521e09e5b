import useSWRInfinite from 'swr/infinite';
import { fetcher, type Page } from './api';

/** A paged list: what is loaded so far, and a way to more. */
export function usePages<T>(path: string) {
  const { data, error, setSize, mutate } = useSWRInfinite<Page<T>>(
    (index: number, before: Page<T> | null) =>
      index > 0 && !before?.next ? null : `${path}?limit=50${before?.next ? `&after=${before.next}` : ''}`,
    fetcher,
  );
  return {
    items: data?.flatMap((page) => page.items),
    error: error as unknown,
    more: data?.at(-1)?.next ? () => void setSize((size) => size + 1) : undefined,
    refresh: () => void mutate(),
  };
}
