import { ruleSetIds, ruleSets, type Job, type Run } from '@tamper/core';
import { router } from 'expo-router';
import { useState } from 'react';
import { Divider, IconButton, Menu } from 'react-native-paper';
import { api, type Stored, type StoredRun } from '../../data/api';
import type { Document } from '../../data/useDocument';
import { colours, TARGET } from '../../theme/tokens';
import { Confirm } from '../../ui/Confirm';

/** Units, rule set and the end of a run. */
export function RunMenu({ jobId, job, run }: { jobId: string; job: Document<Job, Stored<Job>>; run: Document<Run, StoredRun> }) {
  const [open, setOpen] = useState(false);
  const [asking, setAsking] = useState(false);
  const pick = (work: () => void) => () => {
    setOpen(false);
    work();
  };
  const remove = async () => {
    setAsking(false);
    await api.removeRun(run.stored.id, run.version());
    router.replace(`/jobs/${jobId}`);
  };
  return (
    <>
      <Menu
        visible={open}
        onDismiss={() => setOpen(false)}
        anchorPosition="bottom"
        anchor={
          <IconButton
            icon="more"
            accessibilityLabel="Units, rules and more"
            iconColor={colours.onClay}
            style={{ width: TARGET, height: TARGET, margin: 0 }}
            onPress={() => setOpen(true)}
          />
        }
      >
        {(['metric', 'us'] as const).map((units) => (
          <Menu.Item
            key={units}
            title={units === 'metric' ? 'Metric' : 'Feet and inches'}
            leadingIcon={job.doc.units === units ? 'check' : ''}
            onPress={pick(() => job.change({ ...job.doc, units }))}
          />
        ))}
        <Divider />
        {ruleSetIds.map((ruleSet) => (
          <Menu.Item
            key={ruleSet}
            title={`Rules: ${ruleSets[ruleSet].name}`}
            leadingIcon={job.doc.ruleSet === ruleSet ? 'check' : ''}
            onPress={pick(() => job.change({ ...job.doc, ruleSet }))}
          />
        ))}
        <Divider />
        <Menu.Item title="Delete this run" leadingIcon="trash" onPress={pick(() => setAsking(true))} />
      </Menu>
      <Confirm
        open={asking}
        title={`Delete “${run.doc.name}”?`}
        text="The run goes for good. Export the job file first to keep a copy."
        action="Delete"
        onYes={() => void remove()}
        onNo={() => setAsking(false)}
      />
    </>
  );
}
