import { coverHeld, designFlow, extent, legsOf, levelsOn, type Leg } from '@tamper/core/alignment';
import { legFlows } from '@tamper/core/legFlows';
import { productOf, type Reach, type Job, type Run } from '@tamper/core/job';
import { leastCover } from '@tamper/core/least-cover';
import {
  formatFlow,
  formatGradient,
  formatLength,
  formatStation,
  formatStretch,
  formatVelocity,
  parseGradient,
  parseStation,
} from '@tamper/core/units';
import { Text } from '../../../ui/Text';
import { Toggle } from '../../../ui/Toggle';
import { IconButton } from '../../../ui/IconButton';
import { newId } from '../../../data/newId';
import { Button } from '../../../ui/Button';
import { Choice } from '../../../ui/Choice';
import { QuantityField } from '../../../ui/QuantityField';
import { View } from '../../../ui/View';
import { useRunEdit } from '../context';
import { Fields, LengthField } from '../fields';
import { FlowFields } from './FlowFields';

/** How deep the line lies: a cover held under the ground, or inverts it falls between. Set reach by reach. */
export function FallEditor() {
  const { job, run, reachIndex, apply } = useRunEdit();
  const reach = run.reaches[reachIndex] as Reach;
  const product = productOf(job, run);
  const path = ['reaches', reach.id];
  const choose = (kind: Reach['levels']['kind']) => {
    if (kind !== reach.levels.kind) apply(kind === 'gravity' ? byGravity(job, run, reach) : byGround(job, run, reach, kind));
  };
  return (
    <>
      <Choice
        label="Levels by"
        value={reach.levels.kind}
        onChange={choose}
        options={[
          { value: 'cover', label: 'Cover' },
          { value: 'depth', label: 'Depth' },
          { value: 'gravity', label: 'Inverts' },
        ]}
      />
      <Fields>
        {reach.levels.kind === 'cover' ? (
          <LengthField label="Cover over the line" value={reach.levels.cover} path={[...path, 'levels', 'cover']} />
        ) : null}
        {reach.levels.kind === 'depth' ? (
          <LengthField
            label="Depth of the trench"
            value={reach.levels.depth}
            path={[...path, 'levels', 'depth']}
            hint={`Under the finished level; over the line ${formatLength(coverHeld(run, reach, product) ?? 0, job.units)}`}
          />
        ) : null}
        <LengthField
          label="Frost depth"
          value={reach.frost}
          path={[...path, 'frost']}
          hint={`Least cover here ${formatLength(leastCover(run, { product, leads: true }, reach).cover, job.units)}`}
        />
      </Fields>
      {run.inverts.length > 0 ? <FixedLevels /> : null}
      {product.roughness > 0 ? <FlowFields /> : null}
      {product.roughness > 0 && run.inverts.length > 1 ? <FlowTable /> : null}
    </>
  );
}

/** The reach on the cover, or the depth under the finished level, that it has where it starts. */
const byGround = (job: Job, run: Run, { id, from }: Reach, kind: 'cover' | 'depth') => {
  const { cover, finished, bottom } = levelsOn(run, productOf(job, run), from);
  const value = kind === 'cover' ? { kind, cover: Math.max(0, cover) } : { kind, depth: finished - bottom };
  return [{ path: ['reaches', id, 'levels'], value }];
};

/** The reach falling, from where the line lies at both ends of the run now. */
function byGravity(job: Job, run: Run, { id }: Reach) {
  const product = productOf(job, run);
  const { start, end } = extent(run);
  const at = (station: number) => ({ id: newId(), station, invert: levelsOn(run, product, station).invert, keep: false });
  return [
    ...(run.inverts.length < 2 ? [{ path: ['inverts'], value: [at(start), at(end)] }] : []),
    { path: ['reaches', id, 'levels'], value: { kind: 'gravity' } },
  ];
}

/** The inverts that hold, each with the fall to the next. */
function FixedLevels() {
  const { job, run, cursor, apply } = useRunEdit();
  const { start, end } = extent(run);
  const station = Math.round(cursor * 100) / 100;
  const here = run.inverts.some((level) => Math.abs(level.station - station) < 0.005);
  const name = (at: number) => (at === start ? 'the start' : at === end ? 'the end' : formatStation(at, job.units));
  const add = () => {
    const level = { id: newId(), station, invert: levelsOn(run, productOf(job, run), station).invert, keep: false };
    apply([{ path: ['inverts'], value: [...run.inverts, level].sort((a, b) => a.station - b.station) }]);
  };
  return (
    <View style={{ gap: 6 }}>
      {run.inverts.map((level, index) => {
        const next = run.inverts[index + 1];
        return (
          <View key={level.id} style={{ gap: 6 }}>
            <View style={{ flexDirection: 'row', alignItems: 'flex-start', gap: 6 }}>
              <LengthField
                label={`Invert at ${name(level.station)}`}
                value={level.invert}
                path={['inverts', level.id, 'invert']}
                style="level"
              />
              {level.station !== start && level.station !== end ? (
                <QuantityField
                  label={`Station of level ${index + 1}`}
                  value={level.station}
                  format={(value) => formatStation(value, job.units)}
                  parse={(text) => parseStation(text, job.units)}
                  onValue={(value) => apply([{ path: ['inverts', level.id, 'station'], value }], `fixed.${level.id}.station`)}
                />
              ) : null}
              <View style={{ alignItems: 'center' }}>
                <Toggle
                  on={level.keep}
                  onChange={(keep) => void apply([{ path: ['inverts', level.id, 'keep'], value: keep }])}
                  label={`Keep the invert at ${name(level.station)}`}
                />
                <Text variant="bodySmall">keep</Text>
              </View>
              {run.inverts.length > 2 ? (
                <IconButton
                  icon="trash"
                  accessibilityLabel={`Remove the invert at ${name(level.station)}`}
                  onPress={() => void apply([{ path: ['inverts', level.id], value: undefined }])}
                />
              ) : null}
            </View>
            {next ? <FallField from={level} to={next} name={`${name(level.station)} to ${name(next.station)}`} /> : null}
          </View>
        );
      })}
      {here ? null : (
        <Button icon="plus" onPress={add}>
          Fix the invert at {formatStation(station, job.units)}
        </Button>
      )}
    </View>
  );
}

type Fixed = Run['inverts'][number];

/** The fall between two fixed inverts; typing one moves the second. */
function FallField({ from, to, name }: { from: Fixed; to: Fixed; name: string }) {
  const { job, apply } = useRunEdit();
  const length = to.station - from.station;
  return (
    <Fields>
      <QuantityField
        label={`Fall, ${name}`}
        value={(from.invert - to.invert) / length}
        format={(ratio) => formatGradient(ratio, job.units)}
        parse={(text) => parseGradient(text.replace(/\s*\(.*\)$/, ''))}
        onValue={(ratio) => apply([{ path: ['inverts', to.id, 'invert'], value: from.invert - ratio * length }], `fixed.${to.id}.fall`)}
        hint='1:50, 2%, 20 mm/m or 1/4"/ft; moves the second invert'
      />
    </Fields>
  );
}

/** What each leg carries, against what is to come. */
function FlowTable() {
  const { job, run } = useRunEdit();
  const wanted = run.flow ? designFlow(run.flow) : undefined;
  return (
    <View role="list" aria-label="Flow" style={{ gap: 4 }}>
      {legFlows(run, productOf(job, run)).map((leg) => (
        <View role="listitem" key={leg.from}>
          <Text variant="titleSmall">
            {legName(leg, job.units)}: {formatGradient(Math.abs(leg.fall), job.units)}
          </Text>
          <Text variant="bodySmall">
            Half full {formatVelocity(leg.half.velocity, job.units)}, {formatFlow(leg.half.flow, job.units)}; full{' '}
            {formatVelocity(leg.full.velocity, job.units)}, {formatFlow(leg.full.flow, job.units)}
            {wanted === undefined ? '' : `; to carry ${formatFlow(wanted, job.units)}`}. Manning, n {productOf(job, run).roughness}.
          </Text>
        </View>
      ))}
      {legsOf(run).length === 0 ? <Text variant="bodySmall">No reach falls yet.</Text> : null}
    </View>
  );
}

const legName = (leg: Leg, units: 'metric' | 'us') => formatStretch(leg, units);
