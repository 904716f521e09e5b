import type { IssuedHere } from '@tamper/core';
import type { Revision } from '@tamper/core/issue';
import { upgradeIssued } from '@tamper/core/job/upgrade';
import { useEffect } from 'react';
import useSWRImmutable from 'swr/immutable';
import type { InForce } from './api';
import { fromDevice } from './localFirst';

/** An issued plan as it was issued, and as this program reads what it was made of. */
export async function issuedPlan(jobId: string, id: string) {
  const revision = await fromDevice<Revision>(`/revisions/${id}`, jobId);
  return { revision, ...upgradeIssued(revision.body) };
}

/**
 * The plans in force of the runs of a job, in their order; undefined until it is known of each whether it is here.
 * @param heard when the server was heard last: one that is not here is asked for again.
 */
export function usePlansInForce(
  jobId: string,
  inForce: readonly (InForce | undefined)[] | undefined,
  heard: number | undefined,
): readonly (IssuedHere | undefined)[] | undefined {
  const key = inForce && `plans in force of ${jobId} ${inForce.map((one) => one?.id ?? '').join()}`;
  const { data, mutate } = useSWRImmutable(key, () =>
    Promise.all(
      (inForce ?? []).map(async (one): Promise<IssuedHere | undefined> => {
        if (!one) return undefined;
        // Not here, or not to be read: what it says is not known, which shuts.
        const body = await issuedPlan(jobId, one.id).catch(() => undefined);
        return { number: one.number, body: body && { job: body.job, run: body.run } };
      }),
    ),
  );
  const missing = data?.some((one) => one && !one.body);
  useEffect(() => {
    if (missing) void mutate();
  }, [missing, heard, mutate]);
  return data;
}
