import {
  clearSteps,
  evidenceIds,
  evidences,
  formatHours,
  formatLength,
  formatStation,
  formatVolume,
  lineKinds,
  lineMarks,
  parseAngle,
  parseStation,
  type Evidence,
  type ExistingLine,
} from '@tamper/core';
import { useState } from 'react';
import { View } from 'react-native';
import { Button, Divider, Text } from 'react-native-paper';
import { Choice } from '../../../ui/Choice';
import { NameField } from '../../../ui/NameField';
import { Notice } from '../../../ui/Notice';
import { Picker } from '../../../ui/Picker';
import { QuantityField } from '../../../ui/QuantityField';
import { useRunEdit } from '../context';
import { Fields, LengthBox, LengthField } from '../fields';

const KINDS = lineKinds.map((value) => ({ value, label: `${lineMarks[value].letter} · ${lineMarks[value].name}` }));
/** A line becomes exposed by recording what was found, not by choosing the word. */
const evidenceOptions = (now: Evidence) =>
  evidenceIds.filter((value) => value !== 'exposed' || now === 'exposed').map((value) => ({ value, label: evidences[value].name }));

/** What lies in the ground already, and how to dig near it. */
export function LinesEditor() {
  const { job, run, cursor, apply, setCursor } = useRunEdit();
  const [chosen, setChosen] = useState<number>();
  const add = () => {
    const line: ExistingLine = {
      name: `Line ${run.lines.length + 1}`,
      kind: 'other',
      size: 0.1,
      coverMin: 0.4,
      coverMax: 1,
      evidence: 'drawing',
      where: { kind: 'crossing', station: Math.round(cursor * 100) / 100, angle: Math.PI / 2 },
    };
    apply([{ path: ['lines'], value: [...run.lines, line] }]);
    setChosen(run.lines.length);
  };
  return (
    <>
      <Button mode="contained-tonal" icon="plus" onPress={add}>
        Add a line at {formatStation(cursor, job.units)}
      </Button>
      {run.lines.length === 0 ? (
        <Text>
          None entered. Ask every utility, and ask the owner for private lines: yard lights, irrigation, septic, farm pipes, own data.
        </Text>
      ) : null}
      {run.lines.map((line, index) => (
        <View key={index} style={{ gap: 6 }}>
          <Button
            mode={chosen === index ? 'contained' : 'outlined'}
            contentStyle={{ justifyContent: 'flex-start' }}
            onPress={() => {
              setChosen(chosen === index ? undefined : index);
              setCursor(line.where.kind === 'crossing' ? line.where.station : line.where.from);
            }}
          >
            {`${lineMarks[line.kind].letter} ${line.name} · ${placeOf(line, job.units)} · ${evidences[line.evidence].name}`}
          </Button>
          {chosen === index ? (
            <OneLine
              key={index}
              line={line}
              index={index}
              onRemove={() => (apply([{ path: ['lines', index], value: undefined }]), setChosen(undefined))}
            />
          ) : null}
        </View>
      ))}
      <WindowHere />
    </>
  );
}

const placeOf = ({ where }: ExistingLine, units: 'metric' | 'us'): string =>
  where.kind === 'crossing'
    ? formatStation(where.station, units)
    : `${formatStation(where.from, units)} to ${formatStation(where.to, units)}`;

function OneLine({ line, index, onRemove }: { line: ExistingLine; index: number; onRemove: () => void }) {
  const { job, run, cursor, apply } = useRunEdit();
  const path = ['lines', index];
  const set = (key: string) => (value: unknown) => apply([{ path: [...path, key], value }]);
  const { where } = line;
  const station = (label: string, key: 'station' | 'from' | 'to', value: number) => (
    <QuantityField
      label={label}
      value={value}
      format={(metres) => formatStation(metres, job.units)}
      parse={(text) => parseStation(text, job.units)}
      onValue={(metres) => apply([{ path: [...path, 'where', key], value: metres }], `${index}.${key}`)}
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
        onName={(name) => apply([{ path: [...path, 'name'], value: name }], `${index}.name`)}
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
            onValue={(angle) => apply([{ path: [...path, 'where', 'angle'], value: angle }], `${index}.angle`)}
          />
        </Fields>
      ) : (
        <Fields>
          {station('Along from', 'from', where.from)}
          {station('Along to', 'to', where.to)}
          <LengthField label="Offset, right of centre" value={where.offset} path={[...path, 'where', 'offset']} />
        </Fields>
      )}
      <Exposed line={line} index={index} />
      <Button icon="trash" onPress={onRemove}>
        Remove this line
      </Button>
      <Divider />
    </View>
  );
}

/** Records what was found: where, how deep. The window shrinks at once. */
function Exposed({ line, index }: { line: ExistingLine; index: number }) {
  const { job, apply } = useRunEdit();
  const [cover, setCover] = useState<number>();
  if (line.evidence === 'exposed') return null;
  const record = () =>
    cover === undefined
      ? undefined
      : apply([{ path: ['lines', index], value: { ...line, evidence: 'exposed', coverMin: cover, coverMax: cover } }]);
  return (
    <Fields>
      <LengthBox label="Found: cover to its top" value={cover ?? line.coverMin} onValue={setCover} units={job.units} />
      <Button
        mode="contained"
        icon="check"
        disabled={cover === undefined}
        onPress={record}
        style={{ alignSelf: 'flex-start', marginTop: 8 }}
      >
        Exposed
      </Button>
    </Fields>
  );
}

/** The clear-by-layers steps of the window the cursor stands in. */
function WindowHere() {
  const { job, run, cursor, handWindows } = useRunEdit();
  const here = handWindows.find((window) => window.from <= cursor && cursor <= window.to);
  if (!here) return null;
  const lines = here.lines.flatMap((index) => run.lines[index] ?? []);
  if (lines.length === 0) return null;
  const steps = clearSteps(lines, job.units);
  return (
    <Notice
      kind="caution"
      title={`Hand-dig window ${formatStation(here.from, job.units)} to ${formatStation(here.to, job.units)}, ${formatLength(here.to - here.from, job.units)} long`}
    >
      <Text>
        {formatVolume(here.volume, job.units)} by hand, about {formatHours(here.hours)} for one person.
      </Text>
      <View role="list" aria-label="Clear by layers" style={{ gap: 6 }}>
        {steps.map((step, index) => (
          <View role="listitem" key={index} style={{ flexDirection: 'row', gap: 8 }}>
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
