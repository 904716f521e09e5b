import { IconButton } from '../../ui/IconButton';
import { Button } from '../../ui/Button';
import { useRoom } from '../../ui/useRoom';
import { ratesIn } from '@tamper/core/book';
import { activities, type Activity, type Job } from '@tamper/core/job';
import { usualRates } from '@tamper/core/estimate';
import { countedBy, doneOf, dugOpen } from '@tamper/core/progress';
import { critical, SPREAD, type Wait, type WhatIf } from '@tamper/core/studies/programme';
import {
  bareUnit,
  formatHours,
  formatLength,
  formatPercent,
  parseCount,
  parseDecimal,
  parseLength,
  parsePercent,
} from '@tamper/core/units';
import { useMemo, useState } from 'react';
import { Text } from '../../ui/Text';
import { WhoField } from '../../ui/WhoField';
import { Bars } from '../../drawing/Bars';
import { Gantt } from '../../drawing/Gantt';
import { WIDE } from '../../theme/tokens';
import { Card } from '../../ui/Card';
import { Columns } from '../../ui/Columns';
import { Faults } from '../../ui/Faults';
import { Figures } from '../../ui/Figures';
import { Notice } from '../../ui/Notice';
import { Picker } from '../../ui/Picker';
import { Progress } from '../../ui/Progress';
import { QuantityField } from '../../ui/QuantityField';
import { View } from '../../ui/View';
import type { Days } from '../../workers/solver.worker';
import { useTask } from '../../workers/useTask';
import { useWho } from '../../data/who';
import { writeBy } from '../../data/write';
import { useSafe } from '../frame/session';
import { useLogistics, logisticsPatch } from './context';
import { money } from './units';

const TRIALS = 2000;
const SEED = 20_261;

const HOLDS: Record<Wait | 'machine', string> = {
  machine: 'the machine',
  open: 'as much is open as may be',
  supports: 'all supports are in use',
  crew: 'the crew is behind',
  delivery: 'the line is not on site',
};
const ACTIVITIES: Record<Activity, { name: string; unit: string }> = {
  dig: { name: 'Machine digs', unit: 'm³' },
  hand: { name: 'Hands dig', unit: 'm³' },
  protect: { name: 'Supports', unit: 'pieces' },
  bed: { name: 'Bed and fine fill', unit: 'm³' },
  lay: { name: 'Lay and joint', unit: 'm' },
  fill: { name: 'Fill and compact', unit: 'm³' },
  move: { name: 'Move the machine', unit: 'moves' },
  bore: { name: 'Bore and draw in', unit: 'm' },
};

/** How many days, at what cost, what holds it up, and what one more of something would bring. */
export function DaysTab() {
  const { job, run } = useLogistics();
  const { task, start, cancel } = useTask<Days>();
  const go = () => start((remote, onProgress) => remote.days(job, run, TRIALS, SEED, onProgress));
  return (
    <>
      <Crew />
      {task.kind === 'running' ? (
        <Progress share={task.share} what={task.what} onCancel={cancel} />
      ) : (
        <Button mode="contained" icon="chart" onPress={go}>
          Run the days
        </Button>
      )}
      {task.kind === 'failed' ? <Faults title="The days stopped" faults={task.errors.map(({ message }) => message)} /> : null}
      {task.kind === 'done' ? <Result days={task.value} /> : null}
      <Logged />
      <Text variant="bodySmall">
        {usualRates.basis}. Hours vary by {formatPercent(SPREAD)}, days are lost as you say; {TRIALS.toLocaleString('en-GB')} runs of them,
        the same every time. A forecast to plan by, not a promise.
      </Text>
    </>
  );
}

function Crew() {
  const { job, run, apply, putJob } = useLogistics();
  const { pace, units } = job;
  const whole = (label: string, value: number, onValue: (value: number) => string | undefined, what: string) => (
    <QuantityField label={label} value={value} format={String} parse={(text) => parseCount(text, what)} onValue={onValue} />
  );
  const plain = (label: string, value: number, onValue: (value: number) => string | undefined) => (
    <QuantityField label={label} value={value} format={String} parse={(text) => parseDecimal(text, '')} onValue={onValue} />
  );
  return (
    <Card title="Crew and days">
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
        {whole('People, driver included', pace.people, (people) => putJob({ pace: { ...pace, people } }), 'people')}
        {plain('Hours a shift', pace.shift, (shift) => putJob({ pace: { ...pace, shift } }))}
        {whole('Minutes worked in an hour', pace.minutes, (minutes) => putJob({ pace: { ...pace, minutes } }), 'minutes')}
        <QuantityField
          label="Open at once, at most"
          value={run.conditions.open}
          format={(value) => formatLength(value, units)}
          parse={(text) => parseLength(text, bareUnit(units))}
          onValue={(open) => apply([{ path: ['conditions', 'open'], value: open }])}
        />
        {plain('Line on site after, days', run.logistics.delivery, (delivery) => apply([logisticsPatch('delivery', delivery)]))}
        <QuantityField
          label="Days lost to weather"
          value={run.logistics.lost}
          format={formatPercent}
          parse={parsePercent}
          onValue={(lost) => apply([logisticsPatch('lost', lost)])}
        />
      </View>
    </Card>
  );
}

/** What was done by the book of what is planned now, by the stage of the work it belongs to. */
function useDone() {
  const { job, run, plan, entries } = useLogistics();
  const { revisions } = useSafe();
  return useMemo(() => {
    const counts = countedBy(revisions ?? [], { job, run, plan });
    const ranges = new Map(doneOf(entries ?? [], dugOpen(plan.places), counts).map(({ work, ranges: made }) => [work, made]));
    return { hand: ranges.get('cleared') ?? [], dig: ranges.get('dug') ?? [], protect: ranges.get('protected') ?? [] };
  }, [job, run, plan, entries, revisions]);
}

function Result({ days: { inputs, sequence, ifs } }: { days: Days }) {
  const { job } = useLogistics();
  const { page: width } = useRoom();
  const { currency } = job.rates;
  const wide = Math.min(1240, width) - 50;
  const half = (width < WIDE ? width : Math.min(1240, width) / 2) - 80;
  const holds = critical(sequence);
  const done = useDone();
  return (
    <>
      <Card title={`${sequence.days.p50} days, ${sequence.days.p90} to be nine-tenths sure`}>
        <Text>
          Costs {money(sequence.cost.p50, currency)}, or {money(sequence.cost.p90, currency)} to be nine-tenths sure. The machine works{' '}
          {formatPercent(Number(sequence.busy.machine.toFixed(2)))} of the time, the crew{' '}
          {formatPercent(Number(sequence.busy.crew.toFixed(2)))}.
        </Text>
        <Notice kind="note" title={`What holds it up: ${holds ? HOLDS[holds] : 'nothing in particular'}`} />
        <Gantt
          bars={sequence.expected.bars}
          pieces={inputs.pieces}
          shift={inputs.shift}
          hours={sequence.expected.hours}
          width={wide}
          done={done}
        />
      </Card>
      <Columns>
        {[
          <Card key="ends" title="Runs by the day they end on">
            <Bars
              label={sequence.histogram.map(({ day, share }) => `day ${day} ${formatPercent(Number(share.toFixed(3)))}`).join(', ')}
              bars={sequence.histogram
                .slice(0, 14)
                .map(({ day, share }) => ({ name: String(day), value: share * 100, shown: `${Math.round(share * 100)} %` }))}
              width={half}
              height={120}
            />
          </Card>,
          <Card key="metres" title="Metres filled a day, as expected">
            <Bars
              label={sequence.daily.map(({ day, filled }) => `day ${day} ${formatLength(filled, job.units)}`).join(', ')}
              bars={sequence.daily
                .slice(0, 14)
                .map(({ day, filled }) => ({ name: String(day), value: filled, shown: String(Math.round(filled)) }))}
              width={half}
              height={120}
            />
          </Card>,
        ]}
      </Columns>
      <Columns>
        {[
          <Card key="hours" title="Hours by activity">
            <Figures
              label="Hours by activity"
              head={['Activity', 'Hours']}
              rows={activities.map((activity) => [ACTIVITIES[activity].name, formatHoursOrNone(inputs.hours[activity])])}
            />
          </Card>,
          <Card key="ifs" title="What another would bring">
            <Figures
              label="What another would bring"
              head={['Change', 'Days', 'Nine-tenths', 'Cost']}
              rows={ifs.map((one) => [
                ifWords(one, job.units),
                String(one.days.p50),
                String(one.days.p90),
                `${one.cost.p50 >= sequence.cost.p50 ? '+' : '−'}${Math.abs(Math.round(one.cost.p50 - sequence.cost.p50)).toLocaleString('en-GB')}`,
              ])}
            />
          </Card>,
        ]}
      </Columns>
    </>
  );
}

const formatHoursOrNone = (hours: number): string => (hours < 0.01 ? '–' : formatHours(hours));
const ifWords = ({ what, value }: WhatIf, units: Job['units']): string =>
  what === 'people'
    ? `${value} people`
    : what === 'open'
      ? `${formatLength(value, units)} open at once`
      : `${formatLength(value, units)} of boxes`;

/** What the crew measured itself, by the book: it rules over the usual rates. */
function Logged() {
  const { job, book } = useLogistics();
  const { who } = useWho();
  const [activity, setActivity] = useState<Activity>('dig');
  const [amount, setAmount] = useState(10);
  const [hours, setHours] = useState(2);
  const [fault, setFault] = useState<string>();
  const enter = writeBy({ book, who }, 'Say who measured it: a role will do.');
  const rates = ratesIn(book.book ?? []);
  const number = (label: string, value: number, take: (value: number) => void) => (
    <QuantityField
      label={label}
      value={value}
      format={String}
      parse={(text) => parseDecimal(text, '')}
      onValue={(next) => (next > 0 ? (take(next), undefined) : 'More than nothing.')}
    />
  );
  return (
    <Card title="Your own rates">
      {rates.map(({ entry: { id, author, fact } }, index) => (
        <View key={id} style={{ flexDirection: 'row', alignItems: 'center' }}>
          <Text style={{ flex: 1 }}>
            {ACTIVITIES[fact.activity].name}: {fact.amount} {ACTIVITIES[fact.activity].unit} in {fact.hours} h,{' '}
            {Number((fact.amount / fact.hours).toFixed(2))} an hour ({author})
          </Text>
          <IconButton
            icon="trash"
            accessibilityLabel={`Take out rate ${index + 1}`}
            onPress={() => setFault(enter({ kind: 'wrong', why: 'The rate was taken out' }, id))}
          />
        </View>
      ))}
      <Picker
        label="Activity"
        value={activity}
        options={activities.map((value) => ({ value, label: ACTIVITIES[value].name }))}
        onChange={setActivity}
      />
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
        {number(`Done, ${ACTIVITIES[activity].unit}`, amount, setAmount)}
        {number('In hours', hours, setHours)}
      </View>
      <WhoField label="Who measured it" />
      <Button
        mode="outlined"
        icon="plus"
        onPress={() => setFault(enter({ kind: 'rate', activity, amount, hours, note: '', machine: job.machine }))}
      >
        Log this rate
      </Button>
      <Faults title="Not taken" faults={fault ? [fault] : []} />
    </Card>
  );
}
