import { useMemo, type ReactNode } from 'react';
import type { Run } from '@tamper/core';
import {
  CursorContext,
  OthersContext,
  PlannedContext,
  SafeContext,
  SessionContext,
  WhereContext,
  type Looking,
  type Planned,
  type RunSession,
  type Safe,
  type Where,
} from './session';

interface Props extends Planned {
  session: RunSession;
  others: readonly Run[];
  where: Where;
  look: Looking['look'];
  safe: Safe;
  children: ReactNode;
}

/** Tells each part of what is open on a run to those who show it. @returns the children told so. */
export function useRunContexts({ session, others, where: { cursor, part, hole }, look, state, planned, safe, children }: Props): ReactNode {
  const station = useMemo(() => ({ cursor }), [cursor]);
  const looking = useMemo(() => ({ part, hole, look }), [part, hole, look]);
  const plan = useMemo(() => ({ state, planned }), [state, planned]);
  return (
    <SessionContext.Provider value={session}>
      <WhereContext.Provider value={looking}>
        <CursorContext.Provider value={station}>
          <PlannedContext.Provider value={plan}>
            <SafeContext.Provider value={safe}>
              <OthersContext.Provider value={others}>{children}</OthersContext.Provider>
            </SafeContext.Provider>
          </PlannedContext.Provider>
        </CursorContext.Provider>
      </WhereContext.Provider>
    </SessionContext.Provider>
  );
}
