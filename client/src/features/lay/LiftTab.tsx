import { sayEntry } from '@tamper/core/book';
import { extent } from '@tamper/core/alignment';
import { machineOf } from '@tamper/core/job';
import { FLAT, hangs, legLoad, liftAlong, liftFaults, sayLiftFault, SLING_BASIS } from '@tamper/core/lay';
import { LIFT_BASIS } from '@tamper/core/machine';
import { bareUnit, formatLength, formatMassOf, parseCount, parseDecimal, parseLength, parseMass } from '@tamper/core/units';
import { useMemo } from 'react';
import { useEntering } from '../../data/useEntering';
import { useFormDraft } from '../../data/useFormDraft';
import { CurvePlot } from '../../drawing/CurvePlot';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Choice } from '../../ui/Choice';
import { Notice } from '../../ui/Notice';
import { Picker } from '../../ui/Picker';
import { Text } from '../../ui/Text';
import { TextField } from '../../ui/TextField';
import { ToggleRow } from '../../ui/ToggleRow';
import { Told } from '../../ui/Told';
import { View } from '../../ui/View';
import { useSite } from '../site/context';
import { useEnterLaid } from './useEnterLaid';
import { useLay } from './context';
import { useDraggedStretch } from './useDraggedStretch';

/** Where the arm points, by what a driver calls it. Degrees from ahead. */
const BEARINGS = { ahead: 0, right: 90, left: -90, behind: 180 } as const;
type Side = keyof typeof BEARINGS;
const SIDES: { value: Side; label: string }[] = [
  { value: 'ahead', label: 'Ahead' },
  { value: 'right', label: 'Right' },
  { value: 'left', label: 'Left' },
  { value: 'behind', label: 'Behind' },
];
const radians = (degrees: number) => (degrees * Math.PI) / 180;
/** The bearing of one end of a swing: behind is reached by the side the other end is on. */
const bearingOf = (side: Side, other: Side): number => radians(side === 'behind' && other === 'left' ? -180 : BEARINGS[side]);

interface Form {
  piece: string;
  what: string;
  mass: string;
  sling: string;
  legs: string;
  angle: string;
  rating: string;
  pick: string;
  pickAt: Side;
  set: string;
  setAt: Side;
  blade: boolean;
}
const BLANK: Form = {
  piece: '',
  what: '',
  mass: '',
  sling: '',
  legs: '2',
  angle: '60',
  rating: '',
  pick: '',
  pickAt: 'right',
  set: '',
  setAt: 'ahead',
  blade: false,
};

/** Any load: what hangs, what each leg carries, and what the machine lifts all the way from pick to set. A load in the air shuts Safe to enter. */
export function LiftTab() {
  const { job, run, rules, runId } = useSite();
  const { report } = useLay();
  const { units } = job;
  const { write, refuse, said, faults } = useEntering(useEnterLaid());
  const [form, put] = useFormDraft<Form>(`lift.${runId}`, () => BLANK);
  const change = (part: Partial<Form>) => put((before) => ({ ...before, ...part }));
  const machine = machineOf(job);
  const pieces = useMemo(
    () =>
      report.laid
        .filter(({ product }) => product.stock.form === 'stick')
        .map(({ id, product }) => ({ id, name: product.name, mass: product.mass * product.stock.length, length: product.stock.length })),
    [report.laid],
  );
  const piece = pieces.find(({ id }) => id === form.piece) ?? (form.piece === OTHER ? undefined : pieces[0]);
  const or = (text: string, otherwise: number, parse: (text: string) => { ok: boolean; value?: number }): number | undefined => {
    if (text.trim() === '') return otherwise;
    const parsed = parse(text);
    return parsed.ok ? parsed.value : undefined;
  };
  const mass = or(form.mass, piece?.mass ?? NaN, (text) => parseMass(text, units));
  const sling = or(form.sling, 12, (text) => parseMass(text, units));
  const legs = or(form.legs, 2, (text) => parseCount(text, 'legs'));
  const angle = or(form.angle, 60, (text) => parseDecimal(text.replace('°', ''), ''));
  const rating = form.rating.trim() === '' ? undefined : or(form.rating, 0, (text) => parseMass(text, units));
  const radius = (text: string) => or(text, 2.5, (typed) => parseLength(typed, bareUnit(units)));
  const [pick, set] = [radius(form.pick), radius(form.set)];
  const known = [mass, sling, legs, angle, pick, set].every((one) => one !== undefined && Number.isFinite(one)) && (legs ?? 0) > 0;
  const slung = { mass: mass ?? 0, sling: sling ?? 0, legs: legs ?? 1, angle: radians(angle ?? 60), factor: rules.liftFactor.value ?? 1 };
  const along = known
    ? liftAlong(
        machine,
        { radius: pick as number, bearing: bearingOf(form.pickAt, form.setAt) },
        { radius: set as number, bearing: bearingOf(form.setAt, form.pickAt) },
        form.blade,
      )
    : undefined;
  const against = along ? liftFaults(slung, along, rating) : [];
  const stops = against.filter(({ code }) => code !== 'flat');
  const show = (kilograms: number) => formatMassOf(kilograms, units);
  const ends = extent(run);
  const stretch = useDraggedStretch({ from: ends.start, to: ends.end }, { from: ends.start, to: ends.end }, [], 'Over');
  const lift = () => {
    if (!known) return refuse('Say what is lifted, how it is slung, and from where to where.');
    if (stops.length > 0) return refuse(...stops.map((fault) => sayLiftFault(fault, units)));
    if (!stretch.range) return refuse(stretch.fault);
    return write(
      { kind: 'lifted', what: form.what.trim() || piece?.name || 'A load', mass: slung.mass, ...stretch.range, note: '' },
      'Kept: in the air. Nobody goes in there until it is set down.',
    );
  };
  const field = (key: 'mass' | 'sling' | 'legs' | 'angle' | 'rating' | 'pick' | 'set', label: string, placeholder: string) => (
    <View style={{ flexGrow: 1, flexBasis: 130 }}>
      <TextField label={label} value={form[key]} onText={(text) => change({ [key]: text })} placeholder={placeholder} keys="decimal" />
    </View>
  );
  return (
    <>
      <InTheAir />
      <Card title="A load">
        {pieces.length > 0 ? (
          <Picker
            label="What is lifted"
            value={piece?.id ?? OTHER}
            options={[...pieces.map(({ id, name }) => ({ value: id, label: name })), { value: OTHER, label: 'Something else' }]}
            onChange={(next) => change({ piece: next, mass: '' })}
          />
        ) : null}
        {piece ? (
          <Text variant="bodySmall">
            {formatLength(piece.length, units)} long: it balances {formatLength(piece.length / 2, units)} from its end, less towards a
            socket. A tag line at each end.
          </Text>
        ) : (
          <TextField label="What it is" value={form.what} onText={(what) => change({ what })} />
        )}
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
          {field('mass', 'It weighs', piece ? show(piece.mass) : show(100))}
          {field('sling', 'Sling and hook', show(12))}
          {field('legs', 'Legs', '2')}
          {field('angle', 'Legs from level, °', '60')}
          {field('rating', 'Label of a leg', 'not read')}
        </View>
        {known ? (
          <View style={{ flexDirection: 'row', flexWrap: 'wrap', alignItems: 'baseline', columnGap: 14 }}>
            <Text testID="number-Hanging" variant="headlineMedium">
              {show(hangs(slung))}
            </Text>
            <Text>
              hang on the hook: {show(slung.mass)} and {show(slung.sling)} of sling, times {slung.factor}; {show(legLoad(slung))} on a leg
            </Text>
          </View>
        ) : null}
        <Text variant="bodySmall">
          Times {rules.liftFactor.value ?? 1}: {rules.liftFactor.basis}. {SLING_BASIS}. Flatter than {Math.round((FLAT * 180) / Math.PI)}°
          is looked at again.
        </Text>
      </Card>
      <Card title={`${machine.name}: from pick to set`}>
        <Choice label="Picked up" value={form.pickAt} options={SIDES} onChange={(pickAt) => change({ pickAt })} />
        <Choice label="Set down" value={form.setAt} options={SIDES} onChange={(setAt) => change({ setAt })} />
        <View style={{ flexDirection: 'row', gap: 8 }}>
          {field('pick', 'Reach at pick', formatLength(2.5, units))}
          {field('set', 'Reach at set', formatLength(2.5, units))}
        </View>
        <ToggleRow label="Blade down, ahead" on={form.blade} onChange={(blade) => change({ blade })} />
        {along ? (
          <>
            <CurvePlot
              label={`Rated from pick to set at ${formatLength(along.radius, units)}: ${show(along.worst.rated)} where it is least`}
              points={along.along.map(({ rated }, i) => ({ x: i / (along.along.length - 1), y: rated }))}
              limit={[
                { x: 0, y: hangs(slung) },
                { x: 1, y: hangs(slung) },
              ]}
              limitName="what hangs"
              sayX={(x) => (x < 0.01 ? 'pick' : x > 0.99 ? 'set' : '')}
              sayY={show}
              worst={{ x: shareOf(along), y: along.worst.rated }}
            />
            <Notice
              kind={stops.length > 0 ? 'stop' : 'note'}
              title={stops.length > 0 ? 'Not like this' : `It lifts ${show(along.worst.rated)} all the way`}
            >
              {against.map((fault) => (
                <Text key={fault.code}>{sayLiftFault(fault, units)}</Text>
              ))}
            </Notice>
          </>
        ) : null}
        <Text variant="bodySmall">{LIFT_BASIS}. Nobody under it, nobody between it and anything; engine off to unhook.</Text>
        {stretch.fields}
        <Button mode="contained" icon="up" onPress={lift}>
          It is in the air
        </Button>
        <Told said={said} faults={faults} />
      </Card>
    </>
  );
}
const OTHER = 'other';

/** How far along the swing it is weakest, from 0 to 1. */
function shareOf({ worst, along }: ReturnType<typeof liftAlong>): number {
  const [first, last] = [along[0]?.bearing ?? 0, along.at(-1)?.bearing ?? 0];
  return last === first ? 0 : (worst.bearing - first) / (last - first);
}

/** Loads that hang: each shuts Safe to enter until it is set down. */
function InTheAir() {
  const { units } = useSite().job;
  const { report } = useLay();
  const { write, said, faults } = useEntering(useEnterLaid());
  if (report.lifted.length === 0 && !said) return null;
  return (
    <>
      {report.lifted.map(({ kept: { entry } }) => (
        <Notice key={entry.id} kind="stop" title={sayEntry(entry, units)}>
          <Text>Nobody goes in there: Safe to enter is shut.</Text>
          <Button mode="contained" icon="down" onPress={() => write({ kind: 'setDown', lift: entry.id, note: '' }, 'Kept: set down.')}>
            Set down and unhooked
          </Button>
        </Notice>
      ))}
      <Told said={said} faults={faults} />
    </>
  );
}
