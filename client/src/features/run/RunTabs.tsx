import type { ReactNode } from 'react';
import { View } from 'react-native';
import { Text } from 'react-native-paper';
import type { RunDocument } from '../../data/documents';
import { colours } from '../../theme/tokens';
import { Conflict } from '../../ui/Conflict';
import { Faults } from '../../ui/Faults';
import { Page } from '../../ui/Screen';
import { Tabs } from '../../ui/Tabs';
import { isStopped, type PlanState } from '../../workers/usePlan';

interface Props<T extends string> {
  label: string;
  tabs: readonly { value: T; label: string }[];
  tab: T;
  onTab: (tab: T) => void;
  run: RunDocument;
  /** What the planner says is wrong. */
  state: Pick<PlanState, 'errors' | 'crash'>;
  /** What stands above the page, such as the strip. */
  above?: ReactNode;
  roomy?: boolean;
  /** The tab's page; nothing while there is no plan to show. */
  children: ReactNode;
}

/** A screen of tabs on one run: its bar, what stands in the way of saving or planning, and the tab one is on. */
export function RunTabs<T extends string>({ label, tabs, tab, onTab, run, state, above, roomy = false, children }: Props<T>) {
  const { errors, crash } = state;
  return (
    <>
      <View style={{ backgroundColor: colours.chalk, alignItems: 'center' }}>
        <Tabs label={label} value={tab} options={tabs} onChange={onTab} />
      </View>
      {above}
      <Page key={tab} roomy={roomy}>
        <Conflict document={run} what="this run" />
        <Faults title="These inputs cannot be dug" faults={[...errors.map(({ message }) => message), ...(crash ? [crash] : [])]} />
        {children ?? (!isStopped(state) ? <Text role="status">Working it out…</Text> : null)}
      </Page>
    </>
  );
}
