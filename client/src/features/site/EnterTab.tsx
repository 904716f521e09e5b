import { happenings, type Happening, type Photo } from '@tamper/core/book';
import type { EnterReason } from '@tamper/core/gates';
import { formatStation, parseStation } from '@tamper/core/units';
import { router } from 'expo-router';
import { useState } from 'react';
import { Text } from '../../ui/Text';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Faults } from '../../ui/Faults';
import { GateLight } from '../../ui/GateLight';
import { showMoment } from '../../ui/moment';
import { Notice } from '../../ui/Notice';
import { TextField } from '../../ui/TextField';
import { View } from '../../ui/View';
import { PhotoField } from '../../photos/PhotoField';
import { runPath } from '../frame/places';
import { AirCard } from './AirCard';
import { useEnter, useSite } from './context';
import { WhoCard } from './WhoCard';
import { GateStrip } from './GateStrip';
import { InspectionCard } from './InspectionCard';
import { LookCard } from './LookCard';
import { Outbox } from './Outbox';
import { PressureCard } from './PressureCard';

/** May people go in, where and until when, and what has to be written down for it. */
export function EnterTab() {
  const { job, gate, book, force, jobId, runId } = useSite();
  return (
    <>
      <GateLight name="Safe to enter" gate={gate} />
      <GateStrip gate={gate} units={job.units} />
      <Outbox book={book} units={job.units} />
      {gate?.open ? <OpenWhere /> : null}
      <EnterReasons reasons={gate?.reasons ?? []} open={gate?.open ?? false} />
      <Button mode="outlined" icon="list" onPress={() => router.push(runPath(jobId, runId, 'protection/soil'))}>
        Test the ground, or change what holds it
      </Button>
      <WhoCard />
      {gate?.open ? <LookCard /> : null}
      <HappeningCard />
      <PressureCard />
      <AirCard />
      <InspectionCard />
      <Text variant="bodySmall">
        {force ? `Everything here is of issued plan ${force.number}. ` : ''}Tamper warns; it does not make a trench safe. A competent person
        on site decides, and anybody may stop the work. A person buried is not dug out with a machine: call for help.
      </Text>
    </>
  );
}

/** Where it is open and the moment each stretch shuts by itself. */
function OpenWhere() {
  const { job, gate } = useSite();
  const station = (at: number) => formatStation(at, job.units);
  return (
    <View role="list" aria-label="Open" style={{ gap: 2 }}>
      {gate?.stretches
        .filter(({ open }) => open)
        .map(({ from, to, closes }) => (
          <Text key={from} role="listitem" variant="titleSmall">
            Open from {station(from)} to {station(to)}
            {closes ? `, until ${showMoment(closes)}` : ''}
          </Text>
        ))}
      <Text variant="bodySmall">It shuts by itself then, and on rain, a move, falling pressure, bad air or a new issue of the plan.</Text>
    </View>
  );
}

/** Reasons shown before more are asked for: the forms below are what they ask for. */
const FIRST = 3;

/** What is missing, where, and who can give it. */
function EnterReasons({ reasons, open }: { reasons: readonly EnterReason[]; open: boolean }) {
  const { job } = useSite();
  const [all, setAll] = useState(false);
  const station = (at: number) => formatStation(at, job.units);
  const told = reasons.filter(({ state }) => state !== 'ok');
  return (
    <>
      {(all ? told : told.slice(0, FIRST)).map(({ id, what, why, state, where, who }) => (
        <Notice key={`${id} ${why}`} kind={state === 'stop' && !open ? 'stop' : state === 'stop' ? 'caution' : 'note'} title={what}>
          <Text variant="bodySmall">{why}</Text>
          <Text variant="bodySmall">
            {where.map(({ from, to }) => `${station(from)} to ${station(to)}`).join(', ')}
            {where.length > 0 ? ' · ' : ''}
            {who}
          </Text>
        </Notice>
      ))}
      {told.length > FIRST && !all ? <Button onPress={() => setAll(true)}>Show all {told.length} reasons</Button> : null}
    </>
  );
}

function HappeningCard() {
  const { job, jobId } = useSite();
  const enter = useEnter();
  const [note, setNote] = useState('');
  const [photos, setPhotos] = useState<readonly Photo[]>([]);
  const [from, setFrom] = useState('');
  const [to, setTo] = useState('');
  const [fault, setFault] = useState<string>();
  const happened = (what: Happening) => {
    const everywhere = from.trim() === '' && to.trim() === '';
    const [a, b] = [parseStation(from, job.units), parseStation(to, job.units)];
    if (!everywhere && !a.ok) return setFault(a.error);
    if (!everywhere && !b.ok) return setFault(b.error);
    const where = !everywhere && a.ok && b.ok ? { from: a.value, to: b.value } : null;
    const refused = enter({ kind: 'happening', what, where, note: note.trim() }, undefined, photos);
    setFault(refused);
    if (refused !== undefined) return;
    for (const clear of [setNote, setFrom, setTo]) clear('');
    setPhotos([]);
  };
  return (
    <Card title="Something happened: shut the gate">
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
        {(Object.keys(happenings) as Happening[]).map((what) => (
          <Button key={what} mode="outlined" onPress={() => happened(what)}>
            {happenings[what]}
          </Button>
        ))}
      </View>
      <TextField label="What was seen" value={note} onText={setNote} />
      <View style={{ flexDirection: 'row', gap: 8 }}>
        <View style={{ flex: 1 }}>
          <TextField label="Only from" value={from} onText={setFrom} placeholder="everywhere" />
        </View>
        <View style={{ flex: 1 }}>
          <TextField label="Only to" value={to} onText={setTo} placeholder="everywhere" />
        </View>
      </View>
      <PhotoField jobId={jobId} photos={photos} onPhotos={setPhotos} />
      <Faults title="Not entered" faults={fault ? [fault] : []} />
    </Card>
  );
}
