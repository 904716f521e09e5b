import {
  dryStrengthIds,
  dryStrengths,
  soilMaterialIds,
  soilMaterials,
  strengthToolIds,
  strengthTools,
  thumbIds,
  thumbs,
} from '@tamper/core/catalogue';
import { classify, soilName, practiceReader } from '@tamper/core/ground';
import { kinds, type SoilTest } from '@tamper/core/book';
import { errorsOf } from '@tamper/core/job';
import { bareUnit, formatLength, formatStation, formatStrength, parseLength, parseStation, parseStrength } from '@tamper/core/units';
import { useState } from 'react';
import { Text } from '../../ui/Text';
import { WhoField } from '../../ui/WhoField';
import { Button } from '../../ui/Button';
import { useFormDraft } from '../../data/useFormDraft';
import { Card } from '../../ui/Card';
import { Choice } from '../../ui/Choice';
import { Faults } from '../../ui/Faults';
import { Notice } from '../../ui/Notice';
import { Picker } from '../../ui/Picker';
import { TextField } from '../../ui/TextField';
import { View } from '../../ui/View';
import { useEnter, useProtection } from './context';
import { Verdict } from './Verdict';

const SEEN = [
  { value: 'open', label: 'Not looked' },
  { value: 'no', label: 'No' },
  { value: 'yes', label: 'Yes' },
] as const;
const LOOKS = [
  { key: 'fissured', label: 'Cracks in the face or behind the lip?' },
  { key: 'disturbed', label: 'Dug before, or filled?' },
  { key: 'vibration', label: 'Traffic, piling or trains shaking it?' },
  { key: 'dipping', label: 'Layers dipping into the cut, 4:1 or steeper?' },
] as const;
const seenOf = (value: boolean | null) => (value === null ? 'open' : value ? 'yes' : 'no');

/** What the practice tool takes the ground for, by what it is: readings scatter about it. */
const PRACTICE = { rock: 400e3, clay: 120e3, silt: 70e3, gravel: 60e3, sand: 30e3, fill: 30e3 } as const;

/** The cards of one soil test, from what it is to what the eye sees; the class follows while they are answered. */
export function SoilForm({ start, corrects, onDone }: { start: SoilTest | undefined; corrects: string | undefined; onDone: () => void }) {
  const { job, run, document, plan, rules } = useProtection();
  const sign = useEnter('Say who tested: a role will do.');
  const [test, fill, forget] = useFormDraft<SoilTest>(
    `soil.${document.stored.id}.${corrects ?? ''}`,
    () =>
      start ?? {
        kind: 'soil',
        from: run.stations[0]?.station ?? 0,
        to: run.stations.at(-1)?.station ?? 0,
        top: 0,
        bottom: Math.ceil(plan.deepest.depth * 10) / 10,
        material: 'clay',
        thumb: null,
        strength: null,
        ribbon: null,
        dry: null,
        water: null,
        fissured: null,
        disturbed: null,
        vibration: null,
        dipping: null,
      },
  );
  const [typed, setTyped] = useState({
    from: formatStation(test.from, job.units),
    to: formatStation(test.to, job.units),
    top: formatLength(test.top, job.units),
    bottom: formatLength(test.bottom, job.units),
    reading: '',
    ribbon: test.ribbon === null ? '' : formatLength(test.ribbon, job.units, 'size'),
  });
  const [tool, setTool] = useState(test.strength?.tool ?? 'penetrometer');
  const [fault, setFault] = useState<string>();
  const put = (change: Partial<SoilTest>) => fill((before) => ({ ...before, ...change }));
  const leave = () => {
    forget();
    onDone();
  };
  const length = (text: string) => parseLength(text, bareUnit(job.units));
  const typing = (key: keyof typeof typed, text: string, parse: (text: string) => ReturnType<typeof parseLength>) => {
    setTyped((before) => ({ ...before, [key]: text }));
    const parsed = parse(text);
    setFault(parsed.ok ? undefined : parsed.error);
    if (parsed.ok) put({ [key]: parsed.value });
  };
  const addReading = (value: number) =>
    put({ strength: { tool, readings: [...(test.strength?.tool === tool ? test.strength.readings : []), value] } });
  const typeReading = () => {
    const parsed = parseStrength(typed.reading, job.units);
    setFault(parsed.ok ? undefined : parsed.error);
    if (!parsed.ok) return;
    addReading(parsed.value);
    setTyped((before) => ({ ...before, reading: '' }));
  };
  const ribbon = (text: string) => {
    setTyped((before) => ({ ...before, ribbon: text }));
    if (text.trim() === '') return put({ ribbon: null });
    const parsed = parseLength(text, job.units === 'us' ? 'in' : 'mm');
    setFault(parsed.ok ? undefined : parsed.error);
    if (parsed.ok) put({ ribbon: parsed.value });
  };
  const enter = () => {
    const unread = [parseStation(typed.from, job.units), parseStation(typed.to, job.units), length(typed.top), length(typed.bottom)].find(
      (parsed) => !parsed.ok,
    );
    if (unread && !unread.ok) return setFault(unread.error);
    const [wrong] = errorsOf(kinds.soil.schema, test);
    if (wrong) return setFault(wrong.message);
    const refused = sign(test, corrects);
    if (refused !== undefined) return setFault(refused);
    leave();
  };
  const verdict = classify(test, rules, job.units);
  return (
    <Card title={corrects ? 'Put the test right' : 'Test the ground'}>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
        {(
          [
            ['from', 'Tested from', (text: string) => parseStation(text, job.units)],
            ['to', 'Tested to', (text: string) => parseStation(text, job.units)],
            ['top', 'Layer from, down', length],
            ['bottom', 'Layer to, down', length],
          ] as const
        ).map(([key, label, parse]) => (
          <View key={key} style={{ flexGrow: 1, flexBasis: 140 }}>
            <TextField label={label} value={typed[key]} onText={(text) => typing(key, text, parse)} />
          </View>
        ))}
      </View>
      <Picker
        label="What it is"
        value={test.material}
        options={soilMaterialIds.map((value) => ({ value, label: soilMaterials[value].name }))}
        onChange={(material) => put({ material })}
      />
      <Picker
        label="Press a thumb into a fresh lump"
        value={test.thumb ?? 'none'}
        options={[{ value: 'none', label: 'Not tried' }, ...thumbIds.map((value) => ({ value, label: thumbs[value].name }))]}
        onChange={(value) => put({ thumb: value === 'none' ? null : value })}
      />
      <Picker
        label="Break a dry lump"
        value={test.dry ?? 'none'}
        options={[{ value: 'none', label: 'Not tried' }, ...dryStrengthIds.map((value) => ({ value, label: dryStrengths[value].name }))]}
        onChange={(value) => put({ dry: value === 'none' ? null : value })}
      />
      <TextField label="Longest ribbon rolled, empty if not tried" value={typed.ribbon} onText={ribbon} />
      <Choice
        label="Tool"
        value={tool}
        options={strengthToolIds.map((value) => ({ value, label: strengthTools[value].name }))}
        onChange={setTool}
      />
      {test.strength ? (
        <Text>
          {strengthTools[test.strength.tool].name}: {test.strength.readings.map((reading) => formatStrength(reading, job.units)).join(', ')}
        </Text>
      ) : null}
      <TextField label="Reading as shown" value={typed.reading} onText={(text) => setTyped((before) => ({ ...before, reading: text }))} />
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
        <Button mode="outlined" icon="plus" onPress={typeReading}>
          Add the reading
        </Button>
        <Button mode="outlined" onPress={() => void practiceReader(tool, PRACTICE[test.material], Math.random).read().then(addReading)}>
          Read the practice tool
        </Button>
        {test.strength ? (
          <Button mode="text" onPress={() => put({ strength: null })}>
            Take the readings out
          </Button>
        ) : null}
      </View>
      <Picker
        label="Water in the face or the floor"
        value={test.water ?? 'open'}
        options={[
          { value: 'open', label: 'Not looked' },
          { value: 'dry', label: 'Dry' },
          { value: 'seeping', label: 'Seeps from it' },
          { value: 'standing', label: 'Stands in it' },
        ]}
        onChange={(value) => put({ water: value === 'open' ? null : value })}
      />
      {LOOKS.map(({ key, label }) => (
        <Choice
          key={key}
          label={label}
          value={seenOf(test[key])}
          options={SEEN}
          onChange={(value) => put({ [key]: value === 'open' ? null : value === 'yes' })}
        />
      ))}
      <Notice kind={verdict.soil === 'C' ? 'caution' : 'note'} role="status" title={`So far: ${soilName(verdict.soil)}`}>
        <Verdict verdict={verdict} />
      </Notice>
      <WhoField label="Tested by" placeholder="Foreman" />
      <Faults title="Not entered" faults={fault ? [fault] : []} />
      <View style={{ flexDirection: 'row', gap: 8 }}>
        <Button mode="contained" icon="check" onPress={enter} style={{ flex: 1 }}>
          Sign the test
        </Button>
        <Button mode="text" onPress={leave}>
          Leave it
        </Button>
      </View>
    </Card>
  );
}
