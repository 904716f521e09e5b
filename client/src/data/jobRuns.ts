import type { JobFile, Run } from '@tamper/core/job';
import { useMemo } from 'react';
import useSWR from 'swr';
import { api, fetcher, type Page, type RunSummary, type StoredRun } from './api';

/** A whole job with its runs, as it is stored now. Looked at again whenever the screen comes back. */
export function useJobFile(jobId: string) {
  const { data, error, mutate } = useSWR<JobFile>(`/jobs/${jobId}/file`, fetcher, { revalidateOnFocus: true });
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

/** Writes runs over the versions they were read at. @throws ApiError when somebody was faster; runs before it are written. */
export async function putRuns(runs: readonly { id: string; version: number; doc: Run }[]): Promise<void> {
  for (const { id, version, doc } of runs) await api.put(`/runs/${id}`, version, doc);
}
