import { bedPoints, type BedFact } from '@tamper/core/book';
import { extent } from '@tamper/core/alignment';
import { nextStation } from '@tamper/core/dig';
import { afterNeeded, bedAsked, beforeNeeded, isThin, sayFill } from '@tamper/core/lay';
import { bareUnit, figuresIn, formatLength, formatStation, formatStretch, parseLength, parseStation } from '@tamper/core/units';
import { useState } from 'react';
import { useEntering } from '../../data/useEntering';
import { useFormDraft } from '../../data/useFormDraft';
import { colours } from '../../theme/tokens';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Notice } from '../../ui/Notice';
import { StationStep } from '../../ui/StationStep';
import { Text } from '../../ui/Text';
import { TextField } from '../../ui/TextField';
import { Told } from '../../ui/Told';
import { View } from '../../ui/View';
import { useSite } from '../site/context';
import { useEnterLaid } from './useEnterLaid';
import { useLay } from './context';
import { LookCard } from './LookCard';

/** The bed: measured, looked at before anything is laid, and again when it lies. */
export function BedTab() {
  const { run } = useSite();
  const { report, revision } = useLay();
  const { start, end } = extent(run);
  const whole = { from: start, to: end };
  const before = beforeNeeded(report.laid);
  const after = afterNeeded(report.laid);
  const { lines } = report;
  const laidSoFar =
    lines.length > 0 ? { from: Math.min(...lines.map(({ from }) => from)), to: Math.max(...lines.map(({ to }) => to)) } : whole;
  return (
    <>
      <Short />
      <Measure />
      <LookCard
        title="Look at the bed"
        words="Before anything is laid on it. Touch what is not so."
        name="Bed"
        whole={whole}
        offered={whole}
        there={report.before}
        ids={before}
        names={bedPoints}
        good="The bed is in order"
        fact={(range, points) => ({ kind: 'bedSeen', when: 'before', ...range, points, revision })}
      />
      <LookCard
        title="Look again after laying"
        words="Stones fall in and sand moves while a line is laid. Touch what is not so."
        name="Again"
        whole={whole}
        offered={laidSoFar}
        there={report.after}
        ids={after}
        names={bedPoints}
        good="Still in order"
        fact={(range, points) => ({ kind: 'bedSeen', when: 'after', ...range, points, revision })}
      />
    </>
  );
}

/** Where the bed is too thin, and what tops it up. */
function Short() {
  const { units } = useSite().job;
  const { bed } = useLay().report;
  return bed.short.map(({ from, to, most, fill }) => (
    <Notice
      key={from}
      kind="caution"
      title={`Too thin, ${formatStretch({ from, to }, units)}: up to ${formatLength(most, units, 'size')} missing`}
    >
      <Text>Bring {sayFill(fill, units)}.</Text>
    </Notice>
  ));
}

interface Form {
  station: string | undefined;
  value: string;
}

/** The bed measured at a station; the next offers itself. */
function Measure() {
  const { job, runId, rules } = useSite();
  const { report, revision } = useLay();
  const { units } = job;
  const { write, refuse, typed, said, faults } = useEntering(useEnterLaid());
  const [form, put, clear] = useFormDraft<Form>(`bed.${runId}`, () => ({ station: undefined, value: '' }));
  const [entered, setEntered] = useState(0);
  /** Where the last one was entered here: the next is offered at once, not when the book has it. */
  const [at, setAt] = useState<number>();
  const change = (part: Partial<Form>) => {
    typed();
    put((before) => ({ ...before, ...part }));
  };
  const { open } = report.plan;
  const step = rules.bedApart.value ?? 5;
  const last = at ?? report.bed.readings.at(-1)?.station;
  const offered = nextStation(last, step, 'up', open);
  const text = form.station ?? formatStation(offered, units);
  const station = form.station === undefined ? { ok: true as const, value: offered } : parseStation(text, units);
  const asked = station.ok ? bedAsked(report.plan.designs, station.value) : undefined;
  const enter = () => {
    if (!station.ok) return refuse(station.error);
    if (form.value.trim() === '') return refuse('Type how thick the bed is.');
    const thickness = parseLength(form.value, bareUnit(units, 'size'));
    if (!thickness.ok) return refuse(thickness.error);
    const fact: BedFact = { kind: 'bed', station: station.value, thickness: thickness.value, revision, note: '' };
    const thin = asked !== undefined && isThin(thickness.value, asked, rules);
    const words = thin ? `${formatLength(asked - thickness.value, units, 'size')} short` : 'thick enough';
    if (!write(fact, `Kept at ${formatStation(station.value, units)}: ${words}.`)) return false;
    setEntered((count) => count + 1);
    setAt(station.value);
    clear();
    return true;
  };
  return (
    <Card title="Measure the bed">
      <StationStep
        value={text}
        onText={(next) => change({ station: next })}
        onMove={(by) =>
          station.ok && change({ station: formatStation(nextStation(station.value, step, by === 1 ? 'up' : 'down', open), units) })
        }
      />
      {asked === undefined ? (
        <Text>Nothing is laid there by this plan.</Text>
      ) : (
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', alignItems: 'baseline', columnGap: 14 }}>
          <Text testID="number-Bed" variant="headlineLarge" style={{ color: colours.clay }}>
            {formatLength(asked, units, 'size')}
          </Text>
          <Text>asked for</Text>
        </View>
      )}
      <TextField
        key={entered}
        label="Bed there"
        value={form.value}
        onText={(value) => change({ value })}
        keys="decimal"
        autoFocus={entered > 0}
      />
      <Button mode="contained" icon="check" onPress={enter}>
        Enter the bed
      </Button>
      <Told said={said} faults={faults} />
      <Text variant="bodySmall">{figuresIn(rules.bedApart.basis, units)}.</Text>
      {report.bed.readings.length > 0 ? (
        <Text>
          {report.bed.readings
            .map(({ station: at, value }) => `${formatStation(at, units)}: ${formatLength(value, units, 'size')}`)
            .join(' · ')}
        </Text>
      ) : null}
    </Card>
  );
}
