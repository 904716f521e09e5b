import type { PlannedRevision } from '@tamper/core';
import { resolveRules } from '@tamper/core/rules';
import { upgradeIssued } from '@tamper/core/job/upgrade';
import type { Kept } from '@tamper/core/book';
import { useEffect, useMemo, useState } from 'react';
import type { InForce } from '../data/api';
import { drift } from '@tamper/core/drift';
import type { Revision } from '@tamper/core/issue';
import { fromDevice } from '../data/localFirst';
import { planOnce } from './planWorker';

/** Issued plans this page has worked out: a copy never changes, so what comes of it does not either. */
const planned = new Map<string, Promise<PlannedRevision>>();

async function fetchPlanned(jobId: string, id: string): Promise<PlannedRevision> {
  const { number, body } = await fromDevice<Revision>(`/revisions/${id}`, jobId);
  const { job, run } = upgradeIssued(body);
  const [plan, rules] = [await planOnce(job, run), resolveRules(job.ruleSet, job.overrides)];
  return { id, number, job, run, rules, plan, drifted: drift(body, { plan, rules }, job.units) };
}

/** An issued plan with what comes of it. A failure is forgotten, so that it is asked for again. */
export function plannedRevision(jobId: string, id: string): Promise<PlannedRevision> {
  const known = planned.get(id) ?? fetchPlanned(jobId, id);
  planned.set(id, known);
  known.catch(() => planned.delete(id));
  return known;
}

/** What is held against the plan it was made of, and counts on while that says the same. */
const OF_A_PLAN: readonly string[] = ['inspection', 'look', 'bedSeen', 'laid', 'joint', 'test', 'coverReady', 'witnessed'];
/** Plans that were looked at, by the book: those an inspection, or what was laid, may have to be held against. */
const lookedAt = (book: readonly Kept[]): string[] =>
  book.flatMap(({ entry: { fact } }) => (OF_A_PLAN.includes(fact.kind) && 'revision' in fact ? [fact.revision] : []));
/** The newest of them are enough: older ones are of shifts that are over. */
const MOST = 6;

export interface Issued {
  /** Undefined while the one in force is being fetched; empty where none is issued. */
  revisions: readonly PlannedRevision[] | undefined;
  error: string | undefined;
}

/** The issued plan in force and those the book speaks of, worked out. @param heard when the server was heard last: one that could not be fetched is asked for again. */
export function useIssued(
  jobId: string,
  inForce: InForce | undefined,
  book: readonly Kept[] | undefined,
  heard: number | undefined,
): Issued {
  const [known, setKnown] = useState<ReadonlyMap<string, PlannedRevision>>(new Map());
  const [error, setError] = useState<string>();
  const wanted = useMemo(() => {
    const seen = [...new Set(lookedAt(book ?? []).reverse())].slice(0, MOST);
    return inForce ? [...new Set([inForce.id, ...seen])].join(' ') : '';
  }, [inForce, book]);
  const again = error === undefined ? undefined : heard;
  useEffect(() => {
    let listening = true;
    for (const id of wanted.split(' ').filter(Boolean))
      plannedRevision(jobId, id)
        .then((revision) => {
          if (listening) setKnown((before) => (before.has(id) ? before : new Map(before).set(id, revision)));
          if (listening) setError(undefined);
        })
        // Of another run, or of none: what was looked at then says nothing here.
        .catch((reason: unknown) => {
          if (listening && id === wanted.split(' ')[0]) setError(reason instanceof Error ? reason.message : String(reason));
        });
    return () => void (listening = false);
  }, [jobId, wanted, again]);
  const revisions = useMemo(() => {
    if (inForce === undefined) return undefined;
    if (inForce === null) return [];
    const ids = wanted.split(' ');
    return known.has(inForce.id) ? ids.flatMap((id) => known.get(id) ?? []) : undefined;
  }, [inForce, wanted, known]);
  return { revisions, error };
}
