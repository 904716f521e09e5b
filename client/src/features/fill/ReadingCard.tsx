import { fillLayers, fillTools, fillToolIds, type FillReadFact, type FillTool } from '@tamper/core/book';
import { fillTarget, madeUpTester, nextReading, NO_TESTER_FAULTS, parseReading, sayReading, sayTarget } from '@tamper/core/fill';
import { exactStation, figuresIn, formatLength, formatStretch, parseStation } from '@tamper/core/units';
import { useState } from 'react';
import { deviceClock } from '../../data/deviceClock';
import { useEntering } from '../../data/useEntering';
import { useFormDraft } from '../../data/useFormDraft';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Choice } from '../../ui/Choice';
import { Text } from '../../ui/Text';
import { TextField } from '../../ui/TextField';
import { ToggleRow } from '../../ui/ToggleRow';
import { Told } from '../../ui/Told';
import { View } from '../../ui/View';
import { useSite } from '../site/context';
import { useFill } from './context';
import { useEnterFilled } from './useEnterFilled';

interface Form {
  tool: FillTool;
  station: string | undefined;
  value: string;
}

/** A lift read: by hand, or from the made-up tester. @param lift whose; undefined or not in any more: the newest that is compacted. */
export function ReadingCard({ lift: chosen }: { lift: string | undefined }) {
  const { job, run, runId, rules } = useSite();
  const { report, revision } = useFill();
  const { units } = job;
  const { write, refuse, typed, said, faults } = useEntering(useEnterFilled());
  const [form, put] = useFormDraft<Form>(`read.${runId}`, () => ({ tool: 'impact', station: undefined, value: '' }));
  const [faulty, setFaulty] = useState(false);
  const [poorly, setPoorly] = useState(false);
  const [entered, setEntered] = useState(0);
  const compacted = report.lifts.filter(({ compactor }) => compactor !== null);
  // Fine fill is read where somebody asks for it.
  const lift = compacted.find(({ id }) => id === chosen) ?? compacted.findLast(({ layer }) => layer !== 'fine');
  if (!lift) return null;
  const target = fillTarget(form.tool, lift.layer, run.surface, rules);
  const offered = nextReading(lift, rules);
  const text = form.station ?? exactStation(offered, units);
  const change = (part: Partial<Form>) => {
    typed();
    put((before) => ({ ...before, ...part }));
  };
  const enter = () => {
    const station = form.station === undefined ? { ok: true as const, value: offered } : parseStation(text, units);
    if (!station.ok) return refuse(station.error);
    if (form.value.trim() === '') return refuse('Type what it reads.');
    const value = parseReading(form.tool, form.value, units);
    if (!value.ok) return refuse(value.error);
    const fact: FillReadFact = {
      kind: 'fillRead',
      lift: lift.id,
      station: station.value,
      tool: form.tool,
      value: value.value,
      revision,
      note: '',
    };
    const low = target.sense === 'least' ? value.value < target.each : value.value > target.each;
    if (!write(fact, low ? 'Kept: too low. Compact it again, or take it out.' : 'Kept.')) return false;
    put((before) => ({ ...before, station: undefined, value: '' }));
    setEntered((count) => count + 1);
    return true;
  };
  const read = () => {
    const passes = poorly ? 1 : lift.kept.entry.fact.passes;
    const tester = madeUpTester(
      form.tool,
      target,
      { ...NO_TESTER_FAULTS, flat: faulty },
      Math.round(deviceClock().now() / 1000) + lift.readings.length,
    );
    change({ value: sayReading(form.tool, tester.read(passes, rules.fillPasses.value ?? 4), units).replace(' a blow', '') });
  };
  return (
    <Card title="Read the lift">
      <Text>
        {fillLayers[lift.layer]}, {formatStretch(lift, units)}, {formatLength(lift.thickness, units, 'size')}. Another one: “Read it” below.
      </Text>
      <Choice
        label="Read by"
        value={form.tool}
        options={fillToolIds.map((value) => ({ value, label: fillTools[value] }))}
        onChange={(tool) => change({ tool })}
      />
      <Text>{sayTarget(target, units)}.</Text>
      <View style={{ flexDirection: 'row', gap: 8 }}>
        <View style={{ flex: 1 }}>
          <TextField label="Read at station" value={text} onText={(station) => change({ station })} />
        </View>
        <View style={{ flex: 1 }}>
          <TextField key={entered} label="It reads" value={form.value} onText={(value) => change({ value })} keys="decimal" />
        </View>
      </View>
      <Button mode="contained" icon="check" onPress={enter}>
        Enter the reading
      </Button>
      <Told said={said} faults={faults} />
      <Button mode="outlined" icon="measure" onPress={read}>
        Read the made-up tester
      </Button>
      <ToggleRow label="Made up: the lift had one pass only" on={poorly} onChange={setPoorly} />
      <ToggleRow label="Made up: its battery is flat" on={faulty} onChange={setFaulty} />
      <Text variant="bodySmall">{figuresIn(target.basis, units)}.</Text>
    </Card>
  );
}
