import { withKnownProducts } from '@tamper/core/job';
import { resolveRules } from '@tamper/core/rules';
import type { Place } from '@tamper/core/trench';
import { useMemo } from 'react';
import { useFresh } from '../../data/useCurrent';
import { useWho } from '../../data/who';
import { useStable } from '../../ui/useStable';
import type { TabOf } from '../frame/places';
import { useSession } from '../frame/session';
import { StepPage } from '../frame/StepPage';
import { ProtectionContext, type ProtectionEdit } from './context';
import { SupportsTab } from './SupportsTab';
import { SoilTab } from './SoilTab';
import { StepsTab } from './StepsTab';
import { WaysTab } from './WaysTab';

type Tab = TabOf<'protection'>;
const SHOWN: Record<Tab, () => React.ReactNode> = { soil: SoilTab, ways: WaysTab, supports: SupportsTab, steps: StepsTab };

/** What the ground is, and what holds it. */
export function ProtectionScreen({ tab }: { tab: Tab }) {
  const { job, run, state, planned, book, where, look, apply, putJob, reader, mends, onFix } = useSession();
  const { good } = state;
  const { who, setWho } = useWho();
  useFresh([job, run]);
  const setPlace = useStable((hole: string) => look({ hole }));
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
        setWho,
        apply,
        putJob,
        place: (good.plan.places.find(({ id }) => id === where.hole) ?? good.plan.places[0]) as Place,
        setPlace,
        reader,
        mends,
        onFix,
      },
    [run, job.doc, good, planned, book, who, setWho, apply, putJob, where.hole, setPlace, reader, mends, onFix],
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
