import { applyPatches, keyOf } from '@tamper/core/job';
import { jobErrors } from '@tamper/core/documentErrors';
import {
  alternativeKinds,
  ranked,
  type Aim,
  type Alternative,
  type AlternativeKind,
  type Outcome,
} from '@tamper/core/studies/improvements';
import { formatHours, formatLength, formatVolume } from '@tamper/core/units';
import { say } from '@tamper/core/words';
import { useState } from 'react';
import { Text } from '../../ui/Text';
import { Button } from '../../ui/Button';
import { Icon } from '../../theme/Icon';
import { colours } from '../../theme/tokens';
import { Card } from '../../ui/Card';
import { Choice } from '../../ui/Choice';
import { Faults } from '../../ui/Faults';
import { Progress } from '../../ui/Progress';
import { View } from '../../ui/View';
import type { Better } from '../../workers/solver.worker';
import { useTask } from '../../workers/useTask';
import { useLogistics } from './context';
import { money } from './units';

const AIMS: { value: Aim; label: string }[] = [
  { value: 'cost', label: 'Cheaper' },
  { value: 'hours', label: 'Faster' },
  { value: 'topWidth', label: 'Narrower' },
];
const KINDS: Record<AlternativeKind, string> = {
  fix: 'Fix on offer',
  width: 'Width',
  protection: 'Protection',
  machine: 'Machine',
  line: 'Material',
  bed: 'Bedding',
  arrangement: 'Arrangement',
  grade: 'Levels',
  spoil: 'Spoil',
};
const LOOKS = [
  { value: 'all', label: 'Everything' },
  { value: 'material', label: 'Materials' },
  { value: 'method', label: 'Methods' },
] as const;
type Look = (typeof LOOKS)[number]['value'];
/** What stands beside what is planned when only materials, or only ways of working, are looked at. */
const KINDS_OF: Record<Look, readonly AlternativeKind[]> = {
  all: alternativeKinds,
  material: ['line', 'bed'],
  method: ['protection', 'machine', 'spoil', 'width'],
};
/** As many are shown at once: the rest is a touch away. */
const SHOWN = 12;

/** What would make it cheaper, faster or narrower: every part of the plan tried another way, ranked. */
export function BetterTab() {
  const { job, run } = useLogistics();
  const { task, start, cancel } = useTask<Better>();
  const [aim, setAim] = useState<Aim>('cost');
  const [all, setAll] = useState(false);
  const [look, setLook] = useState<Look>('all');
  const found = task.kind === 'done' ? ranked(task.value.found, aim).filter(({ kind }) => KINDS_OF[look].includes(kind)) : [];
  return (
    <>
      <Text>
        Tries the fixes on offer, other widths, supports, machines, materials, beddings, arrangements and levels on the whole plan, one at a
        time.
      </Text>
      {task.kind === 'running' ? (
        <Progress share={task.share} what={task.what} onCancel={cancel} />
      ) : (
        <Button mode="contained" icon="search" onPress={() => start((remote, onProgress) => remote.better(job, run, onProgress))}>
          See what would be better
        </Button>
      )}
      {task.kind === 'failed' ? <Faults title="Not worked out" faults={task.errors.map(({ message }) => message)} /> : null}
      {task.kind === 'done' ? (
        <>
          <Choice label="Make it" value={aim} options={AIMS} onChange={setAim} />
          <Choice label="Look at" value={look} options={LOOKS} onChange={setLook} />
          <Now before={task.value.before} />
          <View role="list" aria-label="What was tried" style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 10 }}>
            {found.slice(0, all ? undefined : SHOWN).map((one) => (
              <One key={`${one.kind}${one.label}`} one={one} before={task.value.before} aim={aim} onTaken={cancel} />
            ))}
          </View>
          {found.length > SHOWN && !all ? (
            <Button mode="outlined" onPress={() => setAll(true)}>
              All {found.length} tried
            </Button>
          ) : null}
          {found.length === 0 ? <Text>Nothing that was tried changes anything.</Text> : null}
        </>
      ) : null}
    </>
  );
}

function Now({ before }: { before: Outcome }) {
  const { job } = useLogistics();
  return (
    <Card title="As planned">
      <Text>
        {money(before.cost, job.rates.currency)}, {formatHours(before.hours)} from start to end, {formatLength(before.topWidth, job.units)}{' '}
        at the top
        {before.stops.length > 0 ? `, ${before.stops.length} ${before.stops.length === 1 ? 'stop' : 'stops'}` : ''}.
      </Text>
    </Card>
  );
}

const signed = (value: number, show: (value: number) => string): string =>
  Math.abs(value) < 1e-6 ? 'no change' : `${value > 0 ? '+' : '−'}${show(Math.abs(value))}`;

function One({ one, before, aim, onTaken }: { one: Alternative; before: Outcome; aim: Aim; onTaken: () => void }) {
  const { job, apply, putJob, reader } = useLogistics();
  const [fault, setFault] = useState<string>();
  const { after } = one;
  const stopped = after.stops.length > before.stops.length;
  const better = !stopped && (after.stops.length < before.stops.length || after[aim] < before[aim] - 1e-6);
  const take = () => {
    const next = applyPatches(job, one.job);
    const [refused] = one.job.length > 0 ? jobErrors(next) : [];
    const wrong = refused?.message ?? (one.run.length > 0 ? apply(one.run) : undefined) ?? (one.job.length > 0 ? putJob(next) : undefined);
    setFault(wrong);
    // What was tried was tried on the plan as it was.
    if (!wrong) onTaken();
  };
  return (
    <View
      role="listitem"
      style={{
        flexGrow: 1,
        flexBasis: 320,
        maxWidth: '100%',
        gap: 4,
        padding: 10,
        borderWidth: 1,
        borderColor: colours.line,
        borderRadius: 8,
        backgroundColor: colours.paper,
      }}
    >
      <View style={{ flexDirection: 'row', gap: 6, alignItems: 'center' }}>
        <Icon
          name={stopped ? 'stop' : better ? 'check' : 'note'}
          size={20}
          color={stopped ? colours.stop : better ? colours.good : colours.note}
        />
        <Text variant="titleSmall" style={{ flex: 1 }}>
          {one.label}
        </Text>
        <Text variant="labelSmall">{KINDS[one.kind]}</Text>
      </View>
      <Text>
        {signed(after.cost - before.cost, (value) => money(value, job.rates.currency))};{' '}
        {signed(after.hours - before.hours, (value) => formatHours(value))}; top{' '}
        {signed(after.topWidth - before.topWidth, (value) => formatLength(value, job.units))}; dig{' '}
        {signed(after.dig - before.dig, (value) => formatVolume(value, job.units))}
      </Text>
      {after.stops.length !== before.stops.length ? (
        <Text style={{ color: stopped ? colours.stop : colours.good }}>
          {after.stops.length} {after.stops.length === 1 ? 'stop' : 'stops'}, {before.stops.length} now
        </Text>
      ) : null}
      {after.stops.slice(0, 3).map((stop) => (
        <Text key={keyOf(stop)} variant="bodySmall" style={{ color: colours.stop }}>
          {say(stop, reader).what}
        </Text>
      ))}
      <Button mode={better ? 'contained' : 'outlined'} accessibilityLabel={`Take: ${one.label}`} onPress={take}>
        Take it
      </Button>
      <Faults title="Not taken" faults={fault ? [fault] : []} />
    </View>
  );
}
