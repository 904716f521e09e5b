import { coverPoints } from '@tamper/core/book';
import type { SafeGate } from '@tamper/core/gates';
import { coverNeeded } from '@tamper/core/lay';
import { wholeOfPlaces } from '@tamper/core/trench';
import { formatStretch } from '@tamper/core/units';
import { useMemo, useState } from 'react';
import { useEntering } from '../../data/useEntering';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { GateLight } from '../../ui/GateLight';
import { Choice } from '../../ui/Choice';
import { showMoment } from '../../ui/moment';
import { Notice } from '../../ui/Notice';
import { Text } from '../../ui/Text';
import { TextField } from '../../ui/TextField';
import { ToggleRow } from '../../ui/ToggleRow';
import { Told } from '../../ui/Told';
import { LayContext, useLay, useLayOf } from '../lay/context';
import { useCoverGate } from '../lay/useCoverGate';
import { LookCard } from '../lay/LookCard';
import { useDraggedStretch } from '../lay/useDraggedStretch';
import { useEnterLaid } from '../lay/useEnterLaid';
import { useSite } from './context';

/** May it be filled in? Stretch by stretch, what is missing and who can give it. */
export function CoverTab() {
  const { job } = useSite();
  const lay = useLayOf();
  const gate = useCoverGate(lay);
  if (!gate) return <Text>Looking at what is recorded…</Text>;
  return (
    <>
      <GateLight name="Ready to cover" gate={gate} />
      {gate.where.length > 0 ? (
        <Notice kind="note" title={`May be covered: ${gate.where.map((one) => formatStretch(one, job.units)).join(', ')}`}>
          {gate.closes ? <Text variant="bodySmall">Out of hearing: it shuts by itself from {showMoment(gate.closes)} on.</Text> : null}
        </Notice>
      ) : null}
      {gate.reasons.map((reason) => (
        <Reason key={`${reason.id}\n${reason.why}`} {...reason} />
      ))}
      {lay ? (
        <LayContext.Provider value={lay}>
          <Ready />
          <Owners />
          <Unseen />
        </LayContext.Provider>
      ) : null}
    </>
  );
}

/** One thing that is missing, where, and who can give it. */
function Reason({ state, what, why, where, who }: SafeGate['reasons'][number]) {
  const { units } = useSite().job;
  return (
    <Notice kind={state === 'stop' ? 'stop' : 'caution'} title={what}>
      <Text variant="bodySmall">{why}</Text>
      <Text variant="bodySmall">
        {where.length > 0 ? `${where.map((one) => formatStretch(one, units)).join(', ')} · ` : ''}
        {who}
      </Text>
    </Notice>
  );
}

/** From where to where the plan is dug. */
function useWhole() {
  const { plan } = useSite();
  return useMemo(() => wholeOfPlaces(plan.places), [plan]);
}

/** What is to hand before it is covered, and the last question. */
function Ready() {
  const { run } = useSite();
  const { report, revision } = useLay();
  const whole = useWhole();
  const ids = useMemo(() => [...new Set(run.reaches.flatMap(coverNeeded))], [run]);
  return (
    <LookCard
      title="Before it is covered"
      words="Ask once more what else could share this trench. Touch what is not so."
      name="Cover"
      whole={whole}
      offered={whole}
      there={report.ready}
      ids={ids}
      names={coverPoints}
      good="All to hand, and asked"
      fact={(range, points) => ({ kind: 'coverReady', ...range, points, revision })}
    />
  );
}

/** What owners of lines ask to see, and that they saw it. */
function Owners() {
  const { report, revision } = useLay();
  const { write, refuse, said, faults } = useEntering(useEnterLaid());
  const asking = report.laid.filter(({ owner }) => owner && owner.inspections !== '');
  const [chosen, choose] = useState<string>();
  const line = asking.find(({ id }) => id === chosen) ?? asking[0];
  const [by, setBy] = useState('');
  const [note, setNote] = useState('');
  const [ok, setOk] = useState(true);
  const whole = { from: line?.from ?? 0, to: line?.to ?? 1 };
  const stretch = useDraggedStretch(whole, whole, [], 'Seen');
  if (!line?.owner) return null;
  const enter = () => {
    if (!stretch.range) return refuse(stretch.fault);
    const fact = { kind: 'witnessed', line: line.id, name: line.name, ...stretch.range, by: by.trim(), ok } as const;
    return write({ ...fact, revision, note: note.trim() }, ok ? 'Kept: accepted.' : 'Kept: not accepted.');
  };
  return (
    <Card title={`${line.name}: its owner’s inspection`}>
      {asking.length > 1 ? (
        <Choice label="Line" value={line.id} options={asking.map(({ id, name }) => ({ value: id, label: name }))} onChange={choose} />
      ) : null}
      <Text>
        {line.owner.name} asks: {line.owner.inspections}.
      </Text>
      {stretch.fields}
      <TextField label="Who came" value={by} onText={setBy} placeholder="A role will do" />
      <ToggleRow label="Accepted" on={ok} onChange={setOk} />
      {ok ? null : <TextField label="What they want put right" value={note} onText={setNote} multiline />}
      <Button mode="outlined" icon="check" onPress={enter}>
        Enter the inspection
      </Button>
      <Told said={said} faults={faults} />
    </Card>
  );
}

/** Covered before it was all proved: said, with a reason, for ever. */
function Unseen() {
  const { job } = useSite();
  const { report } = useLay();
  const { write, refuse, said, faults } = useEntering(useEnterLaid());
  const [asking, setAsking] = useState(false);
  const [reason, setReason] = useState('');
  const whole = useWhole();
  const stretch = useDraggedStretch(whole, whole, report.unseen, 'Covered');
  const enter = () => {
    if (!stretch.range) return refuse(stretch.fault);
    if (!write({ kind: 'unseen', ...stretch.range, reason: reason.trim() }, 'Kept, for good.')) return false;
    setAsking(false);
    setReason('');
    return true;
  };
  return (
    <Card title="Covered unseen">
      {report.unseen.map(({ from, to, kept }) => (
        <Text key={kept.entry.id}>
          {formatStretch({ from, to }, job.units)}: {kept.entry.fact.reason}
        </Text>
      ))}
      {asking ? (
        <>
          {stretch.fields}
          <TextField label="Why it was covered" value={reason} onText={setReason} multiline />
          <Button mode="contained" icon="caution" onPress={enter}>
            Enter that it was covered unseen
          </Button>
        </>
      ) : (
        <Button mode="outlined" icon="caution" onPress={() => setAsking(true)}>
          It was covered before all of it was proved
        </Button>
      )}
      <Text variant="bodySmall">It stays on the record and in the handover: whoever digs there next has to know.</Text>
      <Told said={said} faults={faults} />
    </Card>
  );
}
