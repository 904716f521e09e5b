import { recordsOf, type ExposureFact, type LineRecord, type Photo } from '@tamper/core/book';
import { evidenceIds, evidences, utilityKinds, utilityMarks, type Evidence, type UtilityKind } from '@tamper/core/catalogue';
import { clearSteps, foundRecord, knownLine, searchDepths, stepsDone, stepsOf } from '@tamper/core/existing';
import { existingMetAt, type ExistingLine, type Job, type Run } from '@tamper/core/job';
import { resolveRules } from '@tamper/core/rules';
import { formatHours, formatLength, formatStation, formatStretch, formatVolume, parseAngle, parseStation } from '@tamper/core/units';
import type { Remote } from 'comlink';
import { useMemo, useState } from 'react';
import { Divider } from 'react-native-paper';
import { Text } from '../../../ui/Text';
import { WhoField } from '../../../ui/WhoField';
import { ToggleRow } from '../../../ui/ToggleRow';
import { newId } from '../../../data/newId';
import { useWho } from '../../../data/who';
import { Button } from '../../../ui/Button';
import { Choice } from '../../../ui/Choice';
import { Faults } from '../../../ui/Faults';
import { showMoment } from '../../../ui/moment';
import { NameField } from '../../../ui/NameField';
import { Notice } from '../../../ui/Notice';
import { Picker } from '../../../ui/Picker';
import { QuantityField } from '../../../ui/QuantityField';
import { TextField } from '../../../ui/TextField';
import { Tick } from '../../../ui/Tick';
import { View } from '../../../ui/View';
import { writeBy, type Enter } from '../../../data/write';
import { PhotoField } from '../../../photos/PhotoField';
import { PutRight } from '../../site/PutRight';
import type { StudyWorker } from '../../../workers/study.worker';
import type { Worked } from '../../../workers/worked';
import { useWorked } from '../../../workers/useWorked';
import { usePlanOnScreen, useRunEdit } from '../context';
import { Fields, LengthBox, LengthField } from '../fields';

const KINDS = utilityKinds.map((value) => ({ value, label: `${utilityMarks[value].letter} · ${utilityMarks[value].name}` }));
/** A line becomes exposed by recording what was found, not by choosing the word. */
const evidenceOptions = (now: Evidence) =>
  evidenceIds.filter((value) => value !== 'exposed' || now === 'exposed').map((value) => ({ value, label: evidences[value].name }));

/** What lies in the ground already, and how to dig near it. */
export function ExistingEditor() {
  const { job, run, cursor, apply, setCursor, picking, setPicking } = useRunEdit();
  const [chosen, setChosen] = useState<string>();
  const add = () => {
    const met = existingMetAt(run, cursor, newId());
    apply([{ path: ['existing', met.id], value: met }]);
    setChosen(met.id);
  };
  return (
    <>
      <Button mode="tonal" icon="plus" onPress={add}>
        Add a line at {formatStation(cursor, job.units)}
      </Button>
      <Button mode={picking ? 'contained' : 'outlined'} icon="touch" onPress={() => setPicking(!picking)}>
        {picking ? 'Now touch the strip where it crosses' : 'Add a line by touching the strip'}
      </Button>
      {run.existing.length === 0 ? (
        <Text>
          None entered. Ask every utility, and ask the owner for private lines: yard lights, irrigation, septic, farm pipes, own data.
        </Text>
      ) : null}
      {run.existing.map((line) => (
        <View key={line.id} style={{ gap: 6 }}>
          <Button
            mode={chosen === line.id ? 'contained' : 'outlined'}
            start
            onPress={() => {
              setChosen(chosen === line.id ? undefined : line.id);
              setCursor(line.where.kind === 'crossing' ? line.where.station : line.where.from);
            }}
          >
            {`${utilityMarks[line.kind].letter} ${line.name} · ${placeOf(line, job.units)} · ${evidences[knownLine(line).evidence].name}`}
          </Button>
          {chosen === line.id ? (
            <OneLine line={line} onRemove={() => (apply([{ path: ['existing', line.id], value: undefined }]), setChosen(undefined))} />
          ) : null}
        </View>
      ))}
      <WindowHere />
    </>
  );
}

const placeOf = ({ where }: ExistingLine, units: 'metric' | 'us'): string =>
  where.kind === 'crossing' ? formatStation(where.station, units) : formatStretch(where, units);

function OneLine({ line, onRemove }: { line: ExistingLine; onRemove: () => void }) {
  const { job, run, cursor, apply } = useRunEdit();
  const path = ['existing', line.id];
  const set = (key: string) => (value: unknown) => apply([{ path: [...path, key], value }]);
  const { where } = line;
  const station = (label: string, key: 'station' | 'from' | 'to', value: number) => (
    <QuantityField
      label={label}
      value={value}
      format={(metres) => formatStation(metres, job.units)}
      parse={(text) => parseStation(text, job.units)}
      onValue={(metres) => apply([{ path: [...path, 'where', key], value: metres }], `${line.id}.${key}`)}
    />
  );
  const [first, last] = [run.stations[0]?.station ?? 0, run.stations.at(-1)?.station ?? 0];
  const place = (kind: 'crossing' | 'parallel') =>
    kind === where.kind
      ? undefined
      : apply([
          {
            path: [...path, 'where'],
            value:
              kind === 'crossing'
                ? { kind, station: cursor, angle: Math.PI / 2 }
                : { kind, from: Math.max(first, Math.min(cursor, last - 1)), to: Math.min(last, cursor + 10), offset: 1 },
          },
        ]);
  return (
    <View style={{ gap: 4, paddingLeft: 4 }}>
      <NameField
        label="Name of the line"
        value={line.name}
        onName={(name) => apply([{ path: [...path, 'name'], value: name }], `${line.id}.name`)}
      />
      <Picker label="Kind" value={line.kind} options={KINDS} onChange={set('kind')} />
      <Choice label="Known from" value={line.evidence} options={evidenceOptions(line.evidence)} onChange={set('evidence')} />
      <Text variant="bodySmall">{evidences[line.evidence].basis}.</Text>
      <Fields>
        <LengthField label="Thickness" value={line.size} path={[...path, 'size']} style="size" />
        <LengthField label="Least cover" value={line.coverMin} path={[...path, 'coverMin']} />
        <LengthField label="Greatest cover" value={line.coverMax} path={[...path, 'coverMax']} />
      </Fields>
      <Choice
        label="It runs"
        value={where.kind}
        options={[
          { value: 'crossing', label: 'Across' },
          { value: 'parallel', label: 'Along' },
        ]}
        onChange={place}
      />
      {where.kind === 'crossing' ? (
        <Fields>
          {station('Crosses at', 'station', where.station)}
          <QuantityField
            label="Angle to the run"
            value={where.angle}
            format={(angle) => `${Math.round((angle * 180) / Math.PI)}°`}
            parse={parseAngle}
            onValue={(angle) => apply([{ path: [...path, 'where', 'angle'], value: angle }], `${line.id}.angle`)}
          />
        </Fields>
      ) : (
        <Fields>
          {station('Along from', 'from', where.from)}
          {station('Along to', 'to', where.to)}
          <LengthField label="Offset, right of centre" value={where.offset} path={[...path, 'where', 'offset']} signed />
        </Fields>
      )}
      <JoinSwitch line={line} />
      <Records line={line} />
      <Button icon="trash" onPress={onRemove}>
        Remove this line
      </Button>
      <Divider />
    </View>
  );
}

/** What hangs on how deep a line lies that the run is joined to: planned at both ends of its range, in the worker. */
function HangsOn({ line }: { line: string }) {
  const { job, run } = useRunEdit();
  const inputs = useMemo(() => ({ job, run, line }), [job, run, line]);
  const sensitive = useWorked(inputs, decisions);
  if (!sensitive) return <Text variant="bodySmall">Planning with its least and its greatest cover…</Text>;
  return (
    <Notice
      kind={sensitive.length > 0 ? 'caution' : 'note'}
      title={
        sensitive.length > 0
          ? 'Between its least and greatest cover these decisions change: plan with the worse end'
          : 'Its depth range changes no decision'
      }
    >
      {sensitive.map((what) => (
        <Text key={what}>{what}</Text>
      ))}
    </Notice>
  );
}
const decisions = (remote: Remote<StudyWorker>, { job, run, line }: { job: Job; run: Run; line: string }): Promise<Worked<string[]>> =>
  remote.sensitive(job, run, line) as Promise<Worked<string[]>>;

/** Is the run to be connected to this line? Then its expected covers decide, and what hangs on them is listed. */
function JoinSwitch({ line }: { line: ExistingLine }) {
  const { apply } = useRunEdit();
  return (
    <>
      <ToggleRow
        on={line.join}
        onChange={(join) => void apply([{ path: ['existing', line.id, 'join'], value: join }])}
        label="The run is joined to this line"
      />
      {line.join ? <HangsOn line={line.id} /> : null}
    </>
  );
}

/** What digs for the line have brought so far by the book, and a new record: found, or searched in vain. Records are never changed. */
function Records({ line }: { line: ExistingLine }) {
  const { jobId, job, run, cursor, book } = useRunEdit();
  const { who } = useWho();
  const rules = resolveRules(job.ruleSet, job.overrides);
  const { giveUp } = searchDepths([line], rules);
  const [cover, setCover] = useState<number>();
  const [depth, setDepth] = useState<number>();
  const [size, setSize] = useState(line.size);
  const [seen, setSeen] = useState(0.5);
  const [kind, setKind] = useState<UtilityKind>(line.kind);
  const [note, setNote] = useState('');
  const [photos, setPhotos] = useState<readonly Photo[]>([]);
  const [fault, setFault] = useState<string>();
  const [open, setOpen] = useState(false);
  const enter = writeBy({ book, who }, 'Say who digs: a role will do.');
  const put = (record: ExposureFact['record']) => {
    const refused = enter({ kind: 'exposure', line: line.id, name: line.name, where: line.where, record }, undefined, photos);
    setFault(refused);
    if (refused !== undefined) return;
    setOpen(false);
    setPhotos([]);
  };
  const station =
    line.where.kind === 'crossing'
      ? Math.min(Math.max(cursor, run.stations[0]?.station ?? 0), run.stations.at(-1)?.station ?? 0)
      : line.where.from;
  return (
    <View style={{ gap: 6 }}>
      {recordsOf(line, book.book ?? []).map((record) => (
        <OneRecord key={record.kept.entry.id} record={record} enter={enter} />
      ))}
      {open ? (
        <>
          <WhoField label="Who digs" />
          <Fields>
            <LengthBox label="Found: cover to its top" value={cover ?? line.coverMin} onValue={setCover} units={job.units} />
            <LengthBox label="Thickness seen" value={size} onValue={setSize} units={job.units} style="size" />
            <LengthBox label="Laid bare along it" value={seen} onValue={setSeen} units={job.units} />
          </Fields>
          <Picker label="Kind seen" value={kind} options={KINDS} onChange={setKind} />
          <TextField label="Note" value={note} onText={setNote} placeholder="Tape, tiles, damage, who was told" />
          <PhotoField jobId={jobId} photos={photos} onPhotos={setPhotos} />
          <Button
            mode="contained"
            icon="check"
            disabled={cover === undefined}
            onPress={() => put({ result: 'found', station, cover: cover ?? 0, size, kind, seen, note: note.trim() })}
          >
            Found it at {formatStation(station, job.units)}
          </Button>
          <Fields>
            <LengthBox label="Not found: searched down to" value={depth ?? giveUp} onValue={setDepth} units={job.units} />
          </Fields>
          <Text variant="bodySmall">Give up at {formatLength(giveUp, job.units)}: no deeper, stop and ask the locator again.</Text>
          <Button mode="outlined" onPress={() => put({ result: 'notFound', depth: depth ?? giveUp, note: note.trim() })}>
            Not found
          </Button>
          <Faults title="The record was not taken" faults={fault ? [fault] : []} />
        </>
      ) : (
        <Button mode="tonal" icon="check" onPress={() => setOpen(true)}>
          {foundRecord(line) ? 'Record it again' : 'Record what the dig brought'}
        </Button>
      )}
    </View>
  );
}

/** Why a record says nothing of the line any more. */
const LAPSED: Record<NonNullable<LineRecord['lapsed']>, string> = {
  refused: 'refused by the server, it does not count',
  withdrawn: 'said to be wrong, it does not count',
  moved: 'the line was moved on the plan since: record it again if it is still so',
  settled: 'settled since',
};

/** One record of a line, and what puts a find right. A search in vain stays until the line is found or the marks are put back. */
function OneRecord({ record: { kept, exposure, lapsed }, enter }: { record: LineRecord; enter: Enter }) {
  const { job } = useRunEdit();
  const state = lapsed
    ? LAPSED[lapsed]
    : kept.refused
      ? 'refused by the server, it still counts here'
      : kept.seq === undefined
        ? 'not sent yet'
        : '';
  const words =
    exposure.result === 'found'
      ? `found at ${formatStation(exposure.station, job.units)}, ${formatLength(exposure.cover, job.units)} down, ${utilityMarks[exposure.kind].name.toLowerCase()}, ${formatLength(exposure.size, job.units, 'size')}`
      : `not found down to ${formatLength(exposure.depth, job.units)}`;
  return (
    <View style={{ gap: 4 }}>
      <Text variant="bodySmall" style={lapsed ? { textDecorationLine: 'line-through' } : undefined}>
        {showMoment(exposure.at)}, {exposure.by}: {words}
        {exposure.note ? `. ${exposure.note}` : ''}
      </Text>
      {state ? <Text variant="bodySmall">{state}</Text> : null}
      {lapsed || exposure.result === 'notFound' ? null : <PutRight id={kept.entry.id} says={words} enter={enter} />}
    </View>
  );
}

/** The clear-by-layers steps of the window the cursor stands in, ticked off in order. */
function WindowHere() {
  const { job, run, cursor, book } = useRunEdit();
  const plan = usePlanOnScreen();
  const { who } = useWho();
  const [fault, setFault] = useState<string>();
  const here = plan?.handWindows.find((window) => window.from <= cursor && cursor <= window.to);
  if (!here) return null;
  const lines = run.existing.filter(({ id }) => here.lines.includes(id)).map(knownLine);
  if (lines.length === 0) return null;
  const rules = resolveRules(job.ruleSet, job.overrides);
  const steps = clearSteps(lines, rules, job.units);
  const done = stepsDone(run.clearing, lines, steps);
  const tick = (index: number) =>
    setFault(
      writeBy(
        { book, who },
        'Say who digs: a role will do.',
      )({ kind: 'steps', ...stepsOf(lines, steps, index < done ? index : index + 1) }),
    );
  return (
    <Notice
      kind="caution"
      title={`Hand-dig window ${formatStretch(here, job.units)}, ${formatLength(here.to - here.from, job.units)} long`}
    >
      <Text>
        {formatVolume(here.volume, job.units)} by hand, about {formatHours(here.hours)} for one person. Tick off in order; {done} of{' '}
        {steps.length} done.
      </Text>
      {who.trim().length < 2 || fault ? <WhoField label="Who digs here" /> : null}
      <Faults title="Not ticked" faults={fault ? [fault] : []} />
      <View role="list" aria-label="Clear by layers" style={{ gap: 2 }}>
        {steps.map((step, index) => (
          <View role="listitem" key={index} style={{ flexDirection: 'row', alignItems: 'center', gap: 4, minHeight: 44 }}>
            <Tick
              label={`Step ${index + 1}`}
              done={index < done}
              disabled={index !== done && index !== done - 1}
              onPress={() => tick(index)}
            />
            <Text variant="titleSmall" style={{ width: 26 }}>
              {index + 1}.
            </Text>
            <Text style={{ flex: 1 }}>{step.text}</Text>
          </View>
        ))}
      </View>
    </Notice>
  );
}
