import { isGeneric, kits, withTyped, type Kit, type ShoreKit } from '@tamper/core/catalogue';
import { figuresIn, formatLength, formatPercent, formatPressure, parsePercent, parsePressure, type UnitSystem } from '@tamper/core/units';
import { formatFluid, parseFluid } from '@tamper/core/fluid';
import { Text } from '../../ui/Text';
import { figure, LENGTH, MASS, OwnThings, PLAIN, type Figure } from '../../ui/OwnThings';
import { Tick } from '../../ui/Tick';
import { View } from '../../ui/View';
import { useProtection } from './context';
import { RowsField } from './RowsField';

/** A figure of any kind of support; those a kind does not have are not in its list. */
type Figures = Kit & Record<string, number>;
/** Generic until it is typed, and said to be. */
const own = (key: string, one: Figure<Figures>): Figure<Figures> => ({
  ...one,
  set: (kit, value) => withTyped(one.set(kit, value), key),
  note: (kit) => (isGeneric(kit, key) ? 'generic' : undefined),
});
const length = (key: string, label: string) => own(key, figure<Figures>(LENGTH)(key, label));
const mass = (key: string, label: string) => own(key, figure<Figures>(MASS)(key, label));
const plain = (key: string, label: string) => own(key, figure<Figures>(PLAIN)(key, label));

/** A figure of shores that stands inside another. */
const ofShores = (
  key: string,
  label: string,
  manner: Pick<Figure<unknown>, 'show' | 'parse'>,
  get: (kit: ShoreKit) => number,
  set: (kit: ShoreKit, value: number) => ShoreKit,
): Figure<Figures> =>
  own(key, {
    label,
    ...manner,
    get: (kit) => get(kit as unknown as ShoreKit),
    set: (kit, value) => set(kit as unknown as ShoreKit, value) as unknown as Figures,
  });
const PRESSURE = { show: formatPressure, parse: parsePressure };
const SHARE = { show: formatPercent, parse: (text: string) => parsePercent(text) };
const FLUID = { show: formatFluid, parse: parseFluid };

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
    length('strut', 'Lowest strut above the foot'),
  ],
  shores: [
    ...COMMON,
    length('extension', 'Cylinder extension'),
    mass('mass', 'One set'),
    ofShores(
      'fluid',
      'Fluid in a cylinder',
      FLUID,
      ({ fluid }) => fluid,
      (kit, fluid) => ({ ...kit, fluid }),
    ),
    ofShores(
      'pressure',
      'Pumped from',
      PRESSURE,
      ({ pressure }) => pressure.least,
      (kit, least) => ({ ...kit, pressure: { ...kit.pressure, least } }),
    ),
    ofShores(
      'pressure',
      'Pumped to',
      PRESSURE,
      ({ pressure }) => pressure.most,
      (kit, most) => ({ ...kit, pressure: { ...kit.pressure, most } }),
    ),
    ofShores(
      'mixes',
      'Mix in summer',
      SHARE,
      ({ mixes }) => mixes.summer,
      (kit, summer) => ({ ...kit, mixes: { ...kit.mixes, summer } }),
    ),
    ofShores(
      'mixes',
      'Mix in winter',
      SHARE,
      ({ mixes }) => mixes.winter,
      (kit, winter) => ({ ...kit, mixes: { ...kit.mixes, winter } }),
    ),
  ],
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
        name: figuresIn(from.name, job.units),
        begin: (id) => ({ ...from, id, name: `${figuresIn(from.name, job.units)} (own)`, source: 'Hire firm’s table' }),
      }))}
      first={kits[0]?.id ?? ''}
      words={[
        { key: 'name', label: 'Name of the supports' },
        { key: 'source', label: 'Whose table' },
      ]}
      figures={(kit) => FIGURES[kit.kind] as unknown as Figure<Kit>[]}
      note={(kit, put) => (kit.kind === 'shores' ? <Lists kit={kit} put={put} units={job.units} /> : null)}
      units={job.units}
    />
  );
}

/** The tables of shores: cylinders by stroke, spacing by depth, rails by where cylinders sit. */
function Lists({ kit, put, units }: { kit: ShoreKit; put: (next: Kit) => string | undefined; units: UnitSystem }) {
  const said = (key: string, hint: string) => `${hint}${isGeneric(kit, key) ? ' · generic' : ''}`;
  const name = (least: number, most: number) => `${formatLength(least, units)}–${formatLength(most, units)}`;
  return (
    <View style={{ gap: 6 }}>
      <RowsField
        label="Cylinders"
        hint={said('cylinders', 'least, most; one row a cylinder')}
        rows={kit.cylinders.map(({ least, most }) => [least, most])}
        figures={[2, 2]}
        units={units}
        onRows={(rows) =>
          put(
            withTyped({ ...kit, cylinders: rows.map(([least = 0, most = 0]) => ({ name: name(least, most), least, most })) }, 'cylinders'),
          )
        }
      />
      <RowsField
        label="Spacing by depth"
        hint={said('spacings', 'down to, apart; one row a depth. Empty: the rule set’s')}
        rows={kit.spacings.map(({ depth, spacing }) => [depth, spacing])}
        figures={[2, 2]}
        units={units}
        onRows={(rows) => put(withTyped({ ...kit, spacings: rows.map(([depth = 0, spacing = 0]) => ({ depth, spacing })) }, 'spacings'))}
      />
      <RowsField
        label="Rails in stock"
        hint={said('rails', 'length, then where cylinders sit from the foot; one row a rail. Empty: cut to suit')}
        rows={kit.rails.map((rail) => [rail.length, ...rail.places])}
        figures={[2, 13]}
        units={units}
        onRows={(rows) => put(withTyped({ ...kit, rails: rows.map(([rail = 0, ...places]) => ({ length: rail, places })) }, 'rails'))}
      />
      <View style={{ flexDirection: 'row', alignItems: 'center' }}>
        <Tick
          label="A single set may stand at a crossing"
          done={kit.spot}
          onPress={() => void put(withTyped({ ...kit, spot: !kit.spot }, 'spot'))}
        />
        <Text style={{ flex: 1 }}>A single set may stand at a crossing, by its table</Text>
      </View>
    </View>
  );
}
