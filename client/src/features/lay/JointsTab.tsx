import { jointKinds, type JointFact, type JointKind, type Photo } from '@tamper/core/book';
import { FUSION_BASIS, fusionRow } from '@tamper/core/fusion';
import { jointFaults, jointKindsFor, nextJointNumber, sayJointFault, snugTurns } from '@tamper/core/lay';
import {
  bareUnit,
  exactStation,
  formatGrain,
  formatStation,
  parseDecimal,
  parseLength,
  parseStation,
  parseTemperature,
} from '@tamper/core/units';
import { formatMinutes, parseMinutes, parseOhms } from '@tamper/core/gauge';
import { useState } from 'react';
import { useEntering } from '../../data/useEntering';
import { useFormDraft } from '../../data/useFormDraft';
import { useToday } from '../../data/useToday';
import { PhotoField } from '../../photos/PhotoField';
import { colours } from '../../theme/tokens';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Choice } from '../../ui/Choice';
import { DateField } from '../../ui/DateField';
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

interface Form {
  as: JointKind | undefined;
  number: string | undefined;
  station: string | undefined;
  ok: boolean;
  also: boolean;
  one: string;
  two: string;
  three: string;
  four: string;
  certificate: string;
  until: string | undefined;
  replaces: string | undefined;
  corrects: string | undefined;
  photos: Photo[];
}
const BLANK: Form = {
  as: undefined,
  number: undefined,
  station: undefined,
  ok: true,
  also: true,
  one: '',
  two: '',
  three: '',
  four: '',
  certificate: '',
  until: undefined,
  replaces: undefined,
  corrects: undefined,
  photos: [],
};

/** Joints and connections: those the plan asks for against those that were logged; the next offers itself. */
export function JointsTab() {
  const { runId } = useSite();
  const { line } = useLay();
  const [form, put, clear] = useFormDraft<Form>(`joint.${runId}.${line.id}`, () => BLANK);
  return (
    <>
      <LinePick />
      <Count />
      <JointForm key={line.id} form={form} put={put} clear={clear} />
      <Logged
        onCutOut={(joint) =>
          put((before) => ({ ...before, replaces: joint.id, station: joint.station, as: joint.as, number: undefined, corrects: undefined }))
        }
        onRight={(joint) =>
          put((before) => ({
            ...before,
            corrects: joint.id,
            station: joint.station,
            as: joint.as,
            number: joint.number,
            replaces: undefined,
          }))
        }
      />
    </>
  );
}

/** How many are expected and logged, and what is missing where. */
function Count() {
  const { units } = useSite().job;
  const { report, line } = useLay();
  const own = report.matches.filter(({ expected }) => expected.line === line.id);
  const missing = own.filter(({ by }) => by === undefined);
  if (own.length === 0) return <Notice kind="note" title="The plan asks for no joint on this line" />;
  return (
    <Notice kind={missing.length > 0 ? 'caution' : 'note'} title={`${own.length - missing.length} of ${own.length} joints logged`}>
      {missing.length > 0 ? (
        <Text>Missing: {missing.map(({ expected: { station, what } }) => `${what} ${formatStation(station, units)}`).join(', ')}</Text>
      ) : null}
    </Notice>
  );
}

interface FormProps {
  form: Form;
  put: (change: (before: Form) => Form) => void;
  clear: () => void;
}

function JointForm({ form, put, clear }: FormProps) {
  const { job, jobId } = useSite();
  const { report, revision, line } = useLay();
  const { units } = job;
  const today = useToday();
  const { write, refuse, typed, said, faults } = useEntering(useEnterLaid());
  const change = (part: Partial<Form>) => {
    typed();
    put((before) => ({ ...before, ...part }));
  };
  const next = report.matches.find(({ expected, by }) => expected.line === line.id && by === undefined)?.expected;
  const kinds = jointKindsFor(line.product);
  const as = form.as ?? next?.as ?? (kinds[0] as JointKind);
  const number = form.number ?? nextJointNumber(report.joints, line.id);
  const station = form.station ?? (next ? exactStation(next.station, units) : '');
  const at = parseStation(station, units);
  const made = madeOf(as, form, units);
  const certificate =
    jointKinds[as].certified && form.certificate.trim() !== '' ? { name: form.certificate.trim(), until: form.until ?? null } : null;
  const stands = made && 'as' in made ? jointFaults({ made, certificate }, line.product, today) : [];
  const enter = () => {
    if (!at.ok) return refuse(station.trim() === '' ? 'Type a station.' : at.error);
    if ('error' in made) return refuse(made.error);
    const fact: JointFact = {
      kind: 'joint',
      line: line.id,
      name: line.name,
      number,
      station: at.value,
      made,
      certificate,
      replaces: form.replaces ?? null,
      revision,
      note: '',
    };
    const words = stands.length > 0 ? `Kept: joint ${number} does not stand. Cut it out.` : `Kept: joint ${number} stands.`;
    if (!write(fact, words, { corrects: form.corrects, photos: form.photos })) return false;
    const { certificate: name, until } = form;
    clear();
    // Who makes the joints is the same for the next, and mostly the way.
    if (form.as !== undefined || name !== '') put(() => ({ ...BLANK, as: form.as, certificate: name, until }));
    return true;
  };
  return (
    <Card title={form.corrects ? 'A joint put right' : form.replaces ? 'In the place of one cut out' : 'The next joint'}>
      <View style={{ flexDirection: 'row', gap: 8 }}>
        <View style={{ flex: 1 }}>
          <TextField label="Joint number" value={number} onText={(text) => change({ number: text })} />
        </View>
        <View style={{ flex: 1 }}>
          <TextField label="Joint at station" value={station} onText={(text) => change({ station: text })} />
        </View>
      </View>
      <MadeFields as={as} form={form} change={change} />
      {stands.length > 0 ? (
        <Notice kind="stop" title="It does not stand">
          {stands.map((fault) => (
            <Text key={fault.code}>{sayJointFault(fault, units)}</Text>
          ))}
        </Notice>
      ) : null}
      <Button mode="contained" icon="check" onPress={enter}>
        {stands.length > 0 ? `Enter that joint ${number} fails` : `Joint ${number} is made`}
      </Button>
      {form.corrects || form.replaces ? <Button onPress={clear}>Leave it as it was</Button> : null}
      <Told said={said} faults={faults} />
      <Choice
        label="Made as"
        value={as}
        options={kinds.map((value) => ({ value, label: jointKinds[value].name }))}
        onChange={(kind) => change({ as: kind })}
      />
      {jointKinds[as].certified ? (
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
          <View style={{ flexGrow: 1, minWidth: 150 }}>
            <TextField label="Certificate" value={form.certificate} onText={(text) => change({ certificate: text })} />
          </View>
          <DateField label="Holds until" value={form.until} onDay={(until) => change({ until })} />
        </View>
      ) : null}
      <PhotoField jobId={jobId} photos={form.photos} onPhotos={(photos) => change({ photos })} />
    </Card>
  );
}

/** What is measured of a joint, by how it is made. */
function MadeFields({ as, form, change }: { as: JointKind; form: Form; change: (part: Partial<Form>) => void }) {
  const { units } = useSite().job;
  const { line } = useLay();
  const field = (key: 'one' | 'two' | 'three' | 'four', label: string, placeholder = '') => (
    <View key={key} style={{ flexGrow: 1, flexBasis: 130 }}>
      <TextField label={label} value={form[key]} onText={(text) => change({ [key]: text })} keys="decimal" placeholder={placeholder} />
    </View>
  );
  const row = (...fields: React.ReactNode[]) => <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>{fields}</View>;
  switch (as) {
    case 'pushFit':
    case 'coupler':
      return <ToggleRow label="Home to its mark" on={form.ok} onChange={(ok) => change({ ok })} />;
    case 'glued':
      return (
        <>
          <ToggleRow label="Home to its mark" on={form.ok} onChange={(ok) => change({ ok })} />
          {field('one', 'Set for, minutes')}
        </>
      );
    case 'compression':
      return (
        <>
          <ToggleRow label="Cut square" on={form.ok} onChange={(ok) => change({ ok })} />
          {field('one', 'Turns past snug', `${snugTurns.least} to ${snugTurns.most}`)}
        </>
      );
    case 'butt': {
      const asked = fusionRow(line.product.wall);
      return (
        <>
          <Text variant="bodySmall">
            Wall {formatGrain(line.product.wall, units)}: bead {formatGrain(asked.bead, units)}, {asked.soak} s soak,{' '}
            {formatMinutes(asked.cool)} cooling. {FUSION_BASIS}.
          </Text>
          {row(field('one', 'Plate'), field('two', 'Bead'), field('three', 'Soak, seconds'), field('four', 'Cooled, minutes'))}
        </>
      );
    }
    case 'electrofusion':
    case 'saddle':
      return (
        <>
          <ToggleRow label="Scraped and clamped" on={form.ok} onChange={(ok) => change({ ok })} />
          {row(field('one', 'Cooled, minutes'), field('two', 'Asked by the fitting'))}
        </>
      );
    case 'cableJoint':
    case 'termination':
      return (
        <>
          <ToggleRow label="Phases as marked" on={form.ok} onChange={(ok) => change({ ok })} />
          <View style={{ flexDirection: 'row', gap: 8 }}>
            <View style={{ flex: 1 }}>
              <TextField label="Kit" value={form.one} onText={(one) => change({ one })} />
            </View>
            <View style={{ flex: 1 }}>
              <TextField label="Resistance over it" value={form.two} onText={(two) => change({ two })} placeholder="may be empty" />
            </View>
          </View>
        </>
      );
  }
}

/** What was typed as it is entered, or what is wrong with it. */
function madeOf(as: JointKind, { ok, one, two, three, four }: Form, units: 'metric' | 'us'): JointFact['made'] | { error: string } {
  switch (as) {
    case 'pushFit':
    case 'coupler':
      return { as, home: ok };
    case 'glued': {
      const minutes = parseMinutes(one);
      return minutes.ok ? { as, home: ok, minutes: minutes.value } : { error: `Set for: ${minutes.error}` };
    }
    case 'compression': {
      const turns = parseDecimal(one, '');
      return turns.ok ? { as, square: ok, turns: turns.value } : { error: 'Type how many turns past snug, like 1.' };
    }
    case 'butt': {
      const [celsius, bead, soak, minutes] = [
        parseTemperature(one, units),
        parseLength(two, bareUnit(units, 'size')),
        parseDecimal(three, ''),
        parseMinutes(four),
      ];
      if (!celsius.ok) return { error: celsius.error };
      if (!bead.ok) return { error: bead.error };
      if (!soak.ok) return { error: 'Type how many seconds it was heated.' };
      return minutes.ok
        ? { as, celsius: celsius.value, bead: bead.value, soak: soak.value, minutes: minutes.value }
        : { error: minutes.error };
    }
    case 'electrofusion':
    case 'saddle': {
      const [cooled, asked] = [parseMinutes(one), parseMinutes(two)];
      if (!cooled.ok) return { error: cooled.error };
      return asked.ok ? { as, scraped: ok, minutes: cooled.value, asked: asked.value } : { error: `As the fitting says: ${asked.error}` };
    }
    case 'cableJoint':
    case 'termination': {
      const ohms = two.trim() === '' ? ({ ok: true, value: null } as const) : parseOhms(two, 'Ω');
      return ohms.ok ? { as, kit: one.trim(), phases: ok, ohms: ohms.value } : { error: ohms.error };
    }
  }
}

interface Named {
  id: string;
  station: string;
  as: JointKind;
  number: string;
}

/** Every joint of the line: those that do not stand first. */
function Logged({ onCutOut, onRight }: { onCutOut: (joint: Named) => void; onRight: (joint: Named) => void }) {
  const { units } = useSite().job;
  const { report, line } = useLay();
  const [all, setAll] = useState(false);
  const own = report.joints.filter((one) => one.line === line.id);
  if (own.length === 0) return null;
  const fails = own.filter(({ state }) => state === 'fails');
  const rest = own.filter(({ state }) => state !== 'fails').reverse();
  const named = ({ id, kept: { entry } }: (typeof own)[number]): Named => ({
    id,
    station: exactStation(entry.fact.station, units),
    as: entry.fact.made.as,
    number: entry.fact.number,
  });
  return (
    <Card title="Joints of this line">
      {[...fails, ...(all ? rest : rest.slice(0, 5))].map((joint) => {
        const { kept, state, faults, id, station } = joint;
        const says = `Joint ${kept.entry.fact.number} at ${formatStation(station, units)}`;
        return (
          <View key={id} style={{ gap: 4 }}>
            <View style={{ flexDirection: 'row', alignItems: 'center', gap: 8 }}>
              <Text style={{ flex: 1, color: state === 'fails' ? colours.stop : colours.ink }}>
                {says}: {jointKinds[kept.entry.fact.made.as].name.toLowerCase()}, {STATES[state]}
              </Text>
              <Button mode="outlined" accessibilityLabel={`Put right: ${says}`} onPress={() => onRight(named(joint))}>
                Put right
              </Button>
            </View>
            {state === 'fails' ? (
              <>
                {faults.map((fault) => (
                  <Text key={fault.code} variant="bodySmall">
                    {sayJointFault(fault, units)}
                  </Text>
                ))}
                <Button mode="tonal" accessibilityLabel={`Cut out: ${says}`} onPress={() => onCutOut(named(joint))}>
                  Cut out: make it anew
                </Button>
              </>
            ) : null}
          </View>
        );
      })}
      {rest.length > 5 ? <Button onPress={() => setAll(!all)}>{all ? 'The last five' : `All ${own.length}`}</Button> : null}
    </Card>
  );
}
const STATES = { good: 'stands', fails: 'does not stand', cutOut: 'cut out', doubt: 'not relied on' } as const;
