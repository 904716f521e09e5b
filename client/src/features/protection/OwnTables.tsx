import { kits, type Kit } from '@tamper/core/catalogue';
import { formatPressure } from '@tamper/core/units';
import { Text } from 'react-native-paper';
import { figure, LENGTH, MASS, OwnThings, PLAIN, type Figure } from '../../ui/OwnThings';
import { useProtection } from './context';

/** A figure of any kind of support; those a kind does not have are not in its list. */
type Figures = Kit & Record<string, number>;
const length = figure<Figures>(LENGTH);
const mass = figure<Figures>(MASS);
const plain = figure<Figures>(PLAIN);

/** The figures of a table that a hire firm gives. */
const COMMON = [
  length('least', 'Narrowest inside'),
  length('most', 'Widest inside'),
  length('panel', 'Panel each side'),
  length('depth', 'Rated to'),
  plain('hire', 'Hire a day'),
];
const FIGURES: Record<Kit['kind'], Figure<Figures>[]> = {
  shield: [
    ...COMMON,
    length('length', 'Length'),
    length('height', 'Base height'),
    length('extension', 'Extension height'),
    plain('extensions', 'Extensions at most'),
    mass('mass', 'Base with struts'),
    mass('extensionMass', 'One extension'),
  ],
  shores: [...COMMON, length('extension', 'Cylinder extension'), mass('mass', 'One set')],
  sheets: [
    ...COMMON,
    length('width', 'Sheet width'),
    length('toe', 'Toe below the floor'),
    length('upstand', 'Above the lip'),
    length('slit', 'Slit width'),
    length('frameLength', 'Frame length'),
    length('frameApart', 'Frames apart, down'),
    plain('mass', 'Sheet, kg a m²'),
    mass('frameMass', 'One frame'),
  ],
};

/** Tables of the hire firm: begun from a generic one, then changed to what its sheet says. They rule over the defaults. */
export function OwnTables() {
  const { job, putJob } = useProtection();
  return (
    <OwnThings<Kit>
      title="Tables of the hire firm"
      noun="table"
      things={job.kit}
      onThings={(kit) => putJob({ kit })}
      likes={kits.map((from) => ({
        ...from,
        begin: (id) => ({ ...from, id, name: `${from.name} (own)`, source: 'Hire firm’s table' }),
      }))}
      first={kits[0]?.id ?? ''}
      words={[
        { key: 'name', label: 'Name of the supports' },
        { key: 'source', label: 'Whose table' },
      ]}
      figures={(kit) => FIGURES[kit.kind] as unknown as Figure<Kit>[]}
      note={(kit) =>
        kit.kind === 'shores' ? (
          <Text variant="bodySmall">
            Band {formatPressure(kit.pressure.least, job.units)} to {formatPressure(kit.pressure.most, job.units)}; cylinders{' '}
            {kit.cylinders.map(({ name }) => name).join(', ')}.
          </Text>
        ) : null
      }
      units={job.units}
    />
  );
}
