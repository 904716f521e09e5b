import type { JobFile, Run } from '@tamper/core/job';
import { useFocusEffect } from 'expo-router';
import { useCallback, useMemo } from 'react';
import useSWR from 'swr';
import { fetcher, type StoredRun } from './api';

/** A whole job with its runs, as it is stored now. Looked at again whenever the screen comes back. */
export function useJobFile(jobId: string) {
  const { data, error, mutate } = useSWR<JobFile>(`/jobs/${jobId}/file`, fetcher);
  useFocusEffect(useCallback(() => void mutate(), [mutate]));
  return { file: data, error: error as unknown, refresh: mutate };
}

/** Every run of a job with its id and version, as they are stored now. */
export const allRuns = async (jobId: string): Promise<StoredRun[]> =>
  (await fetcher<{ items: StoredRun[] }>(`/jobs/${jobId}/runs/all`)).items;

/** The other runs of a job: all but the one of this id. */
export function useOtherRuns(jobId: string, runId: string): readonly Run[] {
  const { data, mutate } = useSWR<StoredRun[]>(`runs of ${jobId}`, () => allRuns(jobId));
  useFocusEffect(useCallback(() => void mutate(), [mutate]));
  return useMemo(() => data?.flatMap(({ id, doc }) => (id === runId ? [] : [doc])) ?? [], [data, runId]);
}
