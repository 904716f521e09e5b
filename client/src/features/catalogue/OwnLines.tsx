import {
  beddingIds,
  beddings,
  families,
  familyIds,
  isGeneric,
  lineMaterials,
  findProduct,
  products,
  RATING_CONDITIONS,
  stockForms,
  withTyped,
  type Conductor,
  type LineMaterial,
  type Product,
} from '@tamper/core/catalogue';
import { errorsOf, type Job } from '@tamper/core/job';
import { productSchema } from '@tamper/core/job/schema';
import {
  bareUnit,
  figuresIn,
  formatForce,
  formatLength,
  formatLineLoad,
  formatPressure,
  formatResistance,
  formatTemperature,
  formatThermal,
  parseCount,
  parseDecimal,
  parseLength,
  parsePressure,
  parseTemperature,
  parseThermal,
  type Parsed,
  type UnitSystem,
} from '@tamper/core/units';
import {
  formatConductor,
  formatMassAlong,
  parseConductor,
  parseMassAlong,
  parseForce,
  parseLineLoad,
  parseResistance,
} from '@tamper/core/sheet';
import { useState } from 'react';
import { Text } from '../../ui/Text';
import { Button } from '../../ui/Button';
import { NameField } from '../../ui/NameField';
import { OptionalField } from '../../ui/OptionalField';
import { Picker } from '../../ui/Picker';
import { QuantityField } from '../../ui/QuantityField';
import { Tick } from '../../ui/Tick';
import { View } from '../../ui/View';
import type { ChangeJob } from './CatalogueScreen';

const OPTIONS = products().map(({ id, name }) => ({ value: id, label: name }));
const MATERIALS: Record<LineMaterial, string> = {
  plastic: 'Plastic',
  copper: 'Soft copper',
  metal: 'Iron or steel, bare or coated',
  concrete: 'Concrete or clay',
  cable: 'Cable sheath',
};
const FORMS = { stick: 'Sticks', coil: 'Coils', drum: 'Drums' } as const;
const METALS = [
  { value: 'copper' as const, label: 'Copper' },
  { value: 'aluminium' as const, label: 'Aluminium' },
];
const FAMILIES = familyIds.map((value) => ({ value, label: families[value].name }));

/** Lines the catalogue does not hold: made from the one that comes closest. */
export function OwnLines({ job, change }: { job: Job; change: ChangeJob }) {
  const [from, setFrom] = useState(OPTIONS[0]?.value ?? '');
  const [chosen, setChosen] = useState<string>();
  const add = () => {
    const like = findProduct(from);
    let number = 1;
    while (job.products.some(({ id }) => id === `own-${like.id}-${number}`)) number++;
    const own: Product = { ...like, id: `own-${like.id}-${number}`, name: `${like.name} (own)`, beds: [...like.beds] };
    if (change({ products: [...job.products, own] as Job['products'] }) === undefined) setChosen(own.id);
  };
  return (
    <View style={{ gap: 8 }}>
      {job.products.length === 0 ? (
        <Text>None yet. Take the closest of the catalogue and set its figures to the delivery note’s.</Text>
      ) : null}
      {job.products.map((product, index) => (
        <View key={product.id} style={{ gap: 6 }}>
          <Button
            mode={chosen === product.id ? 'contained' : 'outlined'}
            start
            onPress={() => setChosen(chosen === product.id ? undefined : product.id)}
          >
            {product.name}
          </Button>
          {chosen === product.id ? <OneLine job={job} index={index} change={change} /> : null}
        </View>
      ))}
      <Picker label="Like" value={from} options={OPTIONS} onChange={setFrom} />
      <Button mode="tonal" icon="plus" onPress={add}>
        Make a line like it
      </Button>
    </View>
  );
}

/** How a figure is shown and typed. */
interface Manner {
  show: (value: number, units: UnitSystem) => string;
  parse: (text: string, units: UnitSystem) => Parsed;
}
const SIZE: Manner = {
  show: (metres, units) => formatLength(metres, units, 'size'),
  parse: (text, units) => parseLength(text, units === 'us' ? 'in' : 'mm'),
};
const LENGTH: Manner = { show: formatLength, parse: (text, units) => parseLength(text, bareUnit(units)) };
const counted = (unit: string, decimals = 3): Manner => ({
  show: (value) => `${Number(value.toFixed(decimals))} ${unit}`,
  parse: (text) => parseDecimal(text, unit),
});
const RESISTANCE: Manner = { show: formatResistance, parse: parseResistance };
const CORES: Manner = { show: String, parse: (text) => parseCount(text, 'cores') };

type Own = Job['products'][number];

function OneLine({ job, index, change }: { job: Job; index: number; change: ChangeJob }) {
  const product = job.products[index] as Own;
  const put = (next: Own) => {
    const [fault] = errorsOf(productSchema, next);
    return fault?.message ?? change({ products: job.products.map((other, i) => (i === index ? next : other)) }, `service.${index}`);
  };
  const set = (part: Partial<Own>) => put({ ...product, ...part });
  /** A figure that is generic until it is typed. */
  const field = (label: string, key: string, { show, parse }: Manner, value: number, next: (value: number) => Partial<Own>) => (
    <QuantityField
      key={key}
      label={label}
      value={value}
      format={(number) => show(number, job.units)}
      parse={(text) => parse(text, job.units)}
      onValue={(number) => put(withTyped({ ...product, ...next(number) }, key))}
      hint={isGeneric(product, key) ? 'generic' : undefined}
    />
  );
  const size = (label: string, key: 'od' | 'dn' | 'wall' | 'minBend' | 'bed') =>
    field(label, key, SIZE, product[key], (value) => ({ [key]: value }));
  const coverField = (label: string, key: keyof Product['minCover']) =>
    field(label, `minCover.${key}`, LENGTH, product.minCover[key], (value) => ({ minCover: { ...product.minCover, [key]: value } }));
  const tick = (label: string, key: 'tracer' | 'drains') => (
    <View style={{ flexDirection: 'row', alignItems: 'center' }}>
      <Tick label={label} done={product[key]} onPress={() => void set({ [key]: !product[key] })} />
      <Text style={{ flex: 1 }}>{label}</Text>
    </View>
  );
  const { conductor, ring, pull, stock } = product;
  return (
    <View style={{ gap: 4 }}>
      <NameField label="Name of the line" value={product.name} onName={(name) => set({ name })} />
      <Picker label="Family" value={product.family} options={FAMILIES} onChange={(family) => set({ family })} />
      <Picker
        label="Outside of"
        value={product.material}
        options={lineMaterials.map((value) => ({ value, label: MATERIALS[value] }))}
        onChange={(material) => set({ material })}
      />
      <View style={ROW}>
        {size('Outside', 'od')}
        {size('Nominal bore', 'dn')}
        {size('Wall', 'wall')}
        {size('Tightest bend', 'minBend')}
        {size('Bed', 'bed')}
        {coverField('Cover, field', 'field')}
        {coverField('Cover, footway', 'footway')}
        {coverField('Cover, road', 'road')}
        {field('Mass', 'mass', { show: formatMassAlong, parse: parseMassAlong }, product.mass, (mass) => ({ mass }))}
        {field('Price a metre', 'price', counted(job.rates.currency, 2), product.price, (price) => ({ price }))}
        {field(`Length of ${FORMS[stock.form].toLowerCase()}`, 'stock', LENGTH, stock.length, (length) => ({
          stock: { ...stock, length },
        }))}
        {ring
          ? field(
              ring.kind === 'flexible' ? 'Plate stiffness' : 'Crushing load',
              'ring',
              ring.kind === 'flexible' ? { show: formatPressure, parse: parsePressure } : { show: formatLineLoad, parse: parseLineLoad },
              ring.strength,
              (strength) => ({ ring: { ...ring, strength } }),
            )
          : null}
        {pull
          ? field('Pulled with at most', 'pull.tension', { show: formatForce, parse: parseForce }, pull.tension, (tension) => ({
              pull: { ...pull, tension },
            }))
          : null}
        {pull
          ? field(
              'Pressed in a bend at most',
              'pull.sidewall',
              { show: formatLineLoad, parse: parseLineLoad },
              pull.sidewall,
              (sidewall) => ({ pull: { ...pull, sidewall } }),
            )
          : null}
        <OptionalField
          label="Largest grain against it"
          value={product.grain}
          format={(metres) => formatLength(metres, job.units, 'size')}
          parse={(text) => parseLength(text, job.units === 'us' ? 'in' : 'mm')}
          onValue={(grain) => set({ grain })}
          hint="empty: by its bore"
        />
      </View>
      <Picker
        label="Comes in"
        value={stock.form}
        options={stockForms.map((value) => ({ value, label: FORMS[value] }))}
        onChange={(form) => set({ stock: { ...stock, form } })}
      />
      {conductor ? <ConductorFields conductor={conductor} field={field} set={set} units={job.units} /> : null}
      <Text variant="titleSmall">It may lie in</Text>
      {beddingIds.map((id) => (
        <View key={id} style={{ flexDirection: 'row', alignItems: 'center' }}>
          <Tick
            label={`May lie in ${figuresIn(beddings[id].name, job.units)}`}
            done={product.beds.includes(id)}
            onPress={() =>
              void put(withTyped({ ...product, beds: beddingIds.filter((one) => product.beds.includes(one) !== (one === id)) }, 'beds'))
            }
          />
          <Text style={{ flex: 1 }}>{figuresIn(beddings[id].name, job.units)}</Text>
        </View>
      ))}
      {tick('A locator needs a wire along it', 'tracer')}
      {tick('Water gets in along it: a fabric goes round', 'drains')}
      <NameField label="What the cover rests on" value={product.coverBasis} onName={(coverBasis) => set({ coverBasis })} />
      <Button mode="text" icon="trash" onPress={() => change({ products: job.products.filter((_, i) => i !== index) })}>
        Take it out of the job
      </Button>
    </View>
  );
}
const ROW = { flexDirection: 'row', flexWrap: 'wrap', columnGap: 10 } as const;

/** The conductors of a cable of the job's own, and what it carries under which conditions. */
function ConductorFields({
  conductor,
  field,
  set,
  units,
}: {
  conductor: Conductor;
  field: (label: string, key: string, manner: Manner, value: number, next: (value: number) => Partial<Own>) => React.JSX.Element;
  set: (part: Partial<Own>) => string | undefined;
  units: UnitSystem;
}) {
  const at = conductor.at ?? RATING_CONDITIONS;
  const one = (label: string, key: 'area' | 'cores' | 'resistance' | 'reactance' | 'hottest' | 'rating', manner: Manner) =>
    field(label, `conductor.${key}`, manner, conductor[key], (value) => ({ conductor: { ...conductor, [key]: value } }));
  const under = (label: string, key: keyof typeof RATING_CONDITIONS, manner: Manner) =>
    field(label, `conductor.at.${key}`, manner, at[key], (value) => ({ conductor: { ...conductor, at: { ...at, [key]: value } } }));
  return (
    <>
      <Picker
        label="Conductors of"
        value={conductor.metal}
        options={METALS}
        onChange={(metal) => set({ conductor: { ...conductor, metal } })}
      />
      <View style={ROW}>
        {one('Area of one', 'area', { show: formatConductor, parse: parseConductor })}
        {one('Cores', 'cores', CORES)}
        {one('Resistance of one', 'resistance', RESISTANCE)}
        {one('Reactance of one', 'reactance', RESISTANCE)}
        {one('Hottest it may run', 'hottest', { show: formatTemperature, parse: parseTemperature })}
        {one('Carries', 'rating', counted('A', 1))}
        {under('Buried at', 'depth', LENGTH)}
        {under('In soil of', 'resistivity', { show: formatThermal, parse: parseThermal })}
        {under('In ground at', 'temperature', { show: formatTemperature, parse: parseTemperature })}
      </View>
      <Text variant="bodySmall">
        What it carries holds for the depth, soil and ground of its table: {formatLength(at.depth, units)},{' '}
        {formatThermal(at.resistivity, units)}, {formatTemperature(at.temperature, units)}.
      </Text>
    </>
  );
}
