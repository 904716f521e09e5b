import { memo, useMemo, type ReactNode } from 'react';
import { useMends, useTakeFix } from '../../workers/useMends';
import type { StepId } from './places';
import { MendsContext, usePlanned, useSession } from './session';

/** Where findings of the plan are shown: nowhere else fixes are tried, which takes planning again and again. */
const SHOWN: readonly StepId[] = ['trench', 'protection', 'works'];

/** Has the fixes of what the plan found tried, and tells them to those who show them. By itself: nothing else is drawn anew for what was tried. */
export const Mended = memo(function Mended({ step, children }: { step: StepId | undefined; children: ReactNode }) {
  const { state, planned } = usePlanned();
  const { run, apply } = useSession();
  const mends = useMends(SHOWN.some((one) => one === step) ? state.good : undefined);
  const onFix = useTakeFix(mends, run.doc, !planned, apply);
  const { lists } = mends;
  const here = useMemo(() => ({ mends: lists, onFix }), [lists, onFix]);
  return <MendsContext.Provider value={here}>{children}</MendsContext.Provider>;
});
