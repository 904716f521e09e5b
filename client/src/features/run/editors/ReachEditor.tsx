import { reachEnd } from '@tamper/core/alignment';
import { boringOf, type Boring } from '@tamper/core/boring';
import { straightBore, blankPit, type Bored, type Bow, type PathStep, type Reach } from '@tamper/core/job';
import { formatForce, formatHours, formatLength, formatStation, formatVolume, parseAngle, parseStation } from '@tamper/core/units';
import { Text } from '../../../ui/Text';
import { newId } from '../../../data/newId';
import { Button } from '../../../ui/Button';
import { Choice } from '../../../ui/Choice';
import { GroupedPicker } from '../../../ui/GroupedPicker';
import { QuantityField } from '../../../ui/QuantityField';
import { View } from '../../../ui/View';
import { useRunEdit } from '../context';
import { Fields, LengthField } from '../fields';
import { groupsWhere, findLine, nameOf } from '../productGroups';
import { PitFields } from './PitFields';

const START: Bored = { ...straightBore, bore: 0.16, rod: 1.5, launch: blankPit(2.5, 1.2), receiving: blankPit(1.5, 1.2) };
const DEGREE = Math.PI / 180;
const DIP: Bow = { entry: 12 * DEGREE, exit: 12 * DEGREE, radius: 30, depth: 1 };

/** Dug open, or bored between two pits. */
function MethodFields() {
  const { job, run, reachIndex, apply } = useRunEdit();
  const { id, from, method } = run.reaches[reachIndex] as Reach;
  const path = ['reaches', id, 'method'];
  const bore = boringOf(job, run).find(({ reach }) => reach === id);
  const ducts = () =>
    groupsWhere(job, ({ kind, pull }) => kind === 'duct' || (kind === 'pressure' && pull !== null), 'The lines themselves');
  const choose = (kind: 'open' | 'bored') =>
    kind === method.kind ? undefined : apply([{ path, value: kind === 'open' ? { kind } : START }]);
  return (
    <>
      <Choice
        label="This reach is"
        value={method.kind}
        options={[
          { value: 'open', label: 'Dug open' },
          { value: 'bored', label: 'No-dig: bored' },
        ]}
        onChange={choose}
      />
      {method.kind === 'bored' ? (
        <>
          <Fields>
            <LengthField label="Bore" value={method.bore} path={[...path, 'bore']} style="size" />
            <LengthField label="Length of a rod" value={method.rod} path={[...path, 'rod']} />
          </Fields>
          <BowFields bow={method.bow} path={[...path, 'bow']} />
          <GroupedPicker
            label="Drawn into the hole"
            value={method.duct ?? ''}
            chosen={method.duct === null ? 'The lines themselves' : nameOf(job, method.duct)}
            groups={ducts}
            find={(typed) => findLine(job, typed)}
            onChange={(duct) => apply([{ path: [...path, 'duct'], value: duct === '' ? null : duct }])}
          />
          {bore ? <Takes bore={bore} /> : null}
          <Text variant="titleSmall">Launch pit</Text>
          <PitFields pit={method.launch} path={[...path, 'launch']} station={from} />
          <Text variant="titleSmall">Receiving pit</Text>
          <PitFields pit={method.receiving} path={[...path, 'receiving']} station={reachEnd(run, reachIndex)} />
        </>
      ) : null}
    </>
  );
}

/** Straight between the pits, or dipping under what lies in the way. */
function BowFields({ bow, path }: { bow: Bow | null; path: readonly PathStep[] }) {
  const { apply } = useRunEdit();
  const angle = (label: string, key: 'entry' | 'exit') => (
    <QuantityField
      label={label}
      value={bow?.[key] ?? 0}
      format={(radians) => `${Number((radians / DEGREE).toFixed(1))}°`}
      parse={parseAngle}
      onValue={(value) => apply([{ path: [...path, key], value }], [...path, key].join('.'))}
    />
  );
  return (
    <>
      <Choice
        label="The bore goes"
        value={bow ? 'dips' : 'straight'}
        options={[
          { value: 'straight', label: 'Straight' },
          { value: 'dips', label: 'In a dip' },
        ]}
        onChange={(way) => (way === 'dips') !== (bow !== null) && apply([{ path, value: way === 'dips' ? DIP : null }])}
      />
      {bow ? (
        <Fields>
          <LengthField label="Dips by" value={bow.depth} path={[...path, 'depth']} />
          <LengthField label="Turns on" value={bow.radius} path={[...path, 'radius']} />
          {angle('Goes in at', 'entry')}
          {angle('Comes out at', 'exit')}
        </Fields>
      ) : null}
    </>
  );
}

/** What the bore takes, worked out. */
function Takes({ bore }: { bore: Boring }) {
  const { job } = useRunEdit();
  const size = (metres: number) => formatLength(metres, job.units, 'size');
  const { force, most } = bore.back;
  return (
    <View role="group" aria-label="What the bore takes">
      <Text>
        {formatLength(bore.way, job.units, 'span')} along the hole between the pits: {bore.rods} rods, {formatHours(bore.hours)},{' '}
        {formatVolume(bore.fluid, job.units)} of fluid.
      </Text>
      <Text>
        Pilot {size(bore.holes[0] ?? bore.bore)}
        {bore.holes.length > 1 ? `, reamed to ${bore.holes.slice(1).map(size).join(', ')}` : ''}.
      </Text>
      {bore.drawn.length > 0 ? (
        <Text>
          Drawn back with {formatForce(force, job.units)}
          {most === undefined ? '; what it may take is not known.' : ` of ${formatForce(most, job.units)}.`}
        </Text>
      ) : null}
    </View>
  );
}

/** Reaches: stretches of the run that are dug alike. */
export function ReachEditor() {
  const { job, run, reachIndex, cursor, apply, setCursor } = useRunEdit();
  const reach = run.reaches[reachIndex] as Reach;
  const to = reachEnd(run, reachIndex);
  const at = (station: number) => formatStation(station, job.units);
  const canSplit = cursor > reach.from + 0.01 && cursor < to - 0.01;
  const split = () =>
    apply([
      {
        path: ['reaches'],
        value: run.reaches.toSpliced(reachIndex + 1, 0, { ...reach, id: newId(), from: Math.round(cursor * 100) / 100 }),
      },
    ]);
  const join = () => apply([{ path: ['reaches', reach.id], value: undefined }]);
  /** The cursor goes along with a start moved past it: else the field would be another reach's while one still types. */
  const startAt = (from: number) => {
    const fault = apply([{ path: ['reaches', reach.id, 'from'], value: from }], `reach.${reach.id}`);
    if (fault === undefined && from > cursor) setCursor(from);
    return fault;
  };
  return (
    <>
      <Text>
        Reach {reachIndex + 1} of {run.reaches.length}, from {at(reach.from)} to {at(to)}. Walls, width, bed and protection are set reach by
        reach.
      </Text>
      {reachIndex > 0 ? (
        <Fields>
          <QuantityField
            label="Starts at"
            value={reach.from}
            format={at}
            parse={(text) => parseStation(text, job.units)}
            onValue={startAt}
          />
        </Fields>
      ) : null}
      <MethodFields />
      <Button mode="tonal" icon="split" disabled={!canSplit} onPress={split}>
        New reach from {at(cursor)}
      </Button>
      {reachIndex > 0 ? (
        <Button icon="trash" onPress={join}>
          Join to the reach before
        </Button>
      ) : null}
    </>
  );
}
