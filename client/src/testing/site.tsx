import { useWho } from '../data/who';
import { safeToEnter, type PlannedRevision } from '@tamper/core/gates';
import { blankJob, type Job, type Run } from '@tamper/core/job';
import { planRun } from '@tamper/core/plan';
import { resolveRules } from '@tamper/core/rules';
import { registerOf } from '@tamper/core/site';
import { useMemo, type ReactNode } from 'react';
import { deviceId } from '../data/device';
import { deviceClock } from '../data/deviceClock';
import { SiteContext, type SiteEdit } from '../features/site/context';
import { onPage } from './benches';
import { useBenchBook } from './books';

/** Puts a tab of the site screen on a bench: an issued plan, a book that really fills, no server. */
export function onSite(tab: ReactNode, run: Run, job: Job = blankJob('Yard', 'UK')) {
  const plan = planRun(job, run);
  const rules = resolveRules(job.ruleSet, job.overrides);
  const force: PlannedRevision = { id: '10000000-0000-4000-8000-000000000001', number: 1, job, run, rules, plan };
  const seen = { book: [] as SiteEdit['book']['book'], gate: undefined as SiteEdit['gate'], unmount: (): void => undefined };
  function Bench() {
    const book = useBenchBook();
    const now = deviceClock().now();
    const known = useMemo(() => book.book ?? [], [book.book]);
    const gate = safeToEnter({ revisions: [force], book: known, device: deviceId(), heard: now, now, units: job.units });
    Object.assign(seen, { book: known, gate });
    const register = useMemo(() => registerOf(known, deviceClock().now(), rules), [known]);
    const site: SiteEdit = {
      jobId: 'j1',
      runId: 'r1',
      draft: { job: { doc: job }, run: { doc: run }, good: { job, run, plan }, planned: true } as SiteEdit['draft'],
      force,
      job,
      run,
      rules,
      plan,
      book,
      register,
      gate,
      who: useWho().who,
    };
    return <SiteContext.Provider value={site}>{tab}</SiteContext.Provider>;
  }
  seen.unmount = onPage(<Bench />).unmount;
  return seen;
}
