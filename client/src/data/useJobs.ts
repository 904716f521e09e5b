import type { Job } from '@tamper/core/job';
import { useFocusEffect } from 'expo-router';
import { useCallback, useEffect } from 'react';
import useSWR from 'swr';
import useSWRInfinite from 'swr/infinite';
import { useStable } from '../ui/useStable';
import { onNews, tell } from '../store/bus';
import { jobsMadeHere } from '../store/jobs';
import { type ListedJob, type Page } from './api';
import { ask, beside, fromDevice } from './localFirst';
import { useLookAgain } from './useLookAgain';
import { useSoon } from './useSoon';

const LIST = '/jobs';
const PAGE = 50;

/** The address of each page of the list; null past the last. */
const addressOf = (index: number, before: Page<unknown> | null) =>
  index > 0 && !before?.next ? null : `${LIST}?limit=${PAGE}${before?.next ? `&after=${before.next}` : ''}`;

async function madeHere(): Promise<ListedJob[]> {
  return (await jobsMadeHere()).map(({ draft, runs }) => {
    const { name, ruleSet, units } = draft.doc as Job;
    return {
      id: draft.jobId,
      version: 0,
      name,
      ruleSet,
      units: units ?? 'metric',
      runs,
      issued: 0,
      workedOn: new Date(draft.since).toISOString(),
    };
  });
}

/** The list of jobs is another: one was added, or is gone. */
export const jobsChanged = (): void => tell({ kind: 'answer', path: LIST });

/** The jobs as this device knows them, page by page, those made here last; what the server says comes to it. */
export function useJobs() {
  const { data, error, setSize, mutate } = useSWRInfinite<Page<ListedJob>>(addressOf, (path: string) => fromDevice<Page<ListedJob>>(path));
  const { data: here, mutate: again } = useSWR('jobs made here', madeHere);
  const sync = useStable(() => {
    const pages = data ?? [];
    beside(Promise.all([null, ...pages].slice(0, Math.max(1, pages.length)).map((before, i) => ask(addressOf(i, before) as string))));
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
    // Those made here come last: the newest are.
    items: listed || here?.length ? [...(listed ?? []), ...(here ?? []).filter(({ id }) => !known.has(id))] : undefined,
    error: error as unknown,
    more: data?.at(-1)?.next ? () => void setSize((size) => size + 1) : undefined,
    refresh: () => void mutate(),
  };
}
