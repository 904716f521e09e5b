import type { PurposeReport } from '@tamper/core';
import { outletOf, structureAt, withStructure } from '@tamper/core/alignment';
import type { LandDrain, Run } from '@tamper/core/job';
import {
  formatFlow,
  formatHours,
  formatLength,
  formatPercent,
  formatPermeability,
  formatStation,
  formatVolume,
  parsePercent,
  parsePermeability,
  type UnitSystem,
} from '@tamper/core/units';
import { formatMinutes, parseMinutes } from '@tamper/core/gauge';
import { newId } from '../../../data/newId';
import { Button } from '../../../ui/Button';
import { Choice } from '../../../ui/Choice';
import { IconButton } from '../../../ui/IconButton';
import { OptionalField } from '../../../ui/OptionalField';
import { QuantityField } from '../../../ui/QuantityField';
import { Text } from '../../../ui/Text';
import { ToggleRow } from '../../../ui/ToggleRow';
import { View } from '../../../ui/View';
import { FlowFields } from '../editors/FlowFields';
import { useRunEdit } from '../context';
import { Fields, LengthField } from '../fields';
import { Comes } from './said';

/** A drain that takes water out of the ground: its stone, its ends, its ways in for a rod. */
export function LandDrainFields({ report }: { report: PurposeReport | undefined }) {
  const { job, run, cursor, apply } = useRunEdit();
  const { landDrain } = run;
  if (!landDrain) return null;
  const set = (key: keyof LandDrain, value: unknown) => apply([{ path: ['landDrain', key], value }], `landDrain.${key}`);
  const station = Math.round(cursor * 100) / 100;
  const full = run.reaches.every(({ toSurface }) => toSurface);
  const put = (kind: 'rodding' | 'soakaway' | 'junction', at: number) =>
    apply([{ path: ['structures'], value: withStructure(run, structureAt(run, at, kind, newId())) }]);
  const placed = run.structures.some(({ kind }) => kind === 'soakaway');
  return (
    <>
      <ToggleRow
        label="Stone up to under the turf"
        on={full}
        onChange={(on) => void apply(run.reaches.map(({ id }) => ({ path: ['reaches', id, 'toSurface'], value: on })))}
      />
      <Choice
        label="It ends in"
        value={landDrain.outlet}
        options={[
          { value: 'daylight', label: 'The open' },
          { value: 'emitter', label: 'Emitter' },
          { value: 'soakaway', label: 'Soakaway' },
        ]}
        onChange={(outlet) => set('outlet', outlet)}
      />
      {landDrain.outlet === 'soakaway' ? (
        <>
          {placed ? (
            <Hole run={run} />
          ) : (
            <Button icon="plus" mode="tonal" onPress={() => void put('soakaway', outletOf(run))}>
              Place the soakaway at its low end
            </Button>
          )}
          <Fields>
            <OptionalField
              label="Ground takes water at"
              value={landDrain.infiltration ?? undefined}
              format={(v) => formatPermeability(v, job.units)}
              parse={(t) => parsePermeability(t, job.units)}
              onValue={(v) => set('infiltration', v ?? null)}
              hint="Timed in a test hole; empty: not tested"
            />
            <QuantityField
              label="Rain lasts"
              value={landDrain.storm}
              format={(seconds) => formatMinutes(seconds / 60)}
              parse={(text) => {
                const parsed = parseMinutes(text);
                return parsed.ok ? { ...parsed, value: parsed.value * 60 } : parsed;
              }}
              onValue={(seconds) => set('storm', seconds)}
            />
          </Fields>
        </>
      ) : null}
      <Fields>
        <QuantityField
          label="Empty in the stone"
          value={landDrain.pores}
          format={formatPercent}
          parse={parsePercent}
          onValue={(pores) => set('pores', pores)}
        />
      </Fields>
      <Text variant="labelMedium">Solid pipe: past roots, before the outlet</Text>
      {landDrain.solid.map(({ id, from, to }, index) => (
        <View key={id} style={{ flexDirection: 'row', alignItems: 'flex-start', gap: 6 }}>
          <LengthField label={`Solid ${index + 1} from`} value={from} path={['landDrain', 'solid', id, 'from']} />
          <LengthField label={`Solid ${index + 1} to`} value={to} path={['landDrain', 'solid', id, 'to']} />
          <IconButton
            icon="trash"
            accessibilityLabel={`Take out solid ${index + 1}`}
            onPress={() =>
              void set(
                'solid',
                landDrain.solid.filter((one) => one.id !== id),
              )
            }
          />
        </View>
      ))}
      <Button icon="plus" onPress={() => void set('solid', [...landDrain.solid, { id: newId(), ...solidAt(run, station) }])}>
        {`Solid pipe from ${formatStation(solidAt(run, station).from, job.units)}`}
      </Button>
      <Button icon="plus" onPress={() => void put('rodding', station)}>{`Rodding point at ${formatStation(station, job.units)}`}</Button>
      <Button icon="plus" onPress={() => void put('junction', station)}>{`A roof joins at ${formatStation(station, job.units)}`}</Button>
      {landDrain.outlet === 'soakaway' || run.structures.some(({ kind }) => kind === 'junction') ? <FlowFields /> : null}
      {report?.landDrain ? <Report {...report.landDrain} /> : null}
    </>
  );
}

/** Three metres of it from the cursor, or the last three. */
function solidAt(run: Run, station: number): { from: number; to: number } {
  const [start, end] = [run.stations[0]?.station ?? 0, run.stations.at(-1)?.station ?? 0];
  const from = Math.max(start, Math.min(station, end - 3));
  return { from, to: Math.min(end, from + 3) };
}

function Hole({ run }: { run: Run }) {
  const hole = run.structures.find(({ kind }) => kind === 'soakaway');
  if (!hole?.pit) return null;
  const path = ['structures', hole.id, 'pit'];
  return (
    <Fields>
      <LengthField label="Soakaway, length" value={hole.pit.length} path={[...path, 'length']} />
      <LengthField label="Width" value={hole.pit.width} path={[...path, 'width']} />
      <LengthField label="Stone below the pipe" value={hole.pit.below} path={[...path, 'below']} />
    </Fields>
  );
}

function Report({ pipe: { solid, perforated }, stone, soakaway }: NonNullable<PurposeReport['landDrain']>) {
  const { units } = useRunEdit().job;
  return (
    <Comes
      label="What the land drain comes to"
      lines={[
        `${formatLength(perforated, units)} perforated, ${formatLength(solid, units)} solid.`,
        `${formatVolume(stone.volume, units)} of stone along it, of which ${formatVolume(stone.holds, units)} can fill with water: ${stone.barrows} barrows where no machine passes.`,
        soakaway && standing(soakaway, units),
      ]}
      basis="A soakaway is half empty within a day. Distances to buildings and boundaries, and whether one is allowed: the building authority."
    />
  );
}

function standing(
  { holds, must, comes, flow, half, verdict }: NonNullable<NonNullable<PurposeReport['landDrain']>['soakaway']>,
  units: UnitSystem,
): string {
  const rain =
    flow > 0
      ? `${formatFlow(flow, units)} bring ${formatVolume(comes, units)}; it must hold ${formatVolume(must, units)}`
      : 'Say what it must carry';
  const empties =
    verdict === 'untested'
      ? 'how fast it empties nobody has tested'
      : Number.isFinite(half)
        ? `half empty after ${formatHours(half / 3600)}`
        : 'it never empties';
  return `The soakaway holds ${formatVolume(holds, units)}, ${empties}. ${rain}.`;
}
