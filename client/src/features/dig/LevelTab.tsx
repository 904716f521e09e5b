import { checkedLayers, NO_REVISION, type CheckedLayer, type CheckFact, type Photo } from '@tamper/core/book';
import {
  aimAt,
  checkAt,
  checkDoubt,
  checkFault,
  instrumentNamed,
  isWithin,
  levelOf,
  levelWithin,
  newestFirst,
  nextStation,
  offBy,
  offWords,
  sightNames,
  travelOf,
  type AsDug,
  type Design,
} from '@tamper/core/dig';
import { isPit } from '@tamper/core/trench';
import { bareUnit, exactStation, formatLength, formatStation, parseLength, parseStation } from '@tamper/core/units';
import { sayPlace } from '@tamper/core/words';
import { router, useLocalSearchParams } from 'expo-router';
import { memo, useState } from 'react';
import { useFormDraft } from '../../data/useFormDraft';
import { useSaid } from '../../data/useSaid';
import { PhotoField } from '../../photos/PhotoField';
import { colours } from '../../theme/tokens';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Choice } from '../../ui/Choice';
import { Faults } from '../../ui/Faults';
import { Notice } from '../../ui/Notice';
import { Picker } from '../../ui/Picker';
import { StationStep } from '../../ui/StationStep';
import { Text } from '../../ui/Text';
import { TextField } from '../../ui/TextField';
import { ToggleRow } from '../../ui/ToggleRow';
import { View } from '../../ui/View';
import { useStable } from '../../ui/useStable';
import { runPath } from '../frame/places';
import { useEnter, useSite } from '../site/context';
import { useDig } from './context';
import { InstrumentLine } from './InstrumentLine';
import { useStandIns } from './StandInCard';

const TRENCH = 'trench';
type As = 'reading' | 'level' | 'depth' | 'sensors';
const AS: { value: As; label: string }[] = [
  { value: 'reading', label: 'Rod reading' },
  { value: 'level', label: 'Level' },
  { value: 'depth', label: 'Down from ground' },
];
/** What the arm's own sensors say: proof of less than a rod. */
const BY_SENSORS = { value: 'sensors' as const, label: 'Sensors' };
const LAYERS = (Object.keys(checkedLayers) as CheckedLayer[]).map((value) => ({ value, label: checkedLayers[value] }));

/** A level before it is entered. `station` undefined: the next one, offered. */
interface Form {
  station: string | undefined;
  pit: string | null;
  layer: CheckedLayer;
  /** Of a further line, its id; undefined: the leading one. */
  line: string | undefined;
  as: As | undefined;
  value: string;
  widthBottom: string;
  widthTop: string;
  again: boolean;
  photos: Photo[];
  /** The set-up it was read from; undefined: the one in force. */
  setUp: string | undefined;
  /** The entry it puts right. */
  corrects: string | undefined;
  /** What device it was read from, where that was a made-up one. */
  note: string;
}
const BLANK: Form = {
  station: undefined,
  pit: null,
  layer: 'bottom',
  line: undefined,
  as: undefined,
  value: '',
  widthBottom: '',
  widthTop: '',
  again: false,
  photos: [],
  setUp: undefined,
  corrects: undefined,
  note: '',
};

/** The level of what was dug: what the rod should say, what it says, and how far that is off. The next station offers itself. */
export function LevelTab() {
  const { job, run, runId, jobId, rules, force } = useSite();
  const { levels } = useDig();
  const { designs, open, inForce, checks, instruments } = levels;
  const { units } = job;
  const enter = useEnter();
  const [stored, put, clear] = useFormDraft<Form>(`level.${runId}`, () => BLANK);
  const asked = useLocalSearchParams<{ layer?: string; line?: string }>();
  const [, ...further] = run.laid;
  // Came here to measure a line: its invert is what is meant, until another layer is chosen.
  const [came, setCame] = useState(asked.layer === 'pipe');
  const form: Form = came ? { ...stored, pit: null, layer: 'pipe', line: further.find(({ id }) => id === asked.line)?.id } : stored;
  const [faults, setFaults] = useState<string[]>([]);
  const { said, say, unsay } = useSaid();
  const [ask, setAsk] = useState<string>();
  const [entered, setEntered] = useState(0);
  /** Where the last one was entered here, and of what: the next is offered at once, not when the book has it. */
  const [just, setJust] = useState<{ of: string; station: number }>();
  const change = (part: Partial<Form>) => {
    setAsk(undefined);
    setFaults([]);
    put((before) => ({ ...before, ...part }));
  };
  const sensors = inForce?.kept.entry.fact.means === 'sensors';
  const step = rules.levelApart.value ?? 5;
  const travel = travelOf(run, inForce);
  const of = form.layer === 'pipe' ? `pipe ${form.line ?? ''}` : 'dug';
  const before = form.layer === 'pipe' ? newestFirst(checks).find((one) => one.layer === 'pipe' && one.line === form.line) : levels.last;
  const last = just?.of === of ? just : before;
  const offered = nextStation(last?.station, step, travel, open);
  const station = form.station ?? formatStation(offered, units);
  const parsed = form.station === undefined ? { ok: true as const, value: offered } : parseStation(station, units);
  const at = parsed.ok ? parsed.value : undefined;
  const design = at === undefined ? undefined : designs(at, form.pit);
  const instrument = form.setUp === undefined ? inForce : instrumentNamed(instruments, form.setUp);
  const as = form.as ?? (instrument ? 'reading' : 'depth');
  const typed = form.value.trim() === '' ? undefined : parseLength(form.value, bareUnit(units));
  const fact = at !== undefined && typed?.ok ? factOf(form, as, at, typed.value, instrument?.id, force?.id, units) : undefined;
  const there = at === undefined || form.corrects ? undefined : checkAt(checks, at, form.layer, form.pit, form.line);
  const move = (by: 1 | -1) =>
    at !== undefined && change({ station: formatStation(nextStation(at, step, by === 1 ? 'up' : 'down', open), units) });
  const live = fact && !('error' in fact) ? offBy(fact, design, instrument) : undefined;
  const write = (sure: boolean) => {
    unsay();
    if (!parsed.ok) return setFaults([parsed.error]);
    if (!typed) return setFaults([`Type what ${as === 'reading' ? 'the rod reads' : 'was measured'}.`]);
    if (!typed.ok) return setFaults([typed.error]);
    if (!fact || 'error' in fact) return setFaults([fact ? fact.error : 'Type a station.']);
    const held = { run, designs, instrument, rules, units };
    const doubt = sure || checkFault(fact, held) !== undefined ? undefined : checkDoubt(fact, held);
    if (doubt !== undefined) return setAsk(doubt);
    const words = `Kept at ${formatStation(fact.station, units)}${live ? `, ${offWords(live.off, units)}` : ''}.`;
    const refused = enter({ ...fact, sure }, form.corrects, form.photos, say(words));
    setAsk(undefined);
    setFaults(refused === undefined ? [] : [refused]);
    if (refused !== undefined) return;
    setEntered((count) => count + 1);
    if (!form.corrects) setJust({ of, station: fact.station });
    clear();
    if (form.layer !== 'bottom' || form.as !== undefined || form.pit !== null)
      put(() => ({ ...BLANK, layer: form.layer, line: form.line, as: form.as, pit: form.pit }));
  };
  // A key in the field draws none of what stands below it anew.
  const changeWhat = useStable((what: Partial<Form>) => {
    setCame(false);
    change(what);
  });
  const changeAs = useStable((next: As) => change({ as: next, value: '', note: '' }));
  const changePhotos = useStable((photos: Photo[]) => change({ photos }));
  const putRight = useStable((check: AsDug) =>
    change({
      ...BLANK,
      station: exactStation(check.station, units),
      setUp: check.kept.entry.fact.setUp ?? undefined,
      pit: check.pit,
      layer: check.layer,
      line: check.line,
      as: check.sensors ? 'sensors' : check.kept.entry.fact.found.as,
      corrects: check.id,
    }),
  );
  const showAll = useStable(() => router.navigate(runPath(jobId, runId, 'dig/found')));
  return (
    <>
      <Card title={form.corrects ? 'A level put right' : 'Level of what is dug'}>
        <StationStep value={station} onText={(text) => change({ station: text })} onMove={move} />
        <Aim design={design} layer={form.layer} line={form.line} as={as} at={at} instrument={instrument} />
        {there ? <Text variant="bodySmall">Here already: {offWords(there.off, units)}. This one stands in its place.</Text> : null}
        <TextField
          key={entered}
          label={as === 'reading' && instrument ? sightNames[instrument.kept.entry.fact.means].reads : VALUE_OF[as]}
          value={form.value}
          onText={(value) => change({ value, note: '' })}
          keys="decimal"
          autoFocus={entered > 0}
        />
        <ReadDevice as={as} at={at} onValue={(value, note) => change({ value, note })} />
        {live && design ? <Off words={offWords(live.off, units)} good={isWithin(live.off, levelWithin(design, rules))} /> : null}
        {ask ? (
          <Notice kind="caution" role="alert" title="Is that so?">
            <Text>{ask}</Text>
            <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
              <Button mode="contained" onPress={() => write(true)}>
                It is so: enter it
              </Button>
              <Button onPress={() => setAsk(undefined)}>Change it</Button>
            </View>
          </Notice>
        ) : (
          <Button mode="contained" icon="check" onPress={() => write(false)}>
            {form.corrects ? 'Enter it in its place' : 'Enter this level'}
          </Button>
        )}
        {form.corrects ? (
          <Button
            onPress={() => {
              clear();
              setFaults([]);
            }}
          >
            Leave it as it was
          </Button>
        ) : null}
        {said ? <Text role="status">{said}</Text> : null}
        <Faults title="Not entered" faults={faults} />
        <View style={{ flexDirection: 'row', gap: 8 }}>
          <View style={{ flex: 1 }}>
            <TextField
              label="Width at bottom"
              value={form.widthBottom}
              onText={(widthBottom) => change({ widthBottom })}
              placeholder={design ? formatLength(design.width, units) : ''}
            />
          </View>
          <View style={{ flex: 1 }}>
            <TextField
              label="Width at top"
              value={form.widthTop}
              onText={(widthTop) => change({ widthTop })}
              placeholder={design ? formatLength(design.lip.left + design.lip.right, units) : ''}
            />
          </View>
        </View>
        {sensors ? (
          <ToggleRow
            label="Read again"
            words="An earlier cut read again, after the machine moved."
            on={form.again}
            onChange={(again) => change({ again })}
          />
        ) : null}
        <OfWhat pit={form.pit} layer={form.layer} line={form.line} as={as} sensors={sensors} onWhat={changeWhat} onAs={changeAs} />
        <InstrumentLine />
        <PhotoField jobId={jobId} photos={form.photos} onPhotos={changePhotos} />
      </Card>
      <Recent onRight={putRight} onSheet={showAll} />
    </>
  );
}

/** Of what the level is: the trench or a pit, which layer, which line, and how it is measured. */
const OfWhat = memo(function OfWhat({
  pit,
  layer,
  line,
  as,
  sensors,
  onWhat,
  onAs,
}: Pick<Form, 'pit' | 'layer' | 'line'> & { as: As; sensors: boolean; onWhat: (what: Partial<Form>) => void; onAs: (as: As) => void }) {
  const { job, run, plan } = useSite();
  const { units } = job;
  const [lead, ...further] = run.laid;
  const pits = plan.places.filter(isPit);
  return (
    <>
      {pits.length > 0 ? (
        <Picker
          label="In"
          value={pit ?? TRENCH}
          options={[{ value: TRENCH, label: 'The trench' }, ...pits.map((place) => ({ value: place.id, label: sayPlace(place, units) }))]}
          onChange={(next) => {
            const its = pits.find(({ id }) => id === next);
            onWhat({ pit: its?.id ?? null, layer: 'bottom', station: its ? formatStation((its.from + its.to) / 2, units) : undefined });
          }}
        />
      ) : null}
      {pit === null ? (
        <Choice
          label="Layer"
          value={layer}
          options={LAYERS}
          onChange={(next) => onWhat({ layer: next, line: next === 'pipe' ? line : undefined })}
        />
      ) : null}
      {layer === 'pipe' && lead && further.length > 0 ? (
        <Choice
          label="Line"
          value={line ?? lead.id}
          options={run.laid.map(({ id, name }) => ({ value: id, label: name }))}
          onChange={(id) => onWhat({ layer: 'pipe', line: id === lead.id ? undefined : id })}
        />
      ) : null}
      <Choice label="Measured as" value={as} options={sensors ? [...AS, BY_SENSORS] : AS} onChange={onAs} />
    </>
  );
});

const VALUE_OF: Record<As, string> = {
  reading: 'The rod reads',
  level: 'Level found',
  depth: 'Depth found, down from the ground',
  sensors: 'The sensors say',
};

/** Reads the made-up device for this station, while such are on. */
function ReadDevice({ as, at, onValue }: { as: As; at: number | undefined; onValue: (value: string, note: string) => void }) {
  const { units } = useSite().job;
  const devices = useStandIns();
  const [none, setNone] = useState<string>();
  const device = as === 'reading' ? devices?.receiver : as === 'sensors' ? devices?.sensors : undefined;
  if (!device) return null;
  const read = () => {
    const said = at === undefined ? { none: 'Type a station first.' } : device.read(at);
    setNone('none' in said ? said.none : undefined);
    if ('value' in said) onValue(formatLength(said.value, units, 'level'), `read from a made-up device: ${device.name.toLowerCase()}`);
  };
  return (
    <>
      <Button mode="outlined" icon="touch" onPress={read}>
        {`Read the ${device.name.toLowerCase()} (made up)`}
      </Button>
      <Faults title="It says nothing" faults={none ? [none] : []} />
    </>
  );
}

/** The entry a form makes, or what is wrong with its widths. */
function factOf(
  form: Form,
  as: As,
  station: number,
  value: number,
  setUp: string | undefined,
  revision: string | undefined,
  units: 'metric' | 'us',
): CheckFact | { error: string } {
  const widths = [form.widthBottom, form.widthTop].map((text) =>
    text.trim() === '' ? ({ ok: true, value: null } as const) : parseLength(text, bareUnit(units)),
  );
  const wrong = widths.find((one) => !one.ok);
  if (wrong && !wrong.ok) return { error: wrong.error };
  const [widthBottom, widthTop] = widths.map((one) => (one.ok ? one.value : null)) as [number | null, number | null];
  return {
    kind: 'check',
    station,
    pit: form.pit,
    layer: form.layer,
    ...(form.line === undefined ? {} : { line: form.line }),
    found: { as: as === 'sensors' ? 'level' : as, value },
    widthBottom,
    widthTop,
    setUp: as === 'reading' || as === 'sensors' ? (setUp ?? null) : null,
    revision: revision ?? NO_REVISION,
    sure: false,
    again: form.again,
    note: form.note,
  };
}

type Used = Parameters<typeof offBy>[2];

/** What to look for at this station: huge, to be read at arm's length. */
function Aim({
  design,
  layer,
  line,
  as,
  at,
  instrument,
}: {
  design: Design | undefined;
  layer: CheckedLayer;
  line: string | undefined;
  as: As;
  at: number | undefined;
  instrument: Used;
}) {
  const { units } = useSite().job;
  if (!design || at === undefined) return <Text>Nothing is dug open there by this plan.</Text>;
  const level = levelOf(design, layer, line);
  if (level === undefined) return null;
  const aim = aimAt(design, at, layer, as === 'sensors' ? 'level' : as, instrument, line);
  if (aim === undefined)
    return (
      <Notice kind="caution" title={instrument ? 'Not on the staff here' : 'No instrument is set up'}>
        <Text>
          {checkedLayers[layer]} is at {formatLength(level, units, 'level')}.{' '}
          {instrument ? 'Move the instrument, or measure otherwise.' : 'Set one up, or measure otherwise.'}
        </Text>
      </Notice>
    );
  return (
    <View style={{ flexDirection: 'row', flexWrap: 'wrap', alignItems: 'baseline', columnGap: 14 }}>
      <Text testID="number-Aim" variant="headlineLarge" style={{ color: colours.clay }}>
        {formatLength(aim, units, 'level')}
      </Text>
      <Text>
        {checkedLayers[layer].toLowerCase()} {AIMED[as]}
        {as === 'level' || as === 'sensors' ? '' : `, level ${formatLength(level, units, 'level')}`}
      </Text>
    </View>
  );
}
const AIMED: Record<As, string> = { reading: 'on the rod', level: 'level', depth: 'down from the ground', sensors: 'level by the sensors' };

/** How far off, in words, colour and a letter. */
function Off({ words, good }: { words: string; good: boolean }) {
  return (
    <Text role="status" variant="headlineSmall" style={{ color: good ? colours.good : colours.stop }}>
      {words}
      {good ? ': within what it may be' : ': more than it may be'}
    </Text>
  );
}

/** The last levels entered, each put right with two touches. */
const Recent = memo(function Recent({ onRight, onSheet }: { onRight: (check: AsDug) => void; onSheet: () => void }) {
  const { job } = useSite();
  const { checks } = useDig().levels;
  if (checks.length === 0) return null;
  return (
    <Card title="Last entered">
      {newestFirst(checks)
        .slice(0, 5)
        .map((check) => {
          const says = `${formatStation(check.station, job.units)}, ${checkedLayers[check.layer].toLowerCase()}: ${offWords(check.off, job.units)}`;
          return (
            <View key={check.id} style={{ flexDirection: 'row', alignItems: 'center', gap: 8 }}>
              <Text style={{ flex: 1, color: check.good ? colours.ink : colours.stop }}>
                {says}
                {check.over ? ' (read anew since)' : ''}
              </Text>
              <Button mode="outlined" accessibilityLabel={`Put right: ${says}`} onPress={() => onRight(check)}>
                Put right
              </Button>
            </View>
          );
        })}
      <Button onPress={onSheet}>All that was found</Button>
    </Card>
  );
});
