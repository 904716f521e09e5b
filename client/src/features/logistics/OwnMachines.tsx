import { machinesFor, type OwnMachine } from '@tamper/core/job';
import { formatForce } from '@tamper/core/units';
import { Text } from '../../ui/Text';
import { figure, LENGTH, MASS, OwnThings, PLAIN, type Figure } from '../../ui/OwnThings';
import { useLogistics } from './context';

const length = figure<OwnMachine>(LENGTH);
const plain = figure<OwnMachine>(PLAIN);
const arm = (key: 'boom' | 'stick' | 'tip', label: string): Figure<OwnMachine> => ({
  label,
  get: ({ arm: links }) => links[key],
  set: (machine, value) => ({ ...machine, arm: { ...machine.arm, [key]: value } }),
  ...LENGTH,
});
const foot = (key: 'x' | 'z', label: string): Figure<OwnMachine> => ({
  label,
  get: ({ arm: links }) => links.foot[key],
  set: (machine, value) => ({ ...machine, arm: { ...machine.arm, foot: { ...machine.arm.foot, [key]: value } } }),
  ...LENGTH,
});

/** What a driver can measure, or read off the plate. */
const FIGURES = [
  figure<OwnMachine>(MASS)('mass', 'Mass'),
  length('width', 'Width, tracks in'),
  length('widthOut', 'Width, tracks out'),
  length('height', 'Height'),
  length('track', 'One track'),
  length('front', 'Axis to track end'),
  length('blade', 'Axis to blade'),
  length('tail', 'Tail radius'),
  length('offset', 'Arm swings out'),
  length('reachUp', 'Reaches up'),
  arm('boom', 'Boom, pin to pin'),
  arm('stick', 'Stick, pin to pin'),
  arm('tip', 'Pin to teeth'),
  foot('x', 'Boom foot ahead of axis'),
  foot('z', 'Boom foot above ground'),
  plain('bucketArea', 'Bucket, m³ a m of width'),
  plain('cycle', 'Cycle, s'),
  plain('lift', 'Ram holds, kg·m'),
  plain('hour', 'Price an hour'),
  plain('fuel', 'Fuel, l an hour'),
];

/** Machines of the job's own: begun from a class, then changed to what was measured. */
export function OwnMachines() {
  const { job, putJob } = useLogistics();
  const { units } = job;
  return (
    <OwnThings<OwnMachine>
      title="Own machines"
      noun="machine"
      things={job.machines}
      onThings={(machines) => putJob({ machines })}
      likes={machinesFor(job).map(({ id: like, machine }) => ({
        id: like,
        name: machine.name,
        begin: (id) => ({ ...machine, id, name: `${machine.name} (own)`, basis: 'As measured' }) as OwnMachine,
      }))}
      first={job.machine}
      words={[{ key: 'name', label: 'Name of the machine' }]}
      figures={() => FIGURES}
      note={({ breakout }) => (
        <Text variant="bodySmall">
          Breaks out with {formatForce(breakout.bucket, units)} curling, {formatForce(breakout.stick, units)} drawing. Joints turn as those
          of its class.
        </Text>
      )}
      units={units}
    />
  );
}
