import { Button } from '../../ui/Button';
import { useRoom } from '../../ui/useRoom';
import { extent } from '@tamper/core/alignment';
import { barrowHours, barrowTrips, crown, spoilKinds, THROWN_IN, type Haul, type SpoilKind } from '@tamper/core/spoil';
import {
  bareUnit,
  formatHours,
  formatLength,
  formatMass,
  formatMassOf,
  formatStation,
  formatVolume,
  parseDecimal,
  parseLength,
  parseMass,
  parseStation,
  type UnitSystem,
} from '@tamper/core/units';
import { useEffect, useRef } from 'react';
import { Text } from '../../ui/Text';
import { SpoilPlan } from '../../drawing/SpoilPlan';
import { Card } from '../../ui/Card';
import { Choice } from '../../ui/Choice';
import { Columns } from '../../ui/Columns';
import { Faults } from '../../ui/Faults';
import { Figures } from '../../ui/Figures';
import { Progress } from '../../ui/Progress';
import { QuantityField } from '../../ui/QuantityField';
import { View } from '../../ui/View';
import { useTask } from '../../workers/useTask';
import { Findings } from '../run/Findings';
import { useLogistics, logisticsPatch } from './context';
import { Stretches } from './Stretches';

const SIDES = [
  { value: 'left', label: 'Left' },
  { value: 'right', label: 'Right' },
  { value: 'both', label: 'Both' },
] as const;
const cubic = (text: string) => parseDecimal(text, 'm³');

/** Where every cubic metre goes: beside the trench, along it, to the stockpile, off site. */
export function SpoilTab() {
  const { job, run, plan, cursor, apply, reader, mends, onFix } = useLogistics();
  const { page: width } = useRoom();
  const { task, start, cancel } = useTask<Haul>();
  useEffect(() => start((remote) => remote.carry(job, run)), [start, job, run]);
  // What was worked out last stays, faint, until the next is there: nothing jumps while somebody types below it.
  const last = useRef<Haul>(undefined);
  if (task.kind === 'done') last.current = task.value;
  const haul = last.current;
  const carried = haul?.carried;
  const stale = task.kind !== 'done';
  const { units } = job;
  const findings = plan.findings.filter(({ code }) => code.startsWith('spoil.'));
  return (
    <>
      <Findings findings={findings} reader={reader} mends={mends} onFix={onFix} />
      <Card title="Where the spoil goes">
        <Choice
          label="Heap on the"
          value={run.spoil.side}
          options={SIDES}
          onChange={(side) => void apply([{ path: ['spoil', 'side'], value: side }])}
        />
        <View style={{ gap: 10, opacity: stale && carried ? 0.5 : 1 }} aria-busy={stale}>
          <SpoilPlan
            run={run}
            plan={plan}
            carried={carried}
            units={units}
            width={Math.min(1240, width) - 50}
            height={250}
            cursor={cursor}
          />
          {haul ? <Ends haul={haul} /> : null}
        </View>
        {task.kind === 'running' && !carried ? <Progress share={task.share} what={task.what} onCancel={cancel} /> : null}
        {task.kind === 'failed' ? <Faults title="Not worked out" faults={task.errors.map(({ message }) => message)} /> : null}
      </Card>
      <Columns>{[<Kinds key="kinds" />, <Room key="room" />]}</Columns>
    </>
  );
}

/** What the least-cost way comes to. */
function Ends({ haul: { carried, off, back } }: { haul: Haul }) {
  const { job } = useLogistics();
  const { units, rates, pace } = job;
  const fits = carried.handled + carried.off < 0.05;
  const haul = carried.handled > 0.01 ? carried.hauled / carried.handled : 0;
  return (
    <>
      {fits ? <Text>All of it fits beside where it is dug.</Text> : null}
      {carried.handled > 0.05 ? (
        <Text>
          {formatVolume(carried.handled, units)} has no room where it is dug and is carried on, {formatLength(haul, units, 'span')} on
          average: {barrowTrips(carried.handled, pace)} barrow trips, {formatHours(barrowHours(carried.handled, haul, pace))}.
        </Text>
      ) : null}
      {carried.off > 0.05 ? (
        <Text>{formatVolume(carried.off, units)} loose finds no room in the corridors within reach of the arm: off site at once.</Text>
      ) : null}
      {back > 0.05 ? (
        <Text>
          {formatVolume(back, units)} of it is wanted for the fill and fetched back; {formatVolume(off, units)} leave the site in all.
        </Text>
      ) : null}
      <Text>
        Handling and haul over leaving it: {rates.currency} {Math.round(carried.cost).toLocaleString('en-GB')}.
      </Text>
    </>
  );
}

const KIND: Record<SpoilKind['kind'], string> = {
  topsoil: 'Turf and topsoil, apart and back',
  back: 'Goes back into the trench',
  surplus: 'Surplus, off site',
  suspect: 'Suspect, apart and off site',
};

/** What is dug by kind, and what becomes of it. */
function Kinds() {
  const { job, run, plan } = useLogistics();
  const { units, pace } = job;
  const { balance } = plan;
  const kinds = spoilKinds(balance, run.spoil, pace.lorry);
  const surplus = kinds.find(({ kind }) => kind === 'surplus')?.mass ?? 0;
  const deep = plan.deepest.depth;
  return (
    <Card title="By kind">
      <Figures
        label="Spoil by kind"
        head={['Kind', 'In the bank', 'Loose', 'Loads']}
        rows={[
          ...kinds.map(({ kind, bank, loose, loads }) => [
            KIND[kind],
            formatVolume(bank, units),
            formatVolume(loose, units),
            loads > 0 ? String(loads) : '–',
          ]),
          ...(balance.importFill > 0.01 ? [['Fill to bring', formatVolume(balance.importFill, units), '', '']] : []),
        ]}
      />
      <Text>Surplus weighs {formatMass(surplus, units)}. Turf comes off first, into its own heap; boulders off the lip.</Text>
      <Text variant="bodySmall">
        Fill that is not compacted settles: in soft ground leave a crown of about{' '}
        {formatLength(crown(THROWN_IN.placed, THROWN_IN.settled, deep), units, 'size')} over {formatLength(deep, units)}; never under
        traffic.
      </Text>
      <Stretches list="suspect" title="Suspect ground" word="what" blank="Smells or stains" />
    </Card>
  );
}

/** Gaps, stockpile, and what carries it. */
function Room() {
  const { job, run, apply, putJob } = useLogistics();
  const { units, pace } = job;
  const { stockpile } = run.logistics;
  const put = (value: typeof stockpile) => apply([logisticsPatch('stockpile', value)]);
  const { end } = extent(run);
  return (
    <Card title="Room and what carries it">
      <Stretches list="gaps" title="No heap" word="why" blank="Access lane" />
      {stockpile ? (
        <View role="group" aria-label="Stockpile" style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
          <QuantityField
            label="Stockpile nearest to"
            value={stockpile.station}
            format={(value) => formatStation(value, units)}
            parse={(text) => parseStation(text, units)}
            onValue={(station) => put({ ...stockpile, station })}
          />
          <QuantityField
            label="Its room, m³ loose"
            value={stockpile.room}
            format={String}
            parse={cubic}
            onValue={(room) => put({ ...stockpile, room })}
          />
          <Button mode="text" icon="trash" onPress={() => void put(null)}>
            No stockpile
          </Button>
        </View>
      ) : (
        <Button mode="outlined" icon="plus" onPress={() => void put({ station: end, room: 10 })}>
          There is room for a stockpile
        </Button>
      )}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
        <QuantityField
          label="Barrow or dumper, m³"
          value={pace.barrow}
          format={String}
          parse={cubic}
          onValue={(barrow) => putJob({ pace: { ...pace, barrow } })}
        />
        <QuantityField
          label="Lorry holds, m³"
          value={pace.lorry.volume}
          format={String}
          parse={cubic}
          onValue={(volume) => putJob({ pace: { ...pace, lorry: { ...pace.lorry, volume } } })}
        />
        <QuantityField
          label="Lorry carries"
          value={pace.lorry.payload}
          format={(value) => formatMassOf(value, units)}
          parse={(text) => parseMass(text, units)}
          onValue={(payload) => putJob({ pace: { ...pace, lorry: { ...pace.lorry, payload } } })}
        />
      </View>
      <Fields units={units} />
    </Card>
  );
}

/** The corridor, where the drawing shows that it is short. */
function Fields({ units }: { units: UnitSystem }) {
  const { run, apply } = useLogistics();
  const field = (key: 'setback' | 'corridorLeft' | 'corridorRight', label: string) => (
    <QuantityField
      key={key}
      label={label}
      value={run.spoil[key]}
      format={(value) => formatLength(value, units)}
      parse={(text) => parseLength(text, bareUnit(units))}
      onValue={(value) => apply([{ path: ['spoil', key], value }], key)}
    />
  );
  return (
    <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
      {field('setback', 'Setback from the lip')}
      {field('corridorLeft', 'Room left of centre')}
      {field('corridorRight', 'Room right of centre')}
    </View>
  );
}
