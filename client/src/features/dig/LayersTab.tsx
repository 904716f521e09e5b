import { utilityMarks, type UtilityKind } from '@tamper/core/catalogue';
import { clearSteps, knownLine, stepsDone, stepsOf, type ClearStep } from '@tamper/core/existing';
import type { ExistingLine } from '@tamper/core/job';
import {
  bareUnit,
  exactStation,
  formatHours,
  formatLength,
  formatStretch,
  formatVolume,
  parseLength,
  parseStation,
} from '@tamper/core/units';
import type { Photo } from '@tamper/core/book';
import { useState } from 'react';
import { useFormDraft } from '../../data/useFormDraft';
import { PhotoField } from '../../photos/PhotoField';
import { colours } from '../../theme/tokens';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Choice } from '../../ui/Choice';
import { Faults } from '../../ui/Faults';
import { Notice } from '../../ui/Notice';
import { Picker } from '../../ui/Picker';
import { Text } from '../../ui/Text';
import { TextField } from '../../ui/TextField';
import { View } from '../../ui/View';
import { useCursor, useSession, useWhere } from '../frame/session';
import { useEnter, useSite } from '../site/context';
import { useDig } from './context';

/** Clearing by layers: one window after the other, one step at a time, what is met and what is not. */
export function LayersTab() {
  const { plan, job, run } = useSite();
  const cursor = useCursor().cursor;
  const { look } = useWhere();
  const windows = plan.handWindows;
  const here = windows.find(({ from, to }) => cursor !== undefined && from <= cursor && cursor <= to) ?? windows[0];
  if (!here)
    return (
      <Card title="No window to clear">
        <Text>
          No line is known in what is dug here. Layers no thicker than a spade all the same, and anything that is not ground: stop, and
          enter it on the card.
        </Text>
      </Card>
    );
  return (
    <>
      {windows.length > 1 ? (
        <Choice
          label="Window"
          value={String(windows.indexOf(here))}
          options={windows.map((window, i) => ({ value: String(i), label: formatStretch(window, job.units) }))}
          onChange={(next) => {
            const window = windows[Number(next)];
            if (window) look({ cursor: (window.from + window.to) / 2 });
          }}
        />
      ) : null}
      <Window key={`${here.from} ${here.lines.join()}`} window={here} lines={run.existing.filter(({ id }) => here.lines.includes(id))} />
    </>
  );
}

type HandWindow = ReturnType<typeof useSite>['plan']['handWindows'][number];

function Window({ window, lines }: { window: HandWindow; lines: readonly ExistingLine[] }) {
  const { job, rules, runId } = useSite();
  const { run: draft } = useSession();
  const enter = useEnter();
  const [fault, setFault] = useState<string>();
  const [finding, putFinding, endFinding] = useFormDraft<Finding | null>(`layers.${runId}`, () => null);
  // What was seen since the issue is beside the draft, by the same ids. Where people clear is where the issued plan has it.
  const known = lines.map((line) => knownLine({ ...(draft.doc.existing.find(({ id }) => id === line.id) ?? line), where: line.where }));
  const steps = clearSteps(known, rules, job.units);
  const done = stepsDone(draft.doc.clearing, known, steps);
  const tick = (count: number) => setFault(enter({ kind: 'steps', ...stepsOf(known, steps, count) }));
  const step = steps[done];
  const hidden = known.filter(({ evidence }) => evidence !== 'exposed');
  return (
    <>
      <Card title={`By layers, ${formatStretch(window, job.units)}`}>
        <Text variant="bodySmall">
          {known
            .map(
              ({ name, kind, coverMin, coverMax }) =>
                `${name} (${utilityMarks[kind].name.toLowerCase()}), ${formatLength(coverMin, job.units)} to ${formatLength(coverMax, job.units)} down`,
            )
            .join('; ')}
          . {formatVolume(window.volume, job.units)} by hand, about {formatHours(window.hours)} for one person.
        </Text>
        {step ? (
          <StepCard step={step} number={done + 1} of={steps.length} />
        ) : (
          <Notice kind="note" title="Every step of this window is done" />
        )}
        {step && step.by !== 'stop' ? (
          <Button mode="contained" icon="check" onPress={() => tick(done + 1)}>
            {step.by === 'machine' ? 'This layer is out' : 'Done, nothing met'}
          </Button>
        ) : null}
        {hidden.length > 0 && !finding ? (
          <Button
            mode={step?.by === 'stop' ? 'contained' : 'outlined'}
            icon="find"
            onPress={() =>
              putFinding(() => ({ ...NOTHING, line: hidden[0]?.id ?? '', result: step?.by === 'stop' ? 'notFound' : 'found' }))
            }
          >
            {step?.by === 'stop' ? 'Record that it was not found' : 'A line is met'}
          </Button>
        ) : null}
        {finding ? (
          <FindingForm
            form={finding}
            put={(part) => putFinding((before) => ({ ...(before ?? NOTHING), ...part }))}
            done={endFinding}
            lines={hidden}
            window={window}
            giveUp={steps.at(-1)?.depth ?? 0}
          />
        ) : null}
        {done > 0 ? <Button onPress={() => tick(done - 1)}>Back to the step before</Button> : null}
        <Faults title="Not entered" faults={fault ? [fault] : []} />
      </Card>
      <Card title="All steps of this window">
        <View role="list" aria-label="Clear by layers" style={{ gap: 6 }}>
          {steps.map(({ text }, index) => (
            <View role="listitem" key={index} style={{ flexDirection: 'row', gap: 8 }}>
              <Text variant="titleSmall" style={{ width: 58, color: index < done ? colours.good : colours.faded }}>
                {index < done ? 'done' : index === done ? 'now' : `${index + 1}`}
              </Text>
              <Text style={{ flex: 1 }}>{text}</Text>
            </View>
          ))}
        </View>
      </Card>
    </>
  );
}

const BY = { machine: 'Machine', hand: 'By hand', stop: 'Stop' } as const;

/** One step, to be read from the trench. */
function StepCard({ step, number, of }: { step: ClearStep; number: number; of: number }) {
  const { units } = useSite().job;
  const stop = step.by === 'stop';
  return (
    <View
      style={{
        gap: 4,
        padding: 12,
        borderRadius: 8,
        borderLeftWidth: 6,
        borderColor: stop ? colours.stop : colours.clay,
        backgroundColor: stop ? colours.stopWash : colours.chalk,
      }}
    >
      <Text variant="labelLarge">
        {BY[step.by]}, step {number} of {of}
      </Text>
      <Text testID="number-Down to" variant="displaySmall" style={{ color: stop ? colours.stop : colours.clay }}>
        {formatLength(step.depth, units)}
      </Text>
      <Text variant="bodyLarge">{step.text}</Text>
    </View>
  );
}

const KINDS = (Object.keys(utilityMarks) as UtilityKind[]).map((value) => ({ value, label: utilityMarks[value].name }));

interface Finding {
  line: string;
  result: 'found' | 'notFound';
  station: string | undefined;
  cover: string;
  size: string | undefined;
  seen: string | undefined;
  kind: UtilityKind | undefined;
  note: string;
  photos: Photo[];
}
const NOTHING: Finding = {
  line: '',
  result: 'found',
  station: undefined,
  cover: '',
  size: undefined,
  seen: undefined,
  kind: undefined,
  note: '',
  photos: [],
};

/** A line met, where and how deep; or searched for in vain. */
function FindingForm({
  form,
  put,
  done,
  lines,
  window,
  giveUp,
}: {
  form: Finding;
  put: (part: Partial<Finding>) => void;
  done: () => void;
  lines: readonly ExistingLine[];
  window: HandWindow;
  giveUp: number;
}) {
  const { job, jobId } = useSite();
  const { units } = job;
  const { designs } = useDig().levels;
  const enter = useEnter();
  const [faults, setFaults] = useState<string[]>([]);
  const line = lines.find(({ id }) => id === form.line) ?? lines[0];
  if (!line) return null;
  const where = line.where.kind === 'crossing' ? line.where.station : (window.from + window.to) / 2;
  const station = form.station ?? exactStation(where, units);
  const width = designs(where, null)?.width ?? 1;
  const size = form.size ?? formatLength(line.size, units, 'size');
  // As much of it as the dig lays bare, when nobody measured it.
  const seen = form.seen ?? formatLength(width, units);
  const write = () => {
    const bare = bareUnit(units);
    const read = {
      at: parseStation(station, units),
      cover: parseLength(form.cover, bare),
      size: parseLength(size, bareUnit(units, 'size')),
      seen: parseLength(seen, bare),
    };
    const typed = form.result === 'found' ? [read.at, read.cover, read.size, read.seen] : [];
    const wrong = typed.flatMap((one) => (one.ok ? [] : [one.error]));
    if (wrong.length > 0) return setFaults(wrong);
    const record =
      form.result === 'notFound'
        ? ({ result: 'notFound', depth: giveUp, note: form.note.trim() } as const)
        : ({
            result: 'found',
            station: read.at.ok ? read.at.value : 0,
            cover: read.cover.ok ? read.cover.value : 0,
            size: read.size.ok ? read.size.value : 0,
            kind: form.kind ?? line.kind,
            seen: read.seen.ok ? read.seen.value : 0,
            note: form.note.trim(),
          } as const);
    const refused = enter({ kind: 'exposure', line: line.id, name: line.name, where: line.where, record }, undefined, form.photos);
    setFaults(refused === undefined ? [] : [refused]);
    if (refused === undefined) done();
  };
  return (
    <View style={{ gap: 8 }}>
      {lines.length > 1 ? (
        <Choice
          label="Which line"
          value={line.id}
          options={lines.map(({ id, name }) => ({ value: id, label: name }))}
          onChange={(next) => put({ line: next })}
        />
      ) : null}
      {form.result === 'found' ? (
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
          <View style={{ flexGrow: 1, flexBasis: '45%' }}>
            <TextField label="Met at station" value={station} onText={(text) => put({ station: text })} />
          </View>
          <View style={{ flexGrow: 1, flexBasis: '45%' }}>
            <TextField label="Its top, down" value={form.cover} onText={(cover) => put({ cover })} keys="decimal" autoFocus />
          </View>
          <View style={{ flexGrow: 1, flexBasis: '45%' }}>
            <TextField label="Its size" value={size} onText={(text) => put({ size: text })} />
          </View>
          <View style={{ flexGrow: 1, flexBasis: '45%' }}>
            <TextField label="Laid bare" value={seen} onText={(text) => put({ seen: text })} />
          </View>
        </View>
      ) : (
        <Text>
          {line.name} was searched for to {formatLength(giveUp, units)} and not met: digging stops here until it is found or the marks are
          put back.
        </Text>
      )}
      {form.result === 'found' ? (
        <Picker label="What it is" value={form.kind ?? line.kind} options={KINDS} onChange={(kind) => put({ kind })} />
      ) : null}
      <TextField label="In words" value={form.note} onText={(note) => put({ note })} placeholder="Tape 200 over it, clean sand" />
      <PhotoField jobId={jobId} photos={form.photos} onPhotos={(photos) => put({ photos })} />
      <Button mode="contained" icon="check" onPress={write}>
        {form.result === 'found' ? `Enter ${line.name} as met` : 'Enter that it was not found'}
      </Button>
      <Button onPress={done}>Leave it</Button>
      <Faults title="Not entered" faults={faults} />
    </View>
  );
}
