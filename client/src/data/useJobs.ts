import { useFocusEffect } from 'expo-router';
import { useCallback, useEffect } from 'react';
import useSWR from 'swr';
import useSWRInfinite from 'swr/infinite';
import { useStable } from '../ui/useStable';
import { onNews } from '../store/bus';
import { forgetOthers, jobsHere, LIST } from '../store/jobs';
import { deviceClock } from './deviceClock';
import { type ListedJob, type Page } from './api';
import { ask, beside, fromDevice } from './localFirst';
import { useLookAgain } from './useLookAgain';
import { useSoon } from './useSoon';

const PAGE = 50;

/** The address of each page of the list; null past the last. */
const addressOf = (index: number, before: Page<unknown> | null) =>
  index > 0 && !before?.next ? null : `${LIST}?limit=${PAGE}${before?.next ? `&after=${before.next}` : ''}`;

/** The jobs as this device knows them, page by page, those it has besides last; what the server says comes to it. */
export function useJobs() {
  const { data, error, setSize, mutate } = useSWRInfinite<Page<ListedJob>>(addressOf, (path: string) => fromDevice<Page<ListedJob>>(path));
  const { data: here, mutate: again } = useSWR('jobs on this device', jobsHere);
  const sync = useStable(() => {
    const before = [null, ...(data ?? [])].slice(0, Math.max(1, data?.length ?? 0));
    const asked = deviceClock().now();
    const askPage = (page: Page<ListedJob> | null, i: number) => ask<Page<ListedJob>>(addressOf(i, page) as string);
    beside(
      Promise.all(before.map(askPage)).then((pages) => {
        const all = pages.at(-1)?.next === null;
        return all ? forgetOthers(new Set(pages.flatMap(({ items }) => items.map(({ id }) => id))), asked) : undefined;
      }),
    );
  });
  const syncSoon = useSoon(sync);
  useFocusEffect(useCallback(() => sync(), [sync]));
  useLookAgain(sync);
  useEffect(
    () =>
      onNews((news) => {
        if (news.kind === 'answer' && news.path === LIST) sync();
        if (news.kind === 'again' || news.kind === 'book' || news.kind === 'there') syncSoon();
        if (news.kind === 'answer' && news.path.startsWith(LIST) && !news.path.startsWith(`${LIST}/`)) {
          void mutate();
          void again();
        }
        if (news.kind === 'sent' && news.path.startsWith(`${LIST}/`)) sync();
      }),
    [mutate, again, sync, syncSoon],
  );
  const listed = data?.flatMap((page) => page.items);
  const known = new Set(listed?.map(({ id }) => id));
  return {
    items: listed || here?.length ? [...(listed ?? []), ...(here ?? []).filter(({ id }) => !known.has(id))] : undefined,
    error: error as unknown,
    more: data?.at(-1)?.next ? () => void setSize((size) => size + 1) : undefined,
    refresh: () => void mutate(),
  };
}
