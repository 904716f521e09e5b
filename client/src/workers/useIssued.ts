import type { PlannedRevision } from '@tamper/core';
import { plansSpokenOf } from '@tamper/core/gates';
import { resolveRules } from '@tamper/core/rules';
import type { Kept } from '@tamper/core/book';
import { useEffect, useMemo, useState } from 'react';
import { ApiError, type InForce } from '../data/api';
import { drift } from '@tamper/core/drift';
import { issuedPlan } from '../data/issuedPlans';
import { planOnce } from './planWorker';

/** Issued plans this page has worked out: a copy never changes, so what comes of it does not either. */
const planned = new Map<string, Promise<PlannedRevision>>();

async function fetchPlanned(jobId: string, id: string): Promise<PlannedRevision> {
  const {
    revision: { number, body },
    job,
    run,
  } = await issuedPlan(jobId, id);
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

export interface Issued {
  /** Undefined while the one in force is being fetched; empty where none is issued. */
  revisions: readonly PlannedRevision[] | undefined;
  error: string | undefined;
}

/** Does it help to ask again? Not for a plan the server says it does not have: an entry may name any. */
const mayCome = (error: unknown): boolean => !(error instanceof ApiError && error.status === 404);

/** The issued plan in force and those the book speaks of, worked out. @param heard when the server was heard last: one that could not be fetched is asked for again. */
export function useIssued(
  jobId: string,
  inForce: InForce | undefined,
  book: readonly Kept[] | undefined,
  heard: number | undefined,
): Issued {
  const [known, setKnown] = useState<ReadonlyMap<string, PlannedRevision>>(new Map());
  const [failed, setFailed] = useState<ReadonlyMap<string, unknown>>(new Map());
  const wanted = useMemo(() => (inForce ? [...new Set([inForce.id, ...plansSpokenOf(book ?? [])])].join(' ') : ''), [inForce, book]);
  const again = [...failed].some(([id, error]) => !known.has(id) && mayCome(error)) ? heard : undefined;
  useEffect(() => {
    let listening = true;
    for (const id of wanted.split(' ').filter(Boolean))
      plannedRevision(jobId, id).then(
        (revision) => void (listening && setKnown((before) => (before.has(id) ? before : new Map(before).set(id, revision)))),
        (reason: unknown) => void (listening && setFailed((before) => new Map(before).set(id, reason))),
      );
    return () => void (listening = false);
  }, [jobId, wanted, again]);
  const revisions = useMemo(() => {
    if (inForce === undefined) return undefined;
    if (inForce === null) return [];
    const ids = wanted.split(' ');
    return known.has(inForce.id) ? ids.flatMap((id) => known.get(id) ?? []) : undefined;
  }, [inForce, wanted, known]);
  const reason = inForce && !known.has(inForce.id) ? failed.get(inForce.id) : undefined;
  return { revisions, error: reason === undefined ? undefined : reason instanceof Error ? reason.message : String(reason) };
}
