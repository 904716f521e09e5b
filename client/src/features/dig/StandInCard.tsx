import {
  armSensors,
  dugLevel,
  NO_FAULTS,
  placesOf,
  receiver,
  travelOf,
  type LevelDevice,
  type StandIn,
  type StandInSite,
} from '@tamper/core/dig';
import { extent } from '@tamper/core/alignment';
import { bareUnit, formatLength, parseCount, parseLength } from '@tamper/core/units';
import { useMemo } from 'react';
import { StaircasePlot } from '../../drawing/StaircasePlot';
import { putOwn, useOwn } from '../../store/own';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Text } from '../../ui/Text';
import { QuantityField } from '../../ui/QuantityField';
import { ToggleRow } from '../../ui/ToggleRow';
import { View } from '../../ui/View';
import { useSite, type SiteEdit } from '../site/context';
import { useDig, type Dig } from './context';

const keyOf = (runId: string) => `standin.${runId}`;
const PLAIN: StandIn = { seed: 1, place: 3, noise: 0.003, faults: NO_FAULTS };

/** Where made-up devices stand: by the set-up in force, dug in its direction. Undefined without one. */
export function standInSite({ run }: Pick<SiteEdit, 'run'>, { levels }: Dig): StandInSite | undefined {
  const { inForce, designs } = levels;
  if (!inForce) return undefined;
  const ends = extent(run);
  const up = travelOf(run, inForce) === 'up';
  return { designs, setUp: inForce.kept.entry.fact, start: up ? ends.start : ends.end, end: up ? ends.end : ends.start };
}

/** The devices levels are read from while stand-ins are on: the receiver, and with sensors on the arm these too. */
export function useStandIns(): { receiver: LevelDevice; sensors: LevelDevice | undefined } | undefined {
  const site = useSite();
  const dig = useDig();
  const one = useOwn<StandIn>(keyOf(site.runId));
  const where = standInSite(site, dig);
  if (!one || !where) return undefined;
  return { receiver: receiver(one, where), sensors: where.setUp.means === 'sensors' ? armSensors(one, where) : undefined };
}

/** Faults of the machine that digs by its sensors. */
const OF_SENSORS = [
  { id: 'slopeMissing', label: 'Slope not set in the machine' },
  { id: 'strikeForgotten', label: 'Every third move not struck again' },
  { id: 'toothWorn', label: 'Teeth worn', on: 0.018 },
  { id: 'drift', label: 'Sensors drift at every move', on: 0.004 },
] as const;
/** Faults of the laser, whatever is read off it. */
const OF_LASER = [{ id: 'wrongAxis', label: 'Fall on the wrong axis of the laser' }] as const;

/** Devices that are made up, to try the field screens on: the same seed digs the same trench, each fault as a real one has it. */
export function StandInCard() {
  const site = useSite();
  const dig = useDig();
  const { units } = site.job;
  const one = useOwn<StandIn>(keyOf(site.runId));
  const sensors = dig.levels.inForce?.kept.entry.fact.means === 'sensors';
  const put = (next: StandIn | undefined) => void putOwn(keyOf(site.runId), next);
  const { run } = site;
  const where = useMemo(() => standInSite({ run }, dig), [run, dig]);
  const line = useMemo(() => (one && where ? cutLine(one, where) : undefined), [one, where]);
  if (!one)
    return (
      <Card title="No receiver or sensors here?">
        <Text variant="bodySmall">
          Devices that are made up answer as real ones do, with the faults real ones have. What is read from them says so in the book.
        </Text>
        <Button mode="outlined" onPress={() => put(PLAIN)}>
          Switch made-up devices on
        </Button>
      </Card>
    );
  return (
    <Card title="Made-up devices are on">
      {line && where ? (
        <StaircasePlot line={line} places={placesOf(one, where)} units={units} />
      ) : (
        <Text>Set an instrument up first: they read off its plane.</Text>
      )}
      {[...(sensors ? OF_SENSORS : []), ...OF_LASER].map((each) => {
        const on = Boolean(one.faults[each.id]);
        return (
          <ToggleRow
            key={each.id}
            label={each.label}
            words={'on' in each ? `${each.label}, ${formatLength(each.on, units, 'level')}` : each.label}
            on={on}
            onChange={(next) => put({ ...one, faults: { ...one.faults, [each.id]: 'on' in each ? (next ? each.on : 0) : next } })}
          />
        );
      })}
      <View style={{ flexDirection: 'row', gap: 8 }}>
        {sensors ? (
          <QuantityField
            label="Dug from one place"
            value={one.place}
            format={(value) => formatLength(value, units)}
            parse={(text) => parseLength(text, bareUnit(units))}
            onValue={(place) => (place < 0.5 ? 'From one place at least half a metre is dug.' : put({ ...one, place }))}
          />
        ) : null}
        <QuantityField
          label="Seed"
          value={one.seed}
          format={String}
          parse={(text) => parseCount(text, 'seed')}
          onValue={(seed) => put({ ...one, seed })}
        />
      </View>
      <Button mode="outlined" onPress={() => put(undefined)}>
        Switch them off
      </Button>
    </Card>
  );
}

/** How far off the design the made-up cut lies, station by station: what nobody on site can see. */
function cutLine(one: StandIn, where: StandInSite): { station: number; off: number }[] {
  const [from, to] = [Math.min(where.start, where.end), Math.max(where.start, where.end)];
  const step = Math.max(0.25, (to - from) / 400);
  const line: { station: number; off: number }[] = [];
  for (let station = from; station <= to + 1e-9; station += step) {
    const level = dugLevel({ ...one, noise: 0 }, where, station);
    const design = where.designs(station, null);
    if (level !== undefined && design) line.push({ station, off: level - design.bottom });
  }
  return line;
}
