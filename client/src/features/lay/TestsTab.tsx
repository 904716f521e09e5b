import { testKindIds, testKinds, type TestFact, type TestKind } from '@tamper/core/book';
import {
  groupOfTest,
  madeUpGauge,
  NO_GAUGE_FAULTS,
  sayFigure,
  sayHeld,
  sayQuantity,
  sayTestLack,
  takenBy,
  testsNeeded,
  testVerdict,
  type Tested,
} from '@tamper/core/lay';
import { formatStretch, type Parsed, type UnitSystem } from '@tamper/core/units';
import { formatMinutes, formatTestPressure, parseMinutes, parseOhms, parseTestPressure } from '@tamper/core/gauge';
import { parseFluid } from '@tamper/core/fluid';
import { useMemo, useState } from 'react';
import { useEntering } from '../../data/useEntering';
import { useFormDraft } from '../../data/useFormDraft';
import { deviceClock } from '../../data/deviceClock';
import { useNow } from '../../data/useNow';
import { TestPlot } from '../../drawing/TestPlot';
import { colours } from '../../theme/tokens';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Choice } from '../../ui/Choice';
import { Figures } from '../../ui/Figures';
import { Notice } from '../../ui/Notice';
import { Text } from '../../ui/Text';
import { TextField } from '../../ui/TextField';
import { ToggleRow } from '../../ui/ToggleRow';
import { Told } from '../../ui/Told';
import { View } from '../../ui/View';
import { useSite } from '../site/context';
import { useEnterLaid } from './useEnterLaid';
import { useLay } from './context';
import { LinePick } from './LinePick';
import { BLANK_TEST, HowFields, howOf, type TestForm } from './TestHow';
import { useDraggedStretch } from './useDraggedStretch';

/** Tests of a line: which it needs, readings by hand or from a gauge, and what comes of them. */
export function TestsTab() {
  const { runId, job } = useSite();
  const { line } = useLay();
  const [form, put, clear] = useFormDraft<TestForm>(`test.${runId}.${line.id}`, () => ({
    ...BLANK_TEST,
    method: job.ruleSet === 'US' ? 'US' : 'LC',
  }));
  return (
    <>
      <LinePick />
      <Done onRepeat={(test) => put((before) => ({ ...before, of: test.of, repeats: test.id, readings: [], started: undefined }))} />
      <TestCard key={line.id} form={form} put={put} clear={clear} />
    </>
  );
}

/** What the line has passed and failed so far. */
function Done({ onRepeat }: { onRepeat: (test: Tested) => void }) {
  const { units } = useSite().job;
  const { report, line } = useLay();
  const needed = testsNeeded(line.product);
  const own = report.tests.filter((one) => one.line === line.id);
  return (
    <Card title="Tests of this line">
      <Text>
        {needed.length === 0
          ? 'It needs none: nothing is held in it.'
          : `It needs: ${needed.map((group) => group.map((kind) => testKinds[kind].toLowerCase()).join(' or ')).join('; ')}.`}
      </Text>
      {own.map((test) => {
        const { id, of, kept, verdict } = test;
        const good = verdict.state === 'passed' && test.believed && !test.void;
        const says = `${testKinds[of]}, ${formatStretch(kept.entry.fact, units)}`;
        return (
          <View key={id} style={{ flexDirection: 'row', alignItems: 'center', gap: 8 }}>
            <Text style={{ flex: 1, color: good ? colours.good : colours.stop }}>
              {says}:{' '}
              {test.void
                ? 'says nothing any more: something was done to the line since'
                : verdict.state === 'none'
                  ? 'tells nothing'
                  : verdict.state}
              {verdict.held[0] ? ` (${sayHeld(verdict.held[0], units)})` : ''}
            </Text>
            {verdict.state === 'failed' || test.void ? (
              <Button mode="outlined" accessibilityLabel={`Test again: ${says}`} onPress={() => onRepeat(test)}>
                Test again
              </Button>
            ) : null}
          </View>
        );
      })}
    </Card>
  );
}

interface FormProps {
  form: TestForm;
  put: (change: (before: TestForm) => TestForm) => void;
  clear: () => void;
}

function TestCard({ form, put, clear }: FormProps) {
  const { job, rules } = useSite();
  const { report, revision, line } = useLay();
  const { units } = job;
  const { write, refuse, typed, said, faults } = useEntering(useEnterLaid());
  const [leak, setLeak] = useState(false);
  const change = (part: Partial<TestForm>) => {
    typed();
    put((before) => ({ ...before, ...part }));
  };
  const needed = testsNeeded(line.product).flat();
  const passed = (kind: TestKind) =>
    report.tests.some(
      (one) => one.line === line.id && groupOfTest(kind).includes(one.of) && one.verdict.state === 'passed' && one.believed && !one.void,
    );
  const of = form.of ?? needed.find((kind) => !passed(kind)) ?? needed[0] ?? 'air';
  const again = report.tests.find(({ id }) => id === form.repeats);
  const whole = { from: line.from, to: line.to };
  const stretch = useDraggedStretch(whole, again ? again.kept.entry.fact : whole, [], 'Tested');
  const how = howOf(of, form, units, line.product, rules);
  const gauge = form.gauge.trim() === '' ? undefined : parseTestPressure(form.gauge, units === 'us' ? 'psi' : 'mbar');
  const length = stretch.range ? stretch.range.to - stretch.range.from : line.to - line.from;
  const verdict = useMemo(
    () =>
      'error' in how
        ? undefined
        : testVerdict({ how, readings: form.readings, gauge: gauge?.ok ? gauge.value : null, product: line.product, length, rules }),
    // What is typed is what it hangs on; objects made anew each time are the same in JSON.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [JSON.stringify(how), form.readings, gauge?.ok ? gauge.value : null, line.product, length, rules],
  );
  const stand = 'error' in how ? undefined : madeUpGauge(how, { product: line.product, length, rules }, 1, { ...NO_GAUGE_FAULTS, leak });
  const enter = () => {
    if (!stretch.range) return refuse(stretch.fault);
    if ('error' in how) return refuse(how.error);
    if (gauge && !gauge.ok) return refuse(gauge.error);
    const fact: TestFact = {
      kind: 'test',
      line: line.id,
      name: line.name,
      ...stretch.range,
      how,
      readings: form.readings,
      gauge: gauge ? gauge.value : null,
      repeats: form.repeats ?? null,
      witness: form.witness.trim(),
      revision,
      note: '',
    };
    if (!write(fact, verdict?.state === 'passed' ? 'Kept: passed.' : 'Kept: failed. Find where, mend it, test again.')) return false;
    clear();
    stretch.reset();
    return true;
  };
  const run = () => {
    if (!stand || verdict?.asked === undefined) return;
    change({ readings: takenBy(stand, verdict.asked), gauge: stand.scale === null ? '' : formatTestPressure(stand.scale, units) });
  };
  return (
    <Card title={form.repeats ? 'Test again' : 'Test it'}>
      <Choice
        label="Test"
        value={of}
        options={testKindIds.filter((kind) => needed.includes(kind) || of === kind).map((value) => ({ value, label: testKinds[value] }))}
        onChange={(kind) => change({ ...BLANK_TEST, of: kind, method: form.method })}
      />
      {stretch.fields}
      <HowFields of={of} form={form} change={change} />
      {verdict?.asked === undefined ? null : (
        <Text testID="number-Asked" variant="titleMedium">
          Hold for {formatMinutes(verdict.asked)}
        </Text>
      )}
      {verdict && verdict.figures.length > 0 ? (
        <Figures
          label="What it is held to"
          head={['Worked out', '']}
          rows={verdict.figures.map((figure) => {
            const { name, value } = sayFigure(figure, units);
            return [name, value];
          })}
        />
      ) : null}
      {stand ? (
        <>
          <Button mode="outlined" icon="touch" onPress={run}>
            {`Run the made-up ${stand.name.toLowerCase()}`}
          </Button>
          <ToggleRow label="The made-up line leaks" on={leak} onChange={setLeak} />
        </>
      ) : null}
      {HAS_READINGS[of] ? <Readings of={of} form={form} change={change} refuse={refuse} /> : null}
      {verdict?.curve && verdict.curve.points.length > 1 ? <TestPlot curve={verdict.curve} units={units} /> : null}
      {verdict && (form.readings.length > 0 || !HAS_READINGS[of]) ? (
        verdict.state === 'none' ? (
          <Notice kind="caution" title="Nothing can be told from this yet">
            {verdict.lacks.map((lack) => (
              <Text key={lack.code}>{sayTestLack(lack, units)}</Text>
            ))}
          </Notice>
        ) : (
          <Notice
            kind={verdict.state === 'passed' ? 'note' : 'stop'}
            role="status"
            title={verdict.state === 'passed' ? 'Passed' : 'Failed'}
          >
            {verdict.held.map((one) => (
              <Text key={one.id}>{sayHeld(one, units)}</Text>
            ))}
          </Notice>
        )
      ) : null}
      <TextField
        label="Seen by"
        value={form.witness}
        onText={(witness) => change({ witness })}
        placeholder={line.owner ? line.owner.name : 'Who witnesses it'}
      />
      <Button mode="contained" icon="check" onPress={enter}>
        Enter the test
      </Button>
      {form.repeats || form.readings.length > 0 ? (
        <Button
          onPress={() => {
            clear();
            stretch.reset();
          }}
        >
          Begin anew
        </Button>
      ) : null}
      <Told said={said} faults={faults} />
    </Card>
  );
}

const HAS_READINGS: Record<TestKind, boolean> = {
  air: true,
  water: true,
  pressure: true,
  mandrel: false,
  insulation: true,
  continuity: true,
  flush: false,
};
const VALUE: Record<TestKind, string> = {
  air: 'Gauge says',
  water: 'Filled up so far',
  pressure: 'Gauge says',
  mandrel: '',
  insulation: 'Core against the rest',
  continuity: 'Core from end to end',
  flush: '',
};

/** Readings taken so far, and the next: timed by the device, or typed. */
function Readings({
  of,
  form,
  change,
  refuse,
}: {
  of: TestKind;
  form: TestForm;
  change: (part: Partial<TestForm>) => void;
  refuse: (...why: string[]) => false;
}) {
  const { units } = useSite().job;
  const now = useNow();
  const elapsed = form.started === undefined ? undefined : Math.max(0, now - form.started) / 60_000;
  const add = () => {
    const value = valueOf(of, form.value, units);
    if (!value.ok) return refuse(value.error);
    const timed = form.started === undefined ? undefined : (deviceClock().now() - form.started) / 60_000;
    const typed = form.minute.trim() === '' ? undefined : parseMinutes(form.minute);
    if (typed && !typed.ok) return refuse(typed.error);
    const first = form.readings.length === 0 && of !== 'insulation' ? 0 : 1;
    const minute = typed
      ? typed.value
      : timed !== undefined
        ? Math.round(timed * 100) / 100
        : of === 'continuity'
          ? form.readings.length
          : first;
    if (typed === undefined && timed === undefined && form.readings.length > 0 && of !== 'insulation' && of !== 'continuity')
      return refuse('Type at what minute that was, or start the clock.');
    change({ readings: [...form.readings, { minute, value: value.value }], value: '', minute: '' });
    return true;
  };
  return (
    <View style={{ gap: 6 }}>
      <View style={{ flexDirection: 'row', gap: 8 }}>
        {of === 'insulation' || of === 'continuity' ? null : (
          <View style={{ flex: 1 }}>
            <TextField
              label="At minute"
              value={form.minute}
              onText={(minute) => change({ minute })}
              placeholder={elapsed === undefined ? '0' : formatMinutes(elapsed)}
            />
          </View>
        )}
        <View style={{ flex: 1 }}>
          <TextField label={VALUE[of]} value={form.value} onText={(value) => change({ value })} />
        </View>
      </View>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
        <Button mode="outlined" icon="plus" onPress={add}>
          Add the reading
        </Button>
        {of === 'air' || of === 'pressure' || of === 'water' ? (
          <Button mode="outlined" icon="calendar" onPress={() => change({ started: deviceClock().now(), readings: [] })}>
            {elapsed === undefined ? 'Start the clock' : `Running ${formatMinutes(elapsed)}: begin again`}
          </Button>
        ) : null}
      </View>
      {form.readings.length > 0 ? (
        <Text>
          {form.readings
            .map(
              ({ minute, value }) =>
                `${of === 'insulation' || of === 'continuity' ? '' : `${formatMinutes(minute)} `}${sayQuantity(QUANTITY[of], value, units)}`,
            )
            .join(' · ')}
        </Text>
      ) : null}
    </View>
  );
}
const QUANTITY = {
  air: 'pressure',
  water: 'volume',
  pressure: 'pressure',
  mandrel: 'size',
  insulation: 'ohms',
  continuity: 'ohms',
  flush: 'flow',
} as const;

function valueOf(of: TestKind, text: string, units: UnitSystem): Parsed {
  switch (of) {
    case 'air':
      return parseTestPressure(text, units === 'us' ? 'psi' : 'mbar');
    case 'pressure':
      return parseTestPressure(text, units === 'us' ? 'psi' : 'bar');
    case 'water':
      return parseFluid(text, units);
    case 'insulation':
      return parseOhms(text, 'MΩ');
    default:
      return parseOhms(text, 'Ω');
  }
}
