import { withKnownProducts } from '@tamper/core/job';
import { resolveRules } from '@tamper/core/rules';
import type { Place } from '@tamper/core/trench';
import { useMemo, type ComponentType } from 'react';
import { useFresh } from '../../data/useCurrent';
import { useWho } from '../../data/who';
import { later } from '../../ui/later';
import { useStable } from '../../ui/useStable';
import type { TabOf } from '../frame/places';
import { useMendsHere, usePlanned, useSession, useWhere } from '../frame/session';
import { StepPage } from '../frame/StepPage';
import { ProtectionContext, type ProtectionEdit } from './context';
import { SoilTab } from './SoilTab';

type Tab = TabOf<'protection'>;
const WaysTab = later(async () => (await import('./later')).WaysTab);
const SupportsTab = later(async () => (await import('./later')).SupportsTab);
const StepsTab = later(async () => (await import('./later')).StepsTab);

const SHOWN: Record<Tab, ComponentType> = { soil: SoilTab, ways: WaysTab, supports: SupportsTab, steps: StepsTab };

/** What the ground is, and what holds it. */
export function ProtectionScreen({ tab }: { tab: Tab }) {
  const { job, run, book, apply, putJob, reader } = useSession();
  const { state, planned } = usePlanned();
  const { mends, onFix } = useMendsHere();
  const { hole, look } = useWhere();
  const { good } = state;
  const { who } = useWho();
  useFresh([job, run]);
  const setPlace = useStable((next: string) => look({ hole: next }));
  const edit = useMemo(
    (): ProtectionEdit | undefined =>
      good && {
        document: run,
        // The newest: what is typed next builds on it, not on what was planned last.
        job: job.doc,
        run: withKnownProducts(good.job, good.run),
        plan: good.plan,
        planned,
        rules: resolveRules(good.job.ruleSet, good.job.overrides),
        book,
        who,
        apply,
        putJob,
        place: (good.plan.places.find(({ id }) => id === hole) ?? good.plan.places[0]) as Place,
        setPlace,
        reader,
        mends,
        onFix,
      },
    [run, job.doc, good, planned, book, who, apply, putJob, hole, setPlace, reader, mends, onFix],
  );
  const Shown = SHOWN[tab];
  return (
    <StepPage roomy={tab === 'ways'}>
      {edit ? (
        <ProtectionContext.Provider value={edit}>
          <Shown />
        </ProtectionContext.Provider>
      ) : undefined}
    </StepPage>
  );
}
