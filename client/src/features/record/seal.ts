import type { Head } from '@tamper/core/heads';
import type { ProofFile } from '@tamper/core/proof';
import { useEffect, useState } from 'react';
import { ApiError, fetcher } from '../../data/api';
import { seenHeads } from '../../store/book';
import { checkHere } from './checkHere';

/** Heads of the chains of a job's record that this device has seen, by run; undefined while they are read. @param entries read again when these are others. */
export function useSeen(jobId: string, entries: unknown): Readonly<Record<string, readonly Head[]>> | undefined {
  const [seen, setSeen] = useState<Readonly<Record<string, readonly Head[]>>>();
  useEffect(() => {
    let here = true;
    void seenHeads(jobId).then((heads) => here && setSeen(heads));
    return () => void (here = false);
  }, [jobId, entries]);
  return seen;
}

const askProof = (jobId: string) => fetcher<ProofFile>(`/jobs/${jobId}/proof`);
/** The chains of a job's record; undefined where the server is not heard: what is made without it has none. */
export async function proofOf(jobId: string): Promise<ProofFile | undefined> {
  try {
    return await askProof(jobId);
  } catch (error) {
    if (error instanceof ApiError) return undefined;
    throw error;
  }
}

/** What came of checking the record of a job on this device. */
export interface SealCheck {
  proof: ProofFile;
  /** In sentences: what does not hold. */
  faults: string[];
  /** Entries and issued plans looked at. */
  links: number;
}

/** Fetches the chains and checks them here: each in itself, and against every head this device has seen. */
export async function checkSeal(jobId: string): Promise<SealCheck> {
  const [proof, seen] = await Promise.all([askProof(jobId), seenHeads(jobId)]);
  return { proof, ...(await checkHere(proof, seen)) };
}
