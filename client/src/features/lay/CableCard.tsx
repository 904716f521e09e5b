import {} from '@tamper/core/book';
import {
  cableNeeded,
  cableWays,
  drumFaults,
  easierEnd,
  madeUpPull,
  pullLimit,
  rollersFor,
  sayDrumFault,
  sayThreading,
  threadings,
} from '@tamper/core/lay';
import {
  bareUnit,
  formatForce,
  formatLength,
  formatMassOf,
  formatStation,
  parseDecimal,
  parseLength,
  parseStation,
} from '@tamper/core/units';
import { parseForce } from '@tamper/core/gauge';
import { useMemo, useState } from 'react';
import { useEntering } from '../../data/useEntering';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Faults } from '../../ui/Faults';
import { Text } from '../../ui/Text';
import { TextField } from '../../ui/TextField';
import { ToggleRow } from '../../ui/ToggleRow';
import { Told } from '../../ui/Told';
import { View } from '../../ui/View';
import { useSite } from '../site/context';
import { useEnterLaid } from './useEnterLaid';
import { useLay } from './context';

/** What a cable asks before it is cut, while it is drawn, and into its duct. */
export function CableCard() {
  const { line } = useLay();
  return (
    <>
      {line.product.kind === 'cable' ? <DrumCard /> : null}
      {line.product.kind === 'cable' ? <DrawCard /> : null}
      {line.product.kind === 'duct' ? <ThreadCard /> : null}
    </>
  );
}

/** The drum that came against what is to be cut from it, the way as it was measured. */
function DrumCard() {
  const { job, run } = useSite();
  const { line } = useLay();
  const { units } = job;
  const { write, refuse, said, faults } = useEntering(useEnterLaid());
  const ways = cableWays(run, line);
  const longest = ways.reduce(
    (best, way) => (cableNeeded(way) > cableNeeded(best) ? way : best),
    ways[0] ?? { way: 0, tails: [], loops: 0 },
  );
  const [form, setForm] = useState({ way: '', loops: '', label: '', length: '', cores: '', sheath: true, caps: true });
  const change = (part: Partial<typeof form>) => setForm((before) => ({ ...before, ...part }));
  const typed = (text: string) => (text.trim() === '' ? undefined : parseLength(text, bareUnit(units)));
  const [way, loops] = [typed(form.way), typed(form.loops)];
  const needed = cableNeeded({ ...longest, ...(way?.ok ? { way: way.value } : {}), ...(loops?.ok ? { loops: loops.value } : {}) });
  const length = typed(form.length);
  const drum = (value: number, cores: number | null) => ({
    product: line.product.id,
    cores,
    length: value,
    sheath: form.sheath,
    caps: form.caps,
  });
  const against = length?.ok ? drumFaults(drum(length.value, null), line.product, needed).map((fault) => sayDrumFault(fault, units)) : [];
  const enter = () => {
    if (!length?.ok) return refuse(length ? length.error : 'Type the length on its label.');
    const cores = form.cores.trim() === '' ? null : parseDecimal(form.cores, '');
    if (cores && !cores.ok) return refuse(cores.error);
    const fact = { kind: 'drumIn', line: line.id, label: form.label, ...drum(length.value, cores ? cores.value : null), note: '' } as const;
    return write(fact, 'Kept: the drum as it came.');
  };
  return (
    <Card title="Before anything is cut">
      <Text>
        {formatLength(needed, units)} in one piece: way {formatLength(way?.ok ? way.value : longest.way, units)}, tails{' '}
        {longest.tails.map((tail) => formatLength(tail, units)).join(' and ')}
        {loops?.ok ? `, loops ${formatLength(loops.value, units)}` : ''}.
      </Text>
      <View style={{ flexDirection: 'row', gap: 8 }}>
        <View style={{ flex: 1 }}>
          <TextField label="Way as measured" value={form.way} onText={(text) => change({ way: text })} keys="decimal" />
        </View>
        <View style={{ flex: 1 }}>
          <TextField label="Loops on the way" value={form.loops} onText={(text) => change({ loops: text })} keys="decimal" />
        </View>
      </View>
      <View style={{ flexDirection: 'row', gap: 8 }}>
        <View style={{ flex: 1 }}>
          <TextField label="Drum’s name" value={form.label} onText={(label) => change({ label })} />
        </View>
        <View style={{ flex: 1 }}>
          <TextField label="Length on its label" value={form.length} onText={(text) => change({ length: text })} keys="decimal" />
        </View>
        <View style={{ flex: 1 }}>
          <TextField label="Cores" value={form.cores} onText={(cores) => change({ cores })} keys="decimal" />
        </View>
      </View>
      <ToggleRow label="Sheath whole" on={form.sheath} onChange={(sheath) => change({ sheath })} />
      <ToggleRow label="Ends capped" on={form.caps} onChange={(caps) => change({ caps })} />
      <Faults title="Do not cut from it" faults={against} />
      <Button mode="outlined" icon="check" onPress={enter}>
        Enter the drum
      </Button>
      <Told said={said} faults={faults} />
    </Card>
  );
}

/** Drawing a cable in: rollers, corners, people, words, and what the pull gauge says. */
function DrawCard() {
  const { job, run } = useSite();
  const { line, report, revision } = useLay();
  const { units } = job;
  const { write, refuse, said, faults } = useEntering(useEnterLaid());
  const [form, setForm] = useState({ spacing: '', grip: '', rope: '', station: '', tension: '' });
  const [snag, setSnag] = useState(false);
  const change = (part: Partial<typeof form>) => setForm((before) => ({ ...before, ...part }));
  const laying = useMemo(() => easierEnd(run, line), [run, line]);
  const radius = line.product.minBend;
  const rated = (text: string) => {
    const parsed = text.trim() === '' ? undefined : parseForce(text, units);
    return parsed?.ok ? parsed.value : undefined;
  };
  const gear = { grip: rated(form.grip), rope: rated(form.rope), radius: radius > 0 ? radius : undefined };
  const limit = pullLimit(line.product, gear);
  const parsed = form.spacing.trim() === '' ? undefined : parseLength(form.spacing, bareUnit(units));
  const spacing = parsed?.ok && parsed.value > 0.2 ? parsed.value : SPACING;
  const length = line.to - line.from;
  const { corners, pull, from } = laying;
  const enter = () => {
    const [at, tension] = [parseStation(form.station, units), parseForce(form.tension, units)];
    if (!at.ok) return refuse(at.error);
    if (!tension.ok) return refuse(tension.error);
    const fact = { kind: 'pulled', line: line.id, name: line.name, from, station: at.value, tension: tension.value } as const;
    const over = limit !== undefined && tension.value > limit.most;
    const words = over ? 'Kept: more than it takes. It counts as hurt until its insulation was tested.' : 'Kept: it takes that.';
    return write({ ...fact, revision, note: '' }, words);
  };
  const read = () => {
    const at = parseStation(form.station, units);
    if (!at.ok) return refuse(at.error);
    change({ tension: formatForce(madeUpPull(pull.along, 1, snag)(at.value), units) });
    return true;
  };
  return (
    <Card title="Drawing it in">
      <Text>
        From {from === 'start' ? formatStation(line.from, units) : formatStation(line.to, units)}: {formatForce(pull.tension, units)} at the
        end by the sum{limit ? `; ${formatForce(limit.most, units)} is the most (${LIMIT[limit.by]})` : ''}.
      </Text>
      <TextField
        label="Rollers every"
        value={form.spacing}
        onText={(text) => change({ spacing: text })}
        placeholder={formatLength(SPACING, units)}
      />
      <View style={{ flexDirection: 'row', gap: 8 }}>
        <View style={{ flex: 1 }}>
          <TextField label="Grip holds" value={form.grip} onText={(grip) => change({ grip })} placeholder="by its label" />
        </View>
        <View style={{ flex: 1 }}>
          <TextField label="Rope holds" value={form.rope} onText={(rope) => change({ rope })} placeholder="by its label" />
        </View>
      </View>
      <Text>
        {rollersFor(length, spacing)} rollers, {corners.length} at corners
        {corners.map(({ station, load }) => ` (${formatStation(station, units)}: ${formatForce(load, units)})`).join('')}. Drum with the
        cable {formatMassOf(line.product.mass * length, units)} and its own mass: stands that carry it, a brake on it, the cable off its
        top.
      </Text>
      <Text>
        One at the drum, one at the front, one at each corner, one who watches and calls. “Stop” from anybody stops; “on” from one only.
      </Text>
      <View style={{ flexDirection: 'row', gap: 8 }}>
        <View style={{ flex: 1 }}>
          <TextField label="Front at station" value={form.station} onText={(station) => change({ station })} />
        </View>
        <View style={{ flex: 1 }}>
          <TextField label="Pull gauge says" value={form.tension} onText={(tension) => change({ tension })} />
        </View>
      </View>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
        <Button mode="contained" icon="check" onPress={enter}>
          Enter the pull
        </Button>
        <Button mode="outlined" icon="touch" onPress={read}>
          Read the pull gauge (made up)
        </Button>
      </View>
      <ToggleRow label="The made-up cable hangs somewhere" on={snag} onChange={setSnag} />
      <Told said={said} faults={faults} />
      {report.pulls
        .filter((one) => one.line === line.id)
        .map(({ kept: { entry }, over }) => (
          <Text key={entry.id}>
            {formatStation(entry.fact.station, units)}: {formatForce(entry.fact.tension, units)}
            {over ? ', more than it takes' : ''}
          </Text>
        ))}
    </Card>
  );
}
const SPACING = 3;
const LIMIT = { conductor: 'its conductors', grip: 'the grip', rope: 'the rope', bend: 'the tightest bend' } as const;

/** Ways of getting a cable into its duct. */
function ThreadCard() {
  const { job, run } = useSite();
  const { line } = useLay();
  const ways = useMemo(() => threadings(job, run, line, CREW), [job, run, line]);
  if (ways.length === 0) return null;
  return (
    <Card title="The cable into its duct">
      {ways.map((way, i) => (
        <Text key={way.id} variant={i === 0 && way.works ? 'titleSmall' : 'bodyMedium'}>
          {sayThreading(way, job.units)}, {job.rates.currency} {way.cost.toFixed(0)}
        </Text>
      ))}
      <Text variant="bodySmall">Three people, paces that are usual; the first that works costs least.</Text>
    </Card>
  );
}
const CREW = 3;
