import type { Job } from '@tamper/core/job';
import { ruleSetIds, ruleSets } from '@tamper/core/rules';
import { memo, useState } from 'react';
import { Divider, Menu } from 'react-native-paper';
import { IconButton } from '../../ui/IconButton';
import { colours } from '../../theme/tokens';
import { Confirm } from '../../ui/Confirm';
import { LazyMenu } from '../../ui/LazyMenu';

interface Props {
  job: Job;
  name: string;
  onJob: (job: Job) => void;
  onDelete: () => void;
  onDuplicate: () => void;
}

/** Units, rule set, and what is done with a run as a whole. */
export const RunMenu = memo(function RunMenu({ job, name, onJob, onDelete, onDuplicate }: Props) {
  const [open, setOpen] = useState(false);
  const [asking, setAsking] = useState(false);
  const pick = (work: () => void) => () => {
    setOpen(false);
    work();
  };
  const remove = () => {
    setAsking(false);
    onDelete();
  };
  return (
    <>
      <LazyMenu
        open={open}
        onDismiss={() => setOpen(false)}
        anchor={
          <IconButton icon="more" accessibilityLabel="Units, rules and more" iconColor={colours.onClay} onPress={() => setOpen(true)} />
        }
      >
        {(['metric', 'us'] as const).map((units) => (
          <Menu.Item
            key={units}
            title={units === 'metric' ? 'Metric' : 'Feet and inches'}
            leadingIcon={job.units === units ? 'check' : ''}
            onPress={pick(() => onJob({ ...job, units }))}
          />
        ))}
        <Divider />
        {ruleSetIds.map((ruleSet) => (
          <Menu.Item
            key={ruleSet}
            title={`Rules: ${ruleSets[ruleSet].name}`}
            leadingIcon={job.ruleSet === ruleSet ? 'check' : ''}
            onPress={pick(() => onJob({ ...job, ruleSet }))}
          />
        ))}
        <Divider />
        <Menu.Item title="Duplicate as a variant" leadingIcon="copy" onPress={pick(onDuplicate)} />
        <Menu.Item title="Delete this run" leadingIcon="trash" onPress={pick(() => setAsking(true))} />
      </LazyMenu>
      <Confirm
        open={asking}
        title={`Delete “${name}”?`}
        text="The run goes for good. Export the job file first to keep a copy."
        action="Delete"
        onYes={remove}
        onNo={() => setAsking(false)}
      />
    </>
  );
});
