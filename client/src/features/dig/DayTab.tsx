import {
  endPointIds,
  endPoints,
  NO_REVISION,
  shiftWorkIds,
  shiftWorks,
  weathers,
  type EndPoint,
  type ShiftWork,
  type Weather,
} from '@tamper/core/book';
import { extent } from '@tamper/core/alignment';
import {
  countedBy,
  doneOf,
  dugRate,
  forecastOf,
  forecastWords,
  nextStretch,
  olderWords,
  openWords,
  paceWords,
  shiftsIn,
  staysOpen,
  wayOf,
  type Counts,
  type Done,
} from '@tamper/core/dig';
import { filledUp } from '@tamper/core/fill';
import type { Range } from '@tamper/core/geometry';
import { machineOf } from '@tamper/core/job';
import {
  exactStation,
  formatHours,
  formatLength,
  formatStation,
  formatStretch,
  formatVolume,
  parseDecimal,
  parseStation,
} from '@tamper/core/units';
import { router } from 'expo-router';
import { useMemo, useState } from 'react';
import { deviceClock } from '../../data/deviceClock';
import { useFormDraft } from '../../data/useFormDraft';
import { useSaid } from '../../data/useSaid';
import { useToday } from '../../data/useToday';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Choice } from '../../ui/Choice';
import { Faults } from '../../ui/Faults';
import { Notice } from '../../ui/Notice';
import { Text } from '../../ui/Text';
import { TextField } from '../../ui/TextField';
import { View } from '../../ui/View';
import { runPath } from '../frame/places';
import { useSafe } from '../frame/session';
import { useEnter, useEnterJob, useSite } from '../site/context';
import { RangeStrip } from '../site/RangeStrip';
import { useDig } from './context';
import { Points } from './Points';

const WORKS = shiftWorkIds.map((value) => ({ value, label: shiftWorks[value] }));
const WEATHERS = (Object.keys(weathers) as Weather[]).map((value) => ({ value, label: weathers[value] }));

/** What the day came to: how far, how fast, when it is done at that, and how the site is left. */
export function DayTab() {
  const { job, run, plan, force, book } = useSite();
  const { revisions } = useSafe();
  const entries = book.book;
  const { open } = useDig().levels;
  const counts = useMemo(() => countedBy(revisions ?? [], force ?? { job, run, plan }), [revisions, force, job, run, plan]);
  const done = useMemo(() => doneOf(entries ?? [], open, counts), [entries, open, counts]);
  return (
    <>
      <ShiftCard done={done} open={open} />
      <ProgressCard done={done} counts={counts} />
      <EndCard dug={done.find(({ work }) => work === 'dug')} />
    </>
  );
}

interface Form {
  work: ShiftWork;
  from: string | undefined;
  to: string | undefined;
  hours: string;
  byHand: boolean;
  weather: Weather;
  corrects: string | undefined;
}
const BLANK: Form = { work: 'dug', from: undefined, to: undefined, hours: '', byHand: false, weather: 'dry', corrects: undefined };

/** What was done, from where to where: what the levels show is offered, a drag says otherwise. */
function ShiftCard({ done, open }: { done: readonly Done[]; open: readonly Range[] }) {
  const { job, run, runId, force, book } = useSite();
  const { levels } = useDig();
  const { units } = job;
  const enter = useEnter();
  const [form, put, clear] = useFormDraft<Form>(`shift.${runId}`, () => BLANK);
  const [faults, setFaults] = useState<string[]>([]);
  const { said, say, unsay } = useSaid();
  const change = (part: Partial<Form>) => {
    setFaults([]);
    put((before) => ({ ...before, ...part }));
  };
  const ends = extent(run);
  const before = done.find(({ work }) => work === form.work)?.ranges ?? [];
  const next = nextStretch(before, open, wayOf(run));
  // Dug as far as somebody checked the bottom; past that nobody has said so yet, and nothing is offered.
  const reached = form.work === 'dug' ? levels.last?.station : undefined;
  const there = next && reached !== undefined && reached > next.from && reached < next.to ? reached : undefined;
  const up = wayOf(run) === 1;
  const shown = (typed: string | undefined, station: number | undefined) =>
    typed ?? (station === undefined ? '' : exactStation(station, units));
  const from = shown(form.from, up ? next?.from : there);
  const to = shown(form.to, up ? there : next?.to);
  const [a, b] = [parseStation(from, units), parseStation(to, units)];
  const range = a.ok && b.ok && b.value > a.value ? { from: a.value, to: b.value } : undefined;
  const write = () => {
    unsay();
    const hours =
      form.hours.trim() === '' ? ({ ok: true, value: null } as const) : parseDecimal(form.hours.replace(/\s*h(ours?)?$/, ''), '');
    if (from.trim() === '' || to.trim() === '') return setFaults(['Drag over the bar, or type from where to where.']);
    const wrong = [a, b, hours].flatMap((one) => (one.ok ? [] : [one.error]));
    if (!a.ok || !b.ok || !hours.ok || wrong.length > 0) return setFaults(wrong);
    const refused = enter(
      {
        kind: 'shift',
        work: form.work,
        from: a.value,
        to: b.value,
        hours: hours.value,
        machine: form.byHand ? null : job.machine,
        weather: form.weather,
        revision: force?.id ?? NO_REVISION,
        note: '',
      },
      form.corrects,
      [],
      say(`Kept: ${shiftWorks[form.work].toLowerCase()}, ${formatStretch({ from: a.value, to: b.value }, units)}.`),
    );
    setFaults(refused === undefined ? [] : [refused]);
    if (refused !== undefined) return;
    clear();
    put(() => ({ ...BLANK, work: form.work, weather: form.weather, byHand: form.byHand }));
  };
  const shifts = shiftsIn(book.book ?? []);
  return (
    <Card title={form.corrects ? 'A shift put right' : 'What was done'}>
      <Choice label="Work" value={form.work} options={WORKS} onChange={(work) => change({ work, from: undefined, to: undefined })} />
      <RangeStrip
        whole={{ from: ends.start, to: ends.end }}
        range={range}
        there={before.map((one) => ({ ...one, id: String(one.from) }))}
        units={units}
        onRange={(dragged) => change({ from: formatStation(dragged.from, units), to: formatStation(dragged.to, units) })}
      />
      <Text variant="bodySmall">Drag over the bar, or type. Below it is what was done before.</Text>
      <View style={{ flexDirection: 'row', gap: 8 }}>
        <View style={{ flex: 1 }}>
          <TextField label="Done from" value={from} onText={(text) => change({ from: text })} />
        </View>
        <View style={{ flex: 1 }}>
          <TextField label="Done to" value={to} onText={(text) => change({ to: text })} />
        </View>
        <View style={{ flex: 1 }}>
          <TextField label="Hours" value={form.hours} onText={(hours) => change({ hours })} keys="decimal" placeholder="6.5" />
        </View>
      </View>
      <Button mode="contained" icon="check" onPress={write}>
        {form.corrects ? 'Enter it in its place' : 'Enter what was done'}
      </Button>
      {form.corrects ? <Button onPress={clear}>Leave it as it was</Button> : null}
      {said ? <Text role="status">{said}</Text> : null}
      <Faults title="Not entered" faults={faults} />
      <Choice
        label="Done with"
        value={form.byHand ? 'hand' : 'machine'}
        options={[
          { value: 'machine', label: machineOf(job).name },
          { value: 'hand', label: 'By hand' },
        ]}
        onChange={(by) => change({ byHand: by === 'hand' })}
      />
      <Choice label="Weather" value={form.weather} options={WEATHERS} onChange={(weather) => change({ weather })} />
      {shifts
        .slice(-3)
        .reverse()
        .map(({ entry: { id, fact } }) => {
          const says = `${shiftWorks[fact.work]}, ${formatStretch(fact, units)}${fact.hours === null ? '' : ` in ${formatHours(fact.hours)}`}`;
          return (
            <View key={id} style={{ flexDirection: 'row', alignItems: 'center', gap: 8 }}>
              <Text variant="bodySmall" style={{ flex: 1 }}>
                {says}
              </Text>
              <Button
                mode="outlined"
                accessibilityLabel={`Put right: ${says}`}
                onPress={() =>
                  change({
                    work: fact.work,
                    from: exactStation(fact.from, units),
                    to: exactStation(fact.to, units),
                    hours: fact.hours === null ? '' : String(fact.hours),
                    byHand: fact.machine === null,
                    weather: fact.weather,
                    corrects: id,
                  })
                }
              >
                Put right
              </Button>
            </View>
          );
        })}
    </Card>
  );
}

/** How far the work is, how fast it goes, and when it is done at that. */
function ProgressCard({ done, counts }: { done: readonly Done[]; counts: Counts }) {
  const { job, rules, plan, book } = useSite();
  const { units } = job;
  const today = useToday();
  const enter = useEnterJob();
  const { said, say, unsay } = useSaid();
  const [fault, setFault] = useState<string>();
  const dug = done.find(({ work }) => work === 'dug');
  const forecast = forecastOf(dug, job, rules, today);
  const told = forecast && forecastWords(forecast, units);
  const rate = useMemo(() => dugRate(book.book ?? [], counts, plan.profile, job.machine), [book.book, counts, plan, job.machine]);
  if (done.length === 0) return null;
  const take = () => {
    if (!rate) return;
    unsay();
    setFault(
      enter(
        {
          kind: 'rate',
          activity: 'dig',
          amount: rate.amount,
          hours: rate.hours,
          note: 'from the shifts of this run',
          machine: job.machine,
        },
        undefined,
        [],
        say('Kept: the days of every run are worked out with it.'),
      ),
    );
  };
  return (
    <Card title="How far, and how fast">
      {done.map(({ work, length, of, pace }) => (
        <Text key={work}>
          {shiftWorks[work]}: {formatLength(length, units, 'span')} of {formatLength(of, units, 'span')}
          {pace ? `, ${paceWords(pace, units)}` : ''}.
        </Text>
      ))}
      {done.flatMap((one) => {
        const says = olderWords(one, units);
        return says ? [<Notice key={one.work} kind="caution" title={says} />] : [];
      })}
      {told ? (
        <Text role="status">{told.says}</Text>
      ) : (
        <Text variant="bodySmall">Say how many hours digging took, and the rest is forecast.</Text>
      )}
      {told?.alarms.map((alarm) => (
        <Notice key={alarm} kind="caution" role="alert" title={alarm} />
      ))}
      {rate ? (
        <>
          <Text variant="bodySmall">
            By the plan that is {formatVolume(rate.amount, units)} in the bank in {formatHours(rate.hours)}.
          </Text>
          <Button mode="outlined" onPress={take}>
            Plan the days by this rate
          </Button>
        </>
      ) : null}
      {said ? <Text role="status">{said}</Text> : null}
      <Faults title="Not entered" faults={fault ? [fault] : []} />
    </Card>
  );
}

/** The site as it is left. */
function EndCard({ dug }: { dug: Done | undefined }) {
  const { job, run, plan, rules, book, jobId, runId } = useSite();
  const entries = book.book;
  const { units } = job;
  const enter = useEnter();
  const filled = useMemo(
    () => filledUp({ job, run, places: plan.places, rules, book: entries ?? [], now: deviceClock().now() }),
    [job, run, plan, rules, entries],
  );
  const [form, put, clear] = useFormDraft<{ wanting: EndPoint[]; note: string; told: string }>(`end.${runId}`, () => ({
    wanting: [],
    note: '',
    told: '',
  }));
  const [faults, setFaults] = useState<string[]>([]);
  const { said, say, unsay } = useSaid();
  const open = staysOpen(dug, filled);
  const write = () => {
    unsay();
    const refused = enter(
      {
        kind: 'dayEnd',
        open,
        points: endPointIds.map((id) => ({ id, ok: !form.wanting.includes(id), note: form.wanting.includes(id) ? form.note.trim() : '' })),
        told: form.told.trim(),
        note: '',
      },
      undefined,
      [],
      say('Kept: left for the day.'),
    );
    setFaults(refused === undefined ? [] : [refused]);
    if (refused === undefined) clear();
  };
  return (
    <Card title="Leaving for the day">
      <Text>{openWords(dug, open, units)}</Text>
      <Text variant="bodySmall">Walk along it. Touch what is not so.</Text>
      <Points
        ids={endPointIds}
        names={endPoints}
        wanting={form.wanting}
        onWanting={(wanting) => put((before) => ({ ...before, wanting }))}
      />
      {form.wanting.length > 0 ? (
        <TextField
          label="What is missing, and who brings it"
          value={form.note}
          onText={(note) => put((before) => ({ ...before, note }))}
          multiline
        />
      ) : null}
      <TextField
        label="Who was told"
        value={form.told}
        onText={(told) => put((before) => ({ ...before, told }))}
        placeholder="The neighbour at 4, the farm"
      />
      <Button mode="contained" icon="check" onPress={write}>
        {form.wanting.length > 0 ? `Enter ${form.wanting.length} not so` : 'Left like this'}
      </Button>
      {said ? <Text role="status">{said}</Text> : null}
      <Faults title="Not entered" faults={faults} />
      <Text variant="bodySmall">Before any of it is covered: what else could share this trench is asked one last time.</Text>
      <View style={{ flexDirection: 'row' }}>
        <Button mode="outlined" onPress={() => router.navigate(runPath(jobId, runId, 'trench/section'))}>
          What could share it
        </Button>
      </View>
    </Card>
  );
}
