import type { SoilTests } from '@tamper/core/ground';
import { keyOf, sameJson, type Fix, type Job, type Patch, type Run } from '@tamper/core/job';
import type { Mend } from '@tamper/core/plan';
import type { Sayable } from '@tamper/core/words';
import { proxy } from 'comlink';
import { startTransition, useEffect, useRef, useState } from 'react';
import { useStable } from '../ui/useStable';
import { whenIdle } from '../ui/whenIdle';
import { studyWorker } from './studyWorker';

/** Fixes of a finding that mend it. */
export type MendList = readonly Mend<Sayable>[];
/** The same, by the finding's key. */
export type MendLists = ReadonlyMap<string, MendList>;
/** The fixes of findings that mend them, and the run those of each finding were tried on last. The lists are the same object while they say the same. */
export interface Mends {
  lists: MendLists;
  of: ReadonlyMap<string, Run>;
}
export const NO_MENDS: Mends = { lists: new Map(), of: new Map() };
/** What is found within so long, ms, is shown at once: the next key is not held up by every single one. */
const AT_ONCE = 100;

/** Whose findings are to be mended: the plan's, those of the ground by the book, or those of the order. */
export type MendsOf = { kind: 'plan' } | { kind: 'ground'; tests: SoilTests } | { kind: 'order' };

/**
 * Tries the fixes of what is found in a worker of its own, worst first, while the plan is looked at already. What was found for earlier inputs stays until
 * the same is known of the newest.
 * @param inputs what was planned; the same objects while nothing changed.
 */
export function useMends(inputs: { job: Job; run: Run } | undefined, what: MendsOf = PLAN): Mends {
  const [mends, setMends] = useState(NO_MENDS);
  const link = useRef<ReturnType<typeof studyWorker>>(undefined);
  useEffect(
    () => () => {
      link.current?.end();
      link.current = undefined;
    },
    [],
  );
  const { job, run } = inputs ?? {};
  const { kind } = what;
  const tests = what.kind === 'ground' ? what.tests : undefined;
  useEffect(() => {
    if (!job || !run) return;
    let listening = true;
    let timer: ReturnType<typeof setTimeout> | undefined;
    let fresh: [key: string, list: MendList][] = [];
    const tell = () => {
      timer = undefined;
      const [known, of] = [fresh, run];
      fresh = [];
      startTransition(() => setMends((before) => withMends(before, known, of)));
    };
    const heard = (key: string, list: MendList) => {
      if (!listening) return;
      fresh.push([key, list]);
      timer ??= setTimeout(tell, AT_ONCE);
    };
    const of: MendsOf = kind === 'ground' && tests ? { kind, tests } : { kind: kind === 'ground' ? 'plan' : kind };
    const begin = () => {
      link.current ??= studyWorker();
      void link.current.remote.mends(job, run, of, proxy(heard));
    };
    let leave: (() => void) | undefined;
    // What was planned is drawn before another worker reads its program.
    if (link.current) begin();
    else leave = whenIdle(begin);
    return () => {
      leave?.();
      listening = false;
      clearTimeout(timer);
    };
  }, [job, run, kind, tests]);
  return mends;
}
const PLAN: MendsOf = { kind: 'plan' };

/** The fixes with those just tried on a run. Lists that say what they said stay the same objects. */
export function withMends({ lists, of }: Mends, fresh: readonly (readonly [key: string, list: MendList])[], run: Run): Mends {
  const changed = fresh.filter(([key, list]) => !sameJson(lists.get(key), list));
  return {
    lists: changed.length > 0 ? new Map([...lists, ...changed]) : lists,
    of: new Map([...of, ...fresh.map(([key]) => [key, run] as const)]),
  };
}

/** Are two fixes the same way to mend? */
const sameFix = (a: Fix, b: Fix): boolean => a.code === b.code && sameJson(a.facts, b.facts);

/**
 * Takes a fix. Pressed while it is not known of the newest inputs, it waits until it is, and is taken from there if it still mends: worked out for what
 * was, it could miss what is.
 * @param newest the run as it is now. @param stopped does something stand in the way of planning that? Then there is nothing to wait for.
 */
export function useTakeFix(
  mends: Mends,
  newest: Run,
  stopped: boolean,
  apply: (patches: readonly Patch[]) => void,
): (finding: Sayable, fix: Fix) => void {
  const waiting = useRef<{ key: string; fix: Fix }>(undefined);
  useEffect(() => {
    const wanted = waiting.current;
    if (!wanted || mends.of.get(wanted.key) !== newest) return;
    waiting.current = undefined;
    const found = mends.lists.get(wanted.key)?.find(({ fix }) => sameFix(fix, wanted.fix));
    if (found) apply(found.fix.patches);
  }, [mends, newest, apply]);
  return useStable((finding, fix) => {
    const key = keyOf(finding);
    if (stopped || mends.of.get(key) === newest) apply(fix.patches);
    else waiting.current = { key, fix };
  });
}
