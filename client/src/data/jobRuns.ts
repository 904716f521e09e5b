import type { JobFile, Run } from '@tamper/core/job';
import { useFocusEffect } from 'expo-router';
import { useCallback, useMemo } from 'react';
import useSWR from 'swr';
import { fetcher, type Page, type RunSummary, type StoredRun } from './api';

/** A whole job with its runs, as it is stored now. Looked at again whenever the screen comes back. */
export function useJobFile(jobId: string) {
  const { data, error, mutate } = useSWR<JobFile>(`/jobs/${jobId}/file`, fetcher);
  useFocusEffect(useCallback(() => void mutate(), [mutate]));
  return { file: data, error: error as unknown, refresh: mutate };
}

/** The other runs of a job: all but the one of this name. */
export function useOtherRuns(jobId: string, name: string | undefined): readonly Run[] {
  const { file } = useJobFile(jobId);
  return useMemo(() => file?.runs.filter((run) => run.name !== name) ?? [], [file, name]);
}

/** Every run of a job with its id and version, page by page. */
export async function allRuns(jobId: string): Promise<StoredRun[]> {
  const summaries: RunSummary[] = [];
  let after = '';
  do {
    const page = await fetcher<Page<RunSummary>>(`/jobs/${jobId}/runs?limit=200${after && `&after=${after}`}`);
    summaries.push(...page.items);
    after = page.next ?? '';
  } while (after);
  return Promise.all(summaries.map(({ id }) => fetcher<StoredRun>(`/runs/${id}`)));
}
