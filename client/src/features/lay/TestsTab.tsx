import {
  airMethods,
  NO_REVISION,
  testKindIds,
  testKinds,
  type AirMethod,
  type TestFact,
  type TestHow,
  type TestKind,
} from '@tamper/core/book';
import {
  boreOf,
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
import {
  bareUnit,
  formatLength,
  formatStretch,
  parseCount,
  parseFlow,
  parseLength,
  parseTemperature,
  parseArea,
  type Parsed,
  type UnitSystem,
} from '@tamper/core/units';
import { formatMinutes, formatTestPressure, parseMinutes, parseOhms, parseTestPressure } from '@tamper/core/gauge';
import { parseFluid } from '@tamper/core/fluid';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
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
import { useSite } from '../site/context';
import { useEnterLaid } from './useEnterLaid';
import { useLay } from './context';
import { LinePick } from './LinePick';
import { useDraggedStretch } from './useDraggedStretch';

/** What is typed of a test; each kind reads its own. */
interface Form {
  of: TestKind | undefined;
  method: AirMethod;
  dry: boolean;
  held: boolean;
  what: 'pipes' | 'both' | 'chambers';
  through: boolean;
  air: boolean;
  both: boolean;
  cover: 'before' | 'after';
  one: string;
  two: string;
  three: string;
  gauge: string;
  witness: string;
  minute: string;
  value: string;
  readings: TestFact['readings'];
  started: number | undefined;
  repeats: string | undefined;
}
const BLANK: Form = {
  of: undefined,
  method: 'LC',
  dry: false,
  held: false,
  what: 'pipes',
  through: true,
  air: false,
  both: true,
  cover: 'before',
  one: '',
  two: '',
  three: '',
  gauge: '',
  witness: '',
  minute: '',
  value: '',
  readings: [],
  started: undefined,
  repeats: undefined,
};

/** Tests of a line: which it needs, readings by hand or from a gauge, and what comes of them. */
export function TestsTab() {
  const { runId, job } = useSite();
  const { line } = useLay();
  const [form, put, clear] = useFormDraft<Form>(`test.${runId}.${line.id}`, () => ({
    ...BLANK,
    method: job.ruleSet === 'US' ? 'US' : 'LC',
  }));
  return (
    <>
      <LinePick />
      <Done onRepeat={(test) => put((before) => ({ ...before, of: test.of, repeats: test.id, readings: [], started: undefined }))} />
      <TestForm key={line.id} form={form} put={put} clear={clear} />
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
  form: Form;
  put: (change: (before: Form) => Form) => void;
  clear: () => void;
}

function TestForm({ form, put, clear }: FormProps) {
  const { job, force, rules } = useSite();
  const { report, line } = useLay();
  const { units } = job;
  const { write, refuse, typed, said, faults } = useEntering(useEnterLaid());
  const [leak, setLeak] = useState(false);
  const change = (part: Partial<Form>) => {
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
      revision: force?.id ?? NO_REVISION,
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
        onChange={(kind) => change({ ...BLANK, of: kind, method: form.method })}
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
  form: Form;
  change: (part: Partial<Form>) => void;
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

/** How a test is set up, by its kind. */
function HowFields({ of, form, change }: { of: TestKind; form: Form; change: (part: Partial<Form>) => void }) {
  const { job } = useSite();
  const { line } = useLay();
  const { units } = job;
  const field = (key: 'one' | 'two' | 'three', label: string, placeholder: string) => (
    <View key={key} style={{ flexGrow: 1, flexBasis: 130 }}>
      <TextField label={label} value={form[key]} onText={(text) => change({ [key]: text })} placeholder={placeholder} />
    </View>
  );
  const row = (...fields: React.ReactNode[]) => <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>{fields}</View>;
  const gauge = (
    <View key="gauge" style={{ flexGrow: 1, flexBasis: 130 }}>
      <TextField label="Gauge goes to" value={form.gauge} onText={(text) => change({ gauge: text })} placeholder="end of its scale" />
    </View>
  );
  switch (of) {
    case 'air':
      return (
        <>
          <Choice
            label="Method"
            value={form.method}
            options={airMethods.map((value) => ({ value, label: value }))}
            onChange={(method) => change({ method })}
          />
          {row(field('one', 'Water over invert', '0'), field('two', 'Settled, minutes', '5'), gauge)}
          {line.product.material === 'concrete' ? (
            <ToggleRow label="Dry concrete" on={form.dry} onChange={(dry) => change({ dry })} />
          ) : null}
          <ToggleRow label="Plugs held, everybody out of their way" on={form.held} onChange={(held) => change({ held })} />
        </>
      );
    case 'water':
      return (
        <>
          <Choice
            label="What is filled"
            value={form.what}
            options={[
              { value: 'pipes', label: 'Pipes' },
              { value: 'both', label: 'With chambers' },
              { value: 'chambers', label: 'Chambers' },
            ]}
            onChange={(what) => change({ what })}
          />
          {row(
            field('one', 'Head', units === 'us' ? '6 ft of water' : '2 m of water'),
            form.what === 'pipes' ? null : field('two', 'Wetted in chambers', units === 'us' ? '40 ft²' : '4 m²'),
          )}
        </>
      );
    case 'pressure':
      return row(field('one', 'Pressure asked for', units === 'us' ? '150 psi' : '10 bar'), field('two', 'Held for, minutes', '60'), gauge);
    case 'mandrel':
      return (
        <>
          {field('one', 'Mandrel is', formatLength(0.95 * boreOf(line.product), units, 'size'))}
          <ToggleRow label="It went through" on={form.through} onChange={(through) => change({ through })} />
        </>
      );
    case 'insulation':
      return (
        <>
          {row(field('one', 'Tester’s volts', '500'), field('two', 'Cable is warm', units === 'us' ? '60 F' : '15 °C'))}
          <Choice
            label="Cover"
            value={form.cover}
            options={[
              { value: 'before', label: 'Before it' },
              { value: 'after', label: 'After it' },
            ]}
            onChange={(cover) => change({ cover })}
          />
        </>
      );
    case 'continuity':
      return field('two', 'Cable is warm', units === 'us' ? '60 F' : '15 °C');
    case 'flush':
      return (
        <>
          {row(
            field('one', 'Loops at once', '1'),
            field('two', 'Flow of all', units === 'us' ? '8 gpm' : '30 l/min'),
            field('three', 'For, minutes', '10'),
          )}
          <ToggleRow label="Air came out at the end" on={form.air} onChange={(air) => change({ air })} />
          <ToggleRow label="Both ways" on={form.both} onChange={(both) => change({ both })} />
        </>
      );
  }
}

/** What was typed as it is entered; what is left empty is what stands in grey. */
function howOf(
  of: TestKind,
  form: Form,
  units: UnitSystem,
  product: Parameters<typeof boreOf>[0],
  rules: { mandrelShare: { value: number | null }; mainHold: { value: number | null } },
): TestHow | { error: string } {
  const or = (text: string, otherwise: number, parse: (text: string) => Parsed): Parsed =>
    text.trim() === '' ? { ok: true, value: otherwise, understood: '' } : parse(text);
  const length = (text: string) => parseLength(text, bareUnit(units));
  switch (of) {
    case 'air': {
      const [water, settled] = [or(form.one, 0, length), or(form.two, 5, parseMinutes)];
      if (!water.ok) return { error: water.error };
      return settled.ok
        ? { of, method: form.method, dry: form.dry, water: water.value, settled: settled.value, held: form.held }
        : { error: settled.error };
    }
    case 'water': {
      const [head, chambers] = [
        parseTestPressure(form.one, units === 'us' ? 'psi' : 'mbar'),
        or(form.two, 0, (text) => parseArea(text, units)),
      ];
      if (!head.ok) return { error: `Head: ${head.error}` };
      return chambers.ok ? { of, what: form.what, head: head.value, chambers: chambers.value } : { error: chambers.error };
    }
    case 'pressure': {
      const [asked, minutes] = [
        parseTestPressure(form.one, units === 'us' ? 'psi' : 'bar'),
        or(form.two, rules.mainHold.value ?? 60, parseMinutes),
      ];
      if (!asked.ok) return { error: `Pressure asked for: ${asked.error}` };
      return minutes.ok ? { of, asked: asked.value, minutes: minutes.value } : { error: minutes.error };
    }
    case 'mandrel': {
      const size = or(form.one, (rules.mandrelShare.value ?? 1) * boreOf(product), (text) => parseLength(text, bareUnit(units, 'size')));
      return size.ok ? { of, size: size.value, through: form.through } : { error: size.error };
    }
    case 'insulation': {
      const [volts, celsius] = [
        or(form.one, 500, (text) => parseCount(text, 'V')),
        or(form.two, 15, (text) => parseTemperature(text, units)),
      ];
      if (!volts.ok) return { error: volts.error };
      return celsius.ok ? { of, volts: volts.value, cover: form.cover, celsius: celsius.value } : { error: celsius.error };
    }
    case 'continuity': {
      const celsius = or(form.two, 15, (text) => parseTemperature(text, units));
      return celsius.ok ? { of, celsius: celsius.value } : { error: celsius.error };
    }
    case 'flush': {
      const [loops, flow, minutes] = [
        or(form.one, 1, (text) => parseCount(text, 'loops')),
        parseFlow(form.two, units),
        or(form.three, 10, parseMinutes),
      ];
      if (!loops.ok) return { error: loops.error };
      if (!flow.ok) return { error: flow.error };
      return minutes.ok
        ? { of, loops: loops.value, flow: flow.value, minutes: minutes.value, air: form.air, both: form.both }
        : { error: minutes.error };
    }
  }
}
