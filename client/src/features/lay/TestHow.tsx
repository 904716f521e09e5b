import { airMethods, type AirMethod, type TestFact, type TestHow, type TestKind } from '@tamper/core/book';
import { parseMinutes, parseTestPressure } from '@tamper/core/gauge';
import { parseFluid } from '@tamper/core/fluid';
import { mandrelAsked } from '@tamper/core/lay';
import type { Rules } from '@tamper/core/rules';
import {
  bareUnit,
  formatLength,
  parseArea,
  parseCount,
  parseFlow,
  parseLength,
  parseTemperature,
  type Parsed,
  type UnitSystem,
} from '@tamper/core/units';
import { Choice } from '../../ui/Choice';
import { TextField } from '../../ui/TextField';
import { ToggleRow } from '../../ui/ToggleRow';
import { View } from '../../ui/View';
import { useSite } from '../site/context';
import { useLay } from './context';

/** What is typed of a test; each kind reads its own. */
export interface TestForm {
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
export const BLANK_TEST: TestForm = {
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

/** How a test is set up, by its kind. */
export function HowFields({ of, form, change }: { of: TestKind; form: TestForm; change: (part: Partial<TestForm>) => void }) {
  const { job, rules } = useSite();
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
      return row(
        field('one', 'Pressure asked for', units === 'us' ? '150 psi' : '10 bar'),
        field('two', 'Held for, minutes', '60'),
        gauge,
        field('three', 'Pumped in after', units === 'us' ? 'not measured, qt' : 'not measured, l'),
      );
    case 'mandrel':
      return (
        <>
          {field('one', 'Mandrel is', formatLength(mandrelAsked(line.product, rules), units, 'size'))}
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
export function howOf(
  of: TestKind,
  form: TestForm,
  units: UnitSystem,
  product: Parameters<typeof mandrelAsked>[0],
  rules: Rules,
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
      if (!minutes.ok) return { error: minutes.error };
      if (form.three.trim() === '') return { of, asked: asked.value, minutes: minutes.value };
      const madeUp = parseFluid(form.three, units);
      return madeUp.ok
        ? { of, asked: asked.value, minutes: minutes.value, madeUp: madeUp.value }
        : { error: `Pumped in after: ${madeUp.error}` };
    }
    case 'mandrel': {
      const size = or(form.one, mandrelAsked(product, rules), (text) => parseLength(text, bareUnit(units, 'size')));
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
