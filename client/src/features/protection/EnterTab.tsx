import { happenings, type Happening } from '@tamper/core/job';
import { formatStation } from '@tamper/core/units';
import { useState } from 'react';
import { View } from 'react-native';
import { Button, Text } from 'react-native-paper';
import { Card } from '../../ui/Card';
import { Faults } from '../../ui/Faults';
import { GateLight } from '../../ui/GateLight';
import { showMoment } from '../../ui/moment';
import { Reasons } from '../../ui/Reasons';
import { TextField } from '../../ui/TextField';
import { AirCard } from './AirCard';
import { BookCard } from './BookCard';
import { useEnter, useProtection } from './context';
import { InspectionCard } from './InspectionCard';
import { Outbox } from './Outbox';
import { PressureCard } from './PressureCard';

/** May people go in, and what has to be written down for it. */
export function EnterTab() {
  const { job, gate } = useProtection();
  return (
    <>
      <GateLight name="Safe to enter" gate={gate} />
      <Outbox />
      {gate?.open && gate.closes ? (
        <Text variant="titleSmall">
          {gate.where.map(({ from, to }) => `From ${formatStation(from, job.units)} to ${formatStation(to, job.units)}`).join('; ')}, until{' '}
          {showMoment(gate.closes)}. It shuts by itself then, on rain, on a change of plan and on falling pressure.
        </Text>
      ) : null}
      <Reasons gate={gate} />
      <WhoCard />
      <HappeningCard />
      <PressureCard />
      <AirCard />
      <InspectionCard />
      <BookCard />
      <Text variant="bodySmall">
        Tamper warns; it does not make a trench safe. A competent person on site decides, and anybody may stop the work. A person buried is
        not dug out with a machine: call for help.
      </Text>
    </>
  );
}

function WhoCard() {
  const { who, setWho } = useProtection();
  return (
    <Card title="Who writes">
      <TextField label="Your role or name" value={who} onText={setWho} placeholder="Foreman" />
      <Text variant="bodySmall">Put to every entry. Entries are never changed or taken out; a mistake is put right by a new one.</Text>
    </Card>
  );
}

function HappeningCard() {
  const enter = useEnter();
  const [note, setNote] = useState('');
  const [fault, setFault] = useState<string>();
  const happened = (what: Happening) => {
    const refused = enter({ kind: 'happening', what, note: note.trim() });
    setFault(refused);
    if (refused === undefined) setNote('');
  };
  return (
    <Card title="Something happened: shut the gate">
      <TextField label="What and where" value={note} onText={setNote} />
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
        {(Object.keys(happenings) as Happening[]).map((what) => (
          <Button key={what} mode="outlined" onPress={() => happened(what)}>
            {happenings[what]}
          </Button>
        ))}
      </View>
      <Faults title="Not entered" faults={fault ? [fault] : []} />
    </Card>
  );
}
