import { Button } from '../../ui/Button';
import { useRoom } from '../../ui/useRoom';
import { bucketsOf, machineOf, type Job, type Run } from '@tamper/core/job';
import { bucketFor, DEPTH_TO_SPARE, digRate, LIFT_BASIS, liftChecks, powerAdvice, SHORT_WINDOW, tipsInto } from '@tamper/core/machine';
import type { MachineChoice } from '@tamper/core/machineChoices';
import { classSlope, legShare, SLING } from '@tamper/core/protection';
import { reachIndexAt } from '@tamper/core/alignment';
import { resolveRules } from '@tamper/core/rules';
import { acrossScene, alongScene, setUpAt } from '@tamper/core/scene';
import { formatHours, formatLength, formatMassOf, formatPercent, formatStation, formatVolume } from '@tamper/core/units';
import type { Remote } from 'comlink';
import { useMemo, useState } from 'react';
import { Text } from '../../ui/Text';
import { LiftPlot } from '../../drawing/LiftPlot';
import { ReachDrawing } from '../../drawing/ReachDrawing';
import { Icon } from '../../theme/Icon';
import { colours, WIDE } from '../../theme/tokens';
import { Card } from '../../ui/Card';
import { Choice } from '../../ui/Choice';
import { Columns } from '../../ui/Columns';
import { Faults } from '../../ui/Faults';
import { Figures } from '../../ui/Figures';
import { View } from '../../ui/View';
import type { StudyWorker } from '../../workers/study.worker';
import type { Worked } from '../../workers/worked';
import { studyWorker } from '../../workers/studyWorker';
import { useLatest } from '../../workers/useLatest';
import { Findings } from '../run/Findings';
import { useLogistics } from './context';
import { OwnMachines } from './OwnMachines';
import { Stretches } from './Stretches';

const POINTS = [
  { value: 'near', label: 'Near' },
  { value: 'middle', label: 'Middle' },
  { value: 'far', label: 'Far' },
] as const;

/** Width of one of the columns, pixels, inside its card. */
function useColumn(): number {
  const { page: width } = useRoom();
  return (width < WIDE ? width : Math.min(1240, width) / 2) - 54;
}

/** Can this machine do it: its arm over the real ground at the cursor, what it lifts there, and every machine beside it. */
export function MachineTab() {
  const { job, plan, reader, mends, onFix } = useLogistics();
  const findings = plan.findings.filter(({ code }) => code.startsWith('machine.'));
  return (
    <>
      <Findings findings={findings} reader={reader} mends={mends} onFix={onFix} />
      <Columns>{[<Along key="along" />, <Across key="across" />]}</Columns>
      <Columns>{[<Lifts key="lifts" />, <ByHand key="hand" />]}</Columns>
      <OwnMachines />
      <Machines />
      <Text variant="bodySmall">
        {machineOf(job).basis}. A machine needs depth to spare and room to work: {formatPercent(DEPTH_TO_SPARE)} and a floor of{' '}
        {formatLength(SHORT_WINDOW, job.units)} at the least.
      </Text>
    </>
  );
}

function Along() {
  const { job, run, plan, cursor } = useLogistics();
  const width = useColumn();
  const [at, setAt] = useState<(typeof POINTS)[number]['value']>('middle');
  const machine = machineOf(job);
  const stand = setUpAt(plan, cursor);
  const scene = useMemo(() => stand && alongScene(run, plan, stand), [run, plan, stand]);
  const { units } = job;
  const reach = run.reaches[reachIndexAt(run, cursor)];
  const bucket = bucketFor(machine, run.spoil.ground, bucketsOf(job), reach?.bottomWidth ?? 1);
  const number = stand ? plan.setUps.list.indexOf(stand) + 1 : 0;
  // The face it leaves may come back as far as the batter of its soil.
  const batter = reach && stand ? classSlope(resolveRules(job.ruleSet, job.overrides), reach.soil).ratio * stand.depth : 0;
  return (
    <Card title={`${machine.name} at ${formatStation(cursor, units)}`}>
      {stand && scene ? (
        <>
          <ReachDrawing
            machine={machine}
            scene={scene}
            point={scene.points[at]}
            units={units}
            width={width}
            height={280}
            label={`${machine.name} from the side, its reach at ${formatLength(stand.depth, units)} deep`}
          />
          <Choice label="Teeth on the floor" value={at} options={POINTS} onChange={setAt} />
          <Text>
            Place {number} of {plan.setUps.list.length}: digs {formatStation(stand.from, units)} to {formatStation(stand.to, units)}, stands
            at {formatStation(Math.max(0, stand.axis), units)}, tracks {formatLength(Math.max(0, stand.edge), units)} from the face.
          </Text>
          {stand.edge < batter ? (
            <Text style={{ color: colours.caution }}>
              The face may come back {formatLength(batter, units)}: its tracks stand inside that. Watch the face; mats, or shorter bites.
            </Text>
          ) : null}
          <Text>
            Digs about {formatVolume(digRate(job, run.spoil.ground, reach?.bottomWidth ?? 1), units)} an hour with the{' '}
            {formatLength(bucket, units)} bucket. {powerAdvice(machine, run.spoil.ground, bucket)}
          </Text>
        </>
      ) : (
        <Text>No machine digs here: it is dug by hand, bored, or too deep for this one.</Text>
      )}
      <Text variant="bodySmall">Dashed: all its teeth reach. Measured: the floor it shaves level from this place.</Text>
    </Card>
  );
}

function Across() {
  const { job, run, plan, cursor } = useLogistics();
  const width = useColumn();
  const machine = machineOf(job);
  const scene = useMemo(() => acrossScene(job, run, cursor, machine), [job, run, cursor, machine]);
  const { units } = job;
  return (
    <Card title={`Swung to the heap on the ${scene.side}`}>
      <ReachDrawing
        machine={machine}
        scene={scene}
        point={scene.dump}
        units={units}
        width={width}
        height={280}
        label={`${machine.name} from behind, tipping ${scene.tips ? 'over' : 'short of'} its heap`}
        astride
      />
      <Text style={{ color: scene.tips ? colours.good : colours.caution }}>
        {scene.tips ? 'Tips over the top of the heap.' : 'Does not tip over the top of the heap: split the sides, or cart some off.'}
      </Text>
      <Text>
        {tipsInto(machine).length > 0
          ? `Tips into ${tipsInto(machine).join(' and ')}.`
          : 'Too low to tip into a dumper or a lorry: barrows.'}
      </Text>
      <Text variant="bodySmall">
        Tail swings {formatLength(machine.tail, units)} round, arm {formatLength(machine.arm.boom + machine.arm.stick, units)}: keep
        everyone out of that, and put the banksman in the driver’s sight. {plan.setUps.list.length} places along the run.
      </Text>
    </Card>
  );
}

function Lifts() {
  const { job, run, plan } = useLogistics();
  const width = useColumn();
  const machine = machineOf(job);
  const { units } = job;
  const checks = useMemo(() => liftChecks(job, run, plan.profile, plan.supports, machine), [job, run, plan, machine]);
  const [first] = checks;
  return (
    <Card title="Lifting">
      {first ? (
        <LiftPlot machine={machine} check={first} units={units} width={width} height={260} />
      ) : (
        <Text>Nothing on this run needs the machine to lift it.</Text>
      )}
      {checks.length > 0 ? (
        <Figures
          label="What is lifted"
          head={['Load', 'On the hook', 'Over the blade', 'Over the side']}
          rows={checks.map(({ what, hanging, places }) => [
            what,
            formatMassOf(hanging, units),
            ...(['astride', 'beside'] as const).map((from) => {
              const place = places.find((one) => one.from === from);
              return place ? `${formatMassOf(place.rated, units)} at ${formatLength(place.radius, units)}` : '';
            }),
          ])}
        />
      ) : null}
      <Text variant="bodySmall">
        {LIFT_BASIS}. Nobody under a load; tag lines; keep it low; engine off while slinging. Two legs at 60° carry{' '}
        {legShare(2, SLING).toFixed(2)} of the load each.
      </Text>
    </Card>
  );
}

function ByHand() {
  const { plan, job } = useLogistics();
  const { units } = job;
  return (
    <Card title="Where no machine can be">
      <Stretches list="byHand" title="By hand" word="why" blank="No room for the machine" />
      {plan.byHand.length > 0 ? (
        <Figures
          label="Dug by hand"
          head={['Stretch', 'Volume', 'Hours']}
          rows={plan.byHand.map(({ from, to, volume, hours }) => [
            `${formatStation(from, units)} – ${formatStation(to, units)}`,
            formatVolume(volume, units),
            formatHours(hours),
          ])}
        />
      ) : (
        <Text variant="bodySmall">Stretches entered here are dug by hand and barrowed; the machine’s places leave them out.</Text>
      )}
    </Card>
  );
}

const worked = async (remote: Remote<StudyWorker>, { job, run }: { job: Job; run: Run }): Promise<Worked<MachineChoice[]>> =>
  (await remote.fits(job, run)) as Worked<MachineChoice[]>;

/** Every machine to be had, those that do it first, the cheaper before the dearer. */
function Machines() {
  const { job, run, putJob } = useLogistics();
  const [fault, setFault] = useState<string>();
  const inputs = useMemo(() => ({ job, run }), [job, run]);
  const { result, crash } = useLatest(studyWorker, inputs, worked);
  const fits = result && 'value' in result.value ? result.value.value : undefined;
  const sorted = fits && [...fits].sort((a, b) => a.against.length - b.against.length || a.cost - b.cost);
  return (
    <Card title="Machines side by side">
      <Faults title="Not changed" faults={[...(fault ? [fault] : []), ...(crash ? [crash] : [])]} />
      {sorted ? null : <Text role="status">Trying every machine…</Text>}
      <View role="list" aria-label="Machines for this run" style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 10 }}>
        {sorted?.map((fit) => (
          <OneMachine key={fit.id} fit={fit} on={fit.id === job.machine} job={job} onChoose={() => setFault(putJob({ machine: fit.id }))} />
        ))}
      </View>
    </Card>
  );
}

function OneMachine({ fit, on, job, onChoose }: { fit: MachineChoice; on: boolean; job: Job; onChoose: () => void }) {
  const { units, rates } = job;
  const fine = fit.against.length === 0;
  const shaved = fit.window ? fit.window.to - fit.window.from : 0;
  return (
    <View
      role="listitem"
      style={{
        flexGrow: 1,
        flexBasis: 300,
        maxWidth: '100%',
        gap: 4,
        padding: 10,
        borderWidth: on ? 2 : 1,
        borderColor: on ? colours.clay : colours.line,
        borderRadius: 8,
      }}
    >
      <Text variant="titleSmall">
        {fit.machine.name}
        {on ? ' · planned' : ''}
      </Text>
      <View style={{ flexDirection: 'row', alignItems: 'center', gap: 6 }}>
        <Icon name={fine ? 'check' : 'caution'} color={fine ? colours.good : colours.caution} size={20} />
        <Text style={{ flex: 1, color: fine ? colours.good : colours.caution }}>{fine ? 'Does it' : fit.against.join(', ')}</Text>
      </View>
      <Text>
        Reaches {formatLength(fit.deepest, units)} down, {fit.spare >= 0 ? `${formatPercent(fit.spare)} to spare` : 'too little'}
        {fit.window ? `; shaves ${formatLength(shaved, units)}, ${fit.setUps} ${fit.setUps === 1 ? 'place' : 'places'}` : ''}
      </Text>
      {fit.gap === undefined ? null : (
        <Text>
          {formatLength(Math.abs(fit.gap), units)} {fit.gap >= 0 ? 'of room' : 'too wide'} on the way in
        </Text>
      )}
      {fit.lift ? (
        <Text>
          Lifts {formatMassOf(fit.lift.places[0]?.rated ?? 0, units)} where {formatMassOf(fit.lift.hanging, units)} hangs
        </Text>
      ) : null}
      <Text>
        {formatHours(fit.hours)} to dig and move, {rates.currency} {Math.round(fit.cost).toLocaleString('en-GB')} with driver and fuel
      </Text>
      {on ? null : (
        <Button mode={fine ? 'contained' : 'outlined'} accessibilityLabel={`Take the ${fit.machine.name}`} onPress={onChoose}>
          Take this one
        </Button>
      )}
    </View>
  );
}
