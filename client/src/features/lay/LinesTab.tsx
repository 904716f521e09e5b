import { laidPoints, ofKind, withdrawn } from '@tamper/core/book';
import { laidNeeded, layingOrder, ringLost, ringTooFlat } from '@tamper/core/lay';
import { bareUnit, formatLength, formatPercent, formatStation, parseLength, parseStation } from '@tamper/core/units';
import { router } from 'expo-router';
import { useState } from 'react';
import { useEntering } from '../../data/useEntering';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Faults } from '../../ui/Faults';
import { fileName, saveBlob } from '../../ui/files';
import { printedOn } from '../../ui/moment';
import { Text } from '../../ui/Text';
import { TextField } from '../../ui/TextField';
import { Told } from '../../ui/Told';
import { View } from '../../ui/View';
import { runPath } from '../frame/places';
import { useSite } from '../site/context';
import { useEnterLaid } from './useEnterLaid';
import { CableCard } from './CableCard';
import { useLay } from './context';
import { HoleCard } from './HoleCard';
import { LinePick } from './LinePick';
import { LookCard } from './LookCard';
import { useDraggedStretch } from './useDraggedStretch';

/** The line itself: in what order it is laid, that it lies as it should, and what a cable asks besides. */
export function LinesTab() {
  const { job, run, jobId, runId } = useSite();
  const { report, revision, line } = useLay();
  const { units } = job;
  const reach = run.reaches[0];
  const ids = laidNeeded(line, reach?.surround ?? 0, run.water.length > 0, report.drains.length > 0);
  const level = report.levels.find((one) => one.line === line.id)?.readings ?? [];
  return (
    <>
      <LinePick />
      <Card title="In this order">
        {layingOrder(job, run, line, units).map((step, i) => (
          <Text key={step}>
            {i + 1}. {step}
          </Text>
        ))}
        <Labels />
      </Card>
      <LookCard
        key={line.id}
        title={`Lay ${line.name}`}
        words="Enter each stretch as it lies. Touch what is not so."
        name="Laid"
        whole={{ from: line.from, to: line.to }}
        offered={nextLaid(line, report.lines)}
        there={report.lines.filter(({ kept }) => kept.entry.fact.line === line.id)}
        ids={ids}
        names={laidPoints}
        good="It lies so"
        fact={(range, points) => ({ kind: 'laid', line: line.id, name: line.name, ...range, points, revision })}
      />
      <Card title="Line and level">
        <Text>
          {level.length === 0
            ? 'No invert of it was measured yet.'
            : level
                .map(
                  ({ station, check }) =>
                    `${formatStation(station, units)}: ${formatLength(check.level, units, 'level')}${check.good ? '' : ' (off)'}`,
                )
                .join(' · ')}
        </Text>
        <View style={{ flexDirection: 'row' }}>
          <Button
            mode="outlined"
            icon="measure"
            onPress={() => router.navigate(`${runPath(jobId, runId, 'dig/level')}?layer=pipe&line=${line.id}`)}
          >
            Measure its invert
          </Button>
        </View>
      </Card>
      {line.product.kind === 'cable' || line.product.kind === 'duct' ? <CableCard key={`${line.id}.cable`} /> : null}
      {line.product.ring !== null ? <RingCard key={`${line.id}.ring`} /> : null}
      <HoleCard key={`${line.id}.hole`} />
      <HurtCard key={`${line.id}.hurt`} />
    </>
  );
}

/** Labels for the ends of all that is laid, as a page to print. */
function Labels() {
  const { job, run } = useSite();
  const [fault, setFault] = useState<string>();
  const print = async () => {
    setFault(undefined);
    try {
      const [{ writePdf }, { labelsDocument }] = await Promise.all([import('../../print/pdf'), import('../../print/labels')]);
      saveBlob(fileName(`${run.name} labels`, 'pdf'), await writePdf(labelsDocument(job, run, printedOn())));
    } catch (reason) {
      setFault(reason instanceof Error ? reason.message : String(reason));
    }
  };
  return (
    <>
      <View style={{ flexDirection: 'row' }}>
        <Button mode="outlined" icon="print" onPress={() => void print()}>
          Labels to print
        </Button>
      </View>
      <Faults title="Not printed" faults={fault ? [fault] : []} />
    </>
  );
}

/** From where the line was laid last to its end. */
function nextLaid(
  line: { id: string; from: number; to: number },
  laid: readonly { to: number; kept: { entry: { fact: { line: string } } } }[],
) {
  const reached = laid.filter(({ kept }) => kept.entry.fact.line === line.id).reduce((far, { to }) => Math.max(far, to), line.from);
  return { from: reached < line.to - 0.01 ? reached : line.from, to: line.to };
}

/** How high a pipe is inside once the fill is on it. */
function RingCard() {
  const { job, rules, book } = useSite();
  const { line, revision } = useLay();
  const { units } = job;
  const { write, refuse, said, faults } = useEntering(useEnterLaid());
  const [station, setStation] = useState('');
  const [height, setHeight] = useState('');
  const gone = withdrawn(book.book ?? []);
  const read = ofKind(book.book ?? [], 'ringRead').filter(({ entry }) => entry.fact.line === line.id && !gone.has(entry.id));
  const enter = () => {
    const [at, high] = [parseStation(station, units), parseLength(height, bareUnit(units, 'size'))];
    if (!at.ok) return refuse(at.error);
    if (!high.ok) return refuse(high.error);
    const lost = `${formatPercent(Math.max(0, ringLost(line.product, high.value)))} lost${ringTooFlat(line.product, high.value, rules) ? ', more than it may' : ''}`;
    const fact = {
      kind: 'ringRead',
      line: line.id,
      name: line.name,
      station: at.value,
      height: high.value,
      revision,
      note: '',
    } as const;
    if (!write(fact, `Kept at ${formatStation(at.value, units)}: ${lost}.`)) return false;
    setStation('');
    setHeight('');
    return true;
  };
  return (
    <Card title="Height inside, after the fill">
      <Text variant="bodySmall">
        A flexible pipe may lose {formatPercent(rules.ringLimit.value ?? 0)} of its height. {rules.ringLimit.basis}.
      </Text>
      <View style={{ flexDirection: 'row', gap: 8 }}>
        <View style={{ flex: 1 }}>
          <TextField label="Height at station" value={station} onText={setStation} />
        </View>
        <View style={{ flex: 1 }}>
          <TextField label="High inside" value={height} onText={setHeight} keys="decimal" />
        </View>
      </View>
      <Button mode="outlined" icon="check" onPress={enter}>
        Enter the height
      </Button>
      <Told said={said} faults={faults} />
      {read.map(({ entry: { id, fact } }) => (
        <Text key={id}>
          {formatStation(fact.station, units)}: {formatLength(fact.height, units, 'size')},{' '}
          {formatPercent(Math.max(0, ringLost(line.product, fact.height)))} lost
        </Text>
      ))}
    </Card>
  );
}

/** A line that was hurt: tests made before say nothing of it any more. */
function HurtCard() {
  const { line } = useLay();
  const { write, refuse, said, faults } = useEntering(useEnterLaid());
  const [open, setOpen] = useState(false);
  const [note, setNote] = useState('');
  const whole = { from: line.from, to: line.to };
  const stretch = useDraggedStretch(whole, whole, [], 'Hurt');
  const enter = () => {
    if (!stretch.range) return refuse(stretch.fault);
    if (
      !write(
        { kind: 'damage', line: line.id, name: line.name, ...stretch.range, note: note.trim() },
        'Kept: it is tested again, or laid anew.',
      )
    )
      return false;
    setNote('');
    setOpen(false);
    return true;
  };
  return (
    <Card title="Hurt?">
      {open ? (
        <>
          {stretch.fields}
          <TextField label="What hurt it" value={note} onText={setNote} multiline />
          <Button mode="contained" icon="check" onPress={enter}>
            Enter that it was hurt
          </Button>
        </>
      ) : (
        <Button mode="outlined" icon="stop" onPress={() => setOpen(true)}>
          {`${line.name} was hurt`}
        </Button>
      )}
      <Told said={said} faults={faults} />
    </Card>
  );
}
