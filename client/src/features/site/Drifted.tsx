import type { PlannedRevision } from '@tamper/core';
import { firstOf } from '@tamper/core/drift';
import type { ReactNode } from 'react';
import { Notice } from '../../ui/Notice';
import { Sentences } from '../../ui/Sentences';

/** A plan that a later program works out otherwise than it was issued: says what comes first of it, and under it what that means where it is said. All of it stands where it is issued. */
export const Drifted = ({ says, children }: { says: PlannedRevision['drifted']; children: ReactNode }) =>
  says === undefined || says.length === 0 ? null : (
    <Notice kind="caution" title="This program works the plan out differently">
      <Sentences label="What comes out differently" list={firstOf(3, says)} />
      {children}
    </Notice>
  );
