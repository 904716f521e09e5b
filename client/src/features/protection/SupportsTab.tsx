import { protections, restsOn, type Kit } from '@tamper/core/catalogue';
import { heaviestOf, leaps, SHORE_BASIS, tablesOf, tableTaken, type PlaceSupport, type Schedule } from '@tamper/core/protection';
import { endIdsOf, widthPath, type Place } from '@tamper/core/trench';
import { sayPlace } from '@tamper/core/words';
import {
  figuresIn,
  formatArea,
  formatForce,
  formatLength,
  formatMassOf,
  formatPercent,
  formatStation,
  formatVolume,
  type UnitSystem,
} from '@tamper/core/units';
import type { PathStep, Run } from '@tamper/core/job';
import { useState } from 'react';
import { Text } from '../../ui/Text';
import { Card } from '../../ui/Card';
import { Choice } from '../../ui/Choice';
import { NameField } from '../../ui/NameField';
import { Notice } from '../../ui/Notice';
import { Picker } from '../../ui/Picker';
import { View } from '../../ui/View';
import { useProtection, type ProtectionEdit } from './context';
import { Findings } from '../run/Findings';
import { OwnTables } from './OwnTables';
import { WaterCard } from './WaterCard';

/** What comes to hold the walls, how many, in what order; ladders and edges; water. */
export function SupportsTab() {
  const edit = useProtection();
  const supported = edit.plan.places.flatMap((place) => {
    const support = edit.plan.supports.find((one) => one.place === place.id);
    return support && place.sides.protection !== 'none' ? [{ place, support }] : [];
  });
  return (
    <>
      {supported.length === 0 ? (
        <Notice kind="note" title="No supports are planned on this run">
          <Text>Choose how to hold it under Options.</Text>
        </Notice>
      ) : null}
      {supported.map(({ place, support }) => (
        <KitCard key={place.id} edit={edit} place={place} support={support} />
      ))}
      <WaysOut />
      <WaterCard />
      <OwnTables />
    </>
  );
}

function KitCard({ edit, place, support }: { edit: ProtectionEdit; place: Place; support: PlaceSupport }) {
  const { job, plan, apply, reader, mends, onFix } = edit;
  const { protection, kit: chosen } = place.sides;
  const { units } = job;
  if (protection === 'none') return null;
  const tables = tablesOf(job, protection);
  const stops = plan.findings.filter(
    ({ code, severity, subject }) =>
      severity === 'stop' &&
      subject?.kind === 'place' &&
      subject.id === place.id &&
      /^(protection\.|trench\.(supportWidth|conflict))/.test(code),
  );
  const take = (id: string) =>
    void apply(
      tableTaken(
        place.path,
        widthPath(place),
        place,
        tables.find((one) => one.id === id),
      ),
    );
  return (
    <Card title={`${protections[protection].name}: ${sayPlace(place, units)}`}>
      <Picker
        label="By the table of"
        value={chosen ?? ''}
        options={[
          { value: '', label: 'Not settled' },
          ...tables.map(({ id, name, source }) => ({
            value: id,
            label: figuresIn(id.startsWith('own-') ? `${name} · ${source}` : name, job.units),
          })),
        ]}
        onChange={take}
      />
      {protection === 'shield' ? <SetHow path={[...place.path, 'whole']} whole={place.sides.whole} /> : null}
      {place.kind === 'reach' && support.schedule?.kind === 'shield' && support.schedule.ends === 'closed' ? (
        <EndsHow place={place} />
      ) : null}
      <Findings findings={stops} reader={reader} mends={mends} onFix={onFix} />
      {support.kit && support.schedule ? (
        <Listed edit={{ units, depth: support.depth, height: support.height }} kit={support.kit} schedule={support.schedule} />
      ) : null}
      <Leapfrog support={support} units={units} />
    </Card>
  );
}

/** How a box gets down: pushed as it is dug, or set whole into an open cut, by somebody's word. */
function SetHow({ path, whole }: { path: readonly PathStep[]; whole: string | null }) {
  const { apply } = useProtection();
  const [asked, setAsked] = useState(false);
  const put = (value: string | null) => apply([{ path, value }], path.join('.'));
  return (
    <>
      <Choice
        label="The box goes in"
        value={whole === null && !asked ? 'pushed' : 'whole'}
        options={[
          { value: 'pushed', label: 'Pushed as it is dug' },
          { value: 'whole', label: 'Set whole' },
        ]}
        onChange={(how) => {
          setAsked(how === 'whole');
          if (how === 'pushed') void put(null);
        }}
      />
      {whole !== null || asked ? (
        <>
          <NameField label="By whose word the cut stands open" value={whole ?? ''} onName={put} />
          <Text variant="bodySmall">The competent person says that the cut stands until the box is in. Nobody is in it meanwhile.</Text>
        </>
      ) : null}
    </>
  );
}

/** What keeps the ground at both ends of a row of boxes: panels, or a slope that is dug and filled besides. */
function EndsHow({ place }: { place: Place }) {
  const { plan, run, apply, job } = useProtection();
  const { endsBack } = run.reaches[place.reach] as Run['reaches'][number];
  const dug = plan.pits.filter(({ id }) => endIdsOf(place.id).includes(id));
  return (
    <>
      <Choice
        label="Its ends are"
        value={endsBack ? 'back' : 'panels'}
        options={[
          { value: 'panels', label: 'Closed with panels' },
          { value: 'back', label: 'Laid back' },
        ]}
        onChange={(how) => void apply([{ path: [...place.path, 'endsBack'], value: how === 'back' }])}
      />
      {dug.length > 0 ? (
        <Text variant="bodySmall">
          {formatVolume(
            dug.reduce((sum, { dig }) => sum + dig, 0),
            job.units,
          )}{' '}
          more to dig and to fill at the two ends.
        </Text>
      ) : null}
    </>
  );
}

/** Moves shown before they are only counted. */
const MOVES = 8;

/** Which box goes where as the fill comes up. */
function Leapfrog({ support, units }: { support: PlaceSupport; units: UnitSystem }) {
  const moves = leaps(support);
  if (moves.length === 0) return null;
  const stretch = ({ from, to }: { from: number; to: number }) => `${formatStation(from, units)}–${formatStation(to, units)}`;
  return (
    <>
      <Text variant="titleSmall">Leapfrog</Text>
      {moves.slice(0, MOVES).map(({ box, out, to }, index) => (
        <Text key={index}>
          {index + 1}. Box {box}: out of {stretch(out)}, into {stretch(to)}
        </Text>
      ))}
      {moves.length > MOVES ? <Text>And {moves.length - MOVES} more in the same way.</Text> : null}
    </>
  );
}

type Line = [what: string, much: string];

function Listed({
  edit: { units, depth, height },
  kit,
  schedule,
}: {
  edit: { units: UnitSystem; depth: number; height: number };
  kit: Kit;
  schedule: Schedule;
}) {
  const { lines, order } = listed(kit, schedule, units, height);
  const all: Line[] = [
    ['Depth here', formatLength(depth, units)],
    ...lines,
    ['Clear width', `${formatLength(kit.least, units)} to ${formatLength(kit.most, units)}`],
    ['Rated to', formatLength(kit.depth, units)],
    ['Heaviest lift', formatMassOf(heaviestOf(schedule), units)],
  ];
  return (
    <>
      <View role="table" aria-label={`What ${figuresIn(kit.name, units)} takes`} style={{ gap: 3 }}>
        {all.map(([what, much]) => (
          <View key={what} role="row" style={{ flexDirection: 'row', gap: 8 }}>
            <Text role="rowheader" style={{ flex: 1 }}>
              {what}
            </Text>
            <Text role="cell" style={{ fontVariant: ['tabular-nums'], textAlign: 'right', flexShrink: 1 }}>
              {much}
            </Text>
          </View>
        ))}
      </View>
      <Text variant="titleSmall">In this order</Text>
      {order.map((step, index) => (
        <Text key={step}>
          {index + 1}. {step}
        </Text>
      ))}
      <Text variant="bodySmall">
        {restsOn(kit.source, kit, 'depth')}. {schedule.kind === 'shores' ? schedule.basis : ''}{' '}
        {schedule.kind === 'shores' && schedule.basis !== SHORE_BASIS ? 'The maker’s own spacing rules.' : ''}
      </Text>
    </>
  );
}

/** The pieces of a schedule, and the order they go in and out. */
function listed(kit: Kit, schedule: Schedule, units: UnitSystem, height: number): { lines: Line[]; order: string[] } {
  const length = (metres: number) => formatLength(metres, units);
  switch (schedule.kind) {
    case 'shield':
      return {
        lines: [
          ['Boxes standing at once', String(schedule.boxes)],
          ['Extensions on each', String(schedule.stack.extensions)],
          ['Struts in all', String(schedule.struts)],
          ['Must stand', `${length(height)} high`],
          ['Stands', `${length(schedule.stack.height)} high`],
          ['Dig this wide', length(schedule.outside)],
          ['Drawn and set again', `${schedule.moves} times`],
          ['Pull to draw one', formatForce(schedule.pull, units)],
          [
            'In each of four legs at 60°',
            `${formatForce(schedule.leg, units)}: ${schedule.chain ? `chain ${schedule.chain[units]}` : 'more than the largest chain here'}`,
          ],
          ['Lowest strut above the floor', length(schedule.strut)],
          ...(schedule.extendAt === undefined ? [] : [['Extension goes on at', `${length(schedule.extendAt)} deep`] as Line]),
        ],
        order: [
          ...(schedule.whole
            ? [
                `Dig to the bottom, ${length(schedule.preDig)}, no longer than the box: nobody in it.`,
                'Lower the box in whole, tag lines on it, and fill behind its plates at once.',
              ]
            : [
                `Dig ahead ${length(schedule.preDig)} at most, set the box level in it, its foot a little out.`,
                `Dig inside and push ${schedule.pushes} times, each corner in turn, nobody inside.`,
              ]),
          schedule.ends === 'open' ? 'Open ends: people in the middle boxes only.' : 'Close both ends with panels or lay them back at 45°.',
          'Leapfrog: as the fill comes up in the last box, draw it and set it in front.',
          'Draw with four legs, then two points, then one corner to rock it; chain to capacity, never on struts.',
        ],
      };
    case 'shores':
      return {
        lines: [
          ['Sets', `${schedule.sets.length}, ${length(schedule.spacing)} apart at most`],
          ['Cylinders to a rail', String(schedule.cylinders.length)],
          ['Cylinders in all', String(schedule.total)],
          [
            'Size',
            schedule.cylinder
              ? `${figuresIn(schedule.cylinder.name, units)}${schedule.cylinder.extended ? ' with extension' : ''}`
              : 'none spans it',
          ],
          ['At, above the floor', schedule.cylinders.map(length).join(', ')],
          ['First set from the start', length(schedule.sets[0] ?? 0)],
          ...(schedule.rail
            ? [['Rail', `${length(schedule.rail.length)}, its foot ${length(schedule.rail.foot)} above the floor`] as Line]
            : []),
          ['Facing, where loose', formatArea(schedule.facing, units)],
          [
            'Fluid',
            `${formatVolumeOf(schedule.fluid)} with can and losses; concentrate ${formatVolumeOf(schedule.concentrate.summer)} in summer, ${formatVolumeOf(schedule.concentrate.winter)} in winter${kit.kind === 'shores' ? ` (${formatPercent(kit.mixes.summer)}, ${formatPercent(kit.mixes.winter)})` : ''}`,
          ],
        ],
        order: [
          'From the end where people will go in: lower each set folded, open it, pump from the lip.',
          'Read every set, wait, read again. If one does not hold, nobody goes in.',
          'Out: fill and compact close up, release from the lip, bottom cylinder last, lift out.',
        ],
      };
    case 'sheets':
      return {
        lines: [
          ['Sheets', `${schedule.sheets}, ${length(schedule.sheetLength)} long`],
          ['Frames', `${schedule.frames.length} in each of ${schedule.bays} bays`],
          ['Frames above the floor', schedule.frames.map(length).join(', ')],
          ['Chains', String(schedule.chains)],
          ['Wall they stand on', `${length(schedule.perimeter)}, ends too`],
          ['Slit to dig and fill', formatVolume(schedule.slit, units)],
        ],
        order: [
          'Dig the slit, fill it with broken spoil, drive the sheets plumb in it.',
          'Dig to the first frame, lower it on its skids, load it.',
          'Hang the chains, dig to the next frame, place it; never past the design.',
          'Out: fill to each frame, then take it, lowest first; sheets last.',
        ],
      };
  }
}

const formatVolumeOf = (cubicMetres: number): string => `${(cubicMetres * 1000).toFixed(1)} l`;

function WaysOut() {
  const { job, plan, rules } = useProtection();
  const { units } = job;
  const length = (metres: number | null) => (metres === null ? 'as assessed' : formatLength(metres, units));
  const edge = plan.places
    .filter(({ deepest }) => deepest.depth >= (rules.edgeGuard.value ?? Infinity))
    .reduce((sum, { from, to }) => sum + 2 * (to - from), 0);
  return (
    <Card title="Ways out and edges">
      <Text>
        {plan.ladders.length === 0
          ? 'No ladder asked for by depth here.'
          : `${plan.ladders.length} ${plan.ladders.length === 1 ? 'ladder' : 'ladders'} at ${plan.ladders.map(({ station }) => formatStation(station, units)).join(', ')}: ${length(rules.egressTravel.value)} to the nearer at most, ${length(rules.ladderAbove.value)} above the lip, in the protected part.`}
      </Text>
      <Text>{edge > 0 ? `${length(edge)} of edge to guard, both sides, and the open ends.` : 'No edge to guard by depth here.'}</Text>
      <Text variant="bodySmall">{figuresIn(`${rules.egressDepth.basis}. ${rules.edgeGuard.basis}.`, job.units)}</Text>
    </Card>
  );
}
