import { withKnownLines } from '@tamper/core/job';
import { resolveRules } from '@tamper/core/rules';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { Text } from 'react-native-paper';
import type { JobDocument, RunDocument } from '../../data/documents';
import { useBook } from '../../data/useBook';
import { useWho } from '../../data/who';
import { colours } from '../../theme/tokens';
import { Conflict } from '../../ui/Conflict';
import { Faults } from '../../ui/Faults';
import { Page } from '../../ui/Screen';
import { Tabs } from '../../ui/Tabs';
import { OpenRun } from '../run/OpenRun';
import { useEdits } from '../run/useEdits';
import { GuardContext, type GuardEdit } from './context';
import { EnterTab } from './EnterTab';
import { KitTab } from './KitTab';
import { SoilTab } from './SoilTab';
import { StepsTab } from './StepsTab';
import { WaysTab } from './WaysTab';

const TABS = [
  { value: 'enter', label: 'Enter' },
  { value: 'soil', label: 'Soil' },
  { value: 'ways', label: 'Ways' },
  { value: 'kit', label: 'Kit' },
  { value: 'steps', label: 'Steps' },
] as const;
type Tab = (typeof TABS)[number]['value'];
const SHOWN: Record<Tab, () => React.ReactNode> = { enter: EnterTab, soil: SoilTab, ways: WaysTab, kit: KitTab, steps: StepsTab };

/** What the ground is, what holds it, and who may go in. */
export const GuardScreen = ({ jobId, runId, tab }: { jobId: string; runId: string; tab: string | undefined }) => (
  <OpenRun jobId={jobId} runId={runId} title="Guard">
    {(job, run) => <Guard job={job} run={run} runId={runId} first={TABS.find(({ value }) => value === tab)?.value ?? 'enter'} />}
  </OpenRun>
);

function Guard({ job, run, runId, first }: { job: JobDocument; run: RunDocument; runId: string; first: Tab }) {
  const [tab, setTab] = useState<Tab>(first);
  const [reach, setReach] = useState(0);
  const { good, errors, crash, apply, putJob } = useEdits(job, run);
  const book = useBook(runId);
  const { who, setWho } = useWho();
  const edit = useMemo(
    (): GuardEdit | undefined =>
      good && {
        document: run,
        // The newest: what is typed next builds on it, not on what was planned last.
        job: job.doc,
        run: withKnownLines(good.job, good.run),
        plan: good.plan,
        planned: errors.length === 0 && crash === undefined,
        rules: resolveRules(good.job.ruleSet, good.job.overrides),
        book,
        who,
        setWho,
        apply,
        putJob,
        reach: Math.min(reach, good.run.reaches.length - 1),
        setReach,
      },
    [run, job.doc, good, errors, crash, book, who, setWho, apply, putJob, reach],
  );
  const Shown = SHOWN[tab];
  return (
    <>
      <View style={{ backgroundColor: colours.chalk, alignItems: 'center' }}>
        <Tabs label="Ground and guard" value={tab} options={TABS} onChange={setTab} />
      </View>
      <Page key={tab} roomy={tab === 'ways'}>
        <Conflict document={run} what="this run" />
        <Faults title="These inputs cannot be dug" faults={[...errors.map(({ message }) => message), ...(crash ? [crash] : [])]} />
        {edit ? (
          <GuardContext.Provider value={edit}>
            <Shown />
          </GuardContext.Provider>
        ) : errors.length === 0 ? (
          <Text role="status">Working it out…</Text>
        ) : null}
      </Page>
    </>
  );
}
