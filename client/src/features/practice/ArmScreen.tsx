import { machines, type MachineId } from '@tamper/core/catalogue';
import { exerciseFor, machinesFor, pitOf, usualBucket } from '@tamper/core/practiceArm';
import { skillName, type ExerciseId } from '@tamper/core/practised';
import { resolveRules } from '@tamper/core/rules';
import { useMemo } from 'react';
import { Notice } from '../../ui/Notice';
import { Picker } from '../../ui/Picker';
import { Page, TopBar } from '../../ui/Screen';
import { Text } from '../../ui/Text';
import { ArmRoom } from './ArmRoom';
import { putSetting, useSetting } from './attempts';

const MACHINES = Object.entries(machines).map(([value, { name }]) => ({ value, label: name }));
/** How deep these exercises go, metres: what a small machine digs every day. */
const DEPTH = 0.8;

/** One of the exercises, with a machine of the catalogue. */
export function ArmScreen({ id, back }: { id: ExerciseId; back: string }) {
  const setting = useSetting();
  const { rules, machine: machineId } = setting;
  const machine = machines[machineId as MachineId];
  const exercise = useMemo(() => exerciseFor(id, machine, resolveRules(rules), DEPTH), [id, machine, rules]);
  const pit = useMemo(() => exercise && pitOf(machine, usualBucket(machine), exercise), [exercise, machine]);
  const { name, about } = skillName(id);
  const chooser = (
    <Picker label="Machine" value={machineId} options={MACHINES} onChange={(next) => putSetting({ ...setting, machine: next })} />
  );
  if (exercise && pit)
    return (
      <ArmRoom
        key={`${machineId} ${rules}`}
        title={name}
        about={about}
        what={id}
        by={machine.name}
        pit={pit}
        exercise={exercise}
        chooser={chooser}
        back={back}
      />
    );
  return (
    <>
      <TopBar title={name} subtitle={about} back={back} />
      <Page terms={false}>
        <Notice kind="caution" title={`${machine.name} does not get so deep, or lifts too little`}>
          <Text>
            These do:{' '}
            {machinesFor(id, resolveRules(rules), DEPTH)
              .map((one) => machines[one].name)
              .join(', ')}
            .
          </Text>
        </Notice>
        {chooser}
      </Page>
    </>
  );
}
