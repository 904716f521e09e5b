import { families, familyIds, products, type Product } from '@tamper/core/catalogue';
import { productSchema, errorsOf, type Job } from '@tamper/core/job';
import { formatLength, parseDecimal, parseLength } from '@tamper/core/units';
import { useState } from 'react';
import { View } from 'react-native';
import { Button, Text } from 'react-native-paper';
import { NameField } from '../../ui/NameField';
import { Picker } from '../../ui/Picker';
import { QuantityField } from '../../ui/QuantityField';
import type { ChangeJob } from './CatalogueScreen';

const OPTIONS = products.map(({ id, name }) => ({ value: id, label: name }));
const FAMILIES = familyIds.map((value) => ({ value, label: families[value].name }));

/** Lines the catalogue does not hold: made from the one that comes closest. */
export function OwnLines({ job, change }: { job: Job; change: ChangeJob }) {
  const [from, setFrom] = useState(OPTIONS[0]?.value ?? '');
  const [chosen, setChosen] = useState<string>();
  const add = () => {
    const like = products.find(({ id }) => id === from) as Product;
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
            contentStyle={{ justifyContent: 'flex-start' }}
            onPress={() => setChosen(chosen === product.id ? undefined : product.id)}
          >
            {product.name}
          </Button>
          {chosen === product.id ? <OneLine job={job} index={index} change={change} /> : null}
        </View>
      ))}
      <Picker label="Like" value={from} options={OPTIONS} onChange={setFrom} />
      <Button mode="contained-tonal" icon="plus" onPress={add}>
        Make a line like it
      </Button>
    </View>
  );
}

function OneLine({ job, index, change }: { job: Job; index: number; change: ChangeJob }) {
  const product = job.products[index] as Job['products'][number];
  const set = (part: Partial<typeof product>) => {
    const next = { ...product, ...part };
    const [fault] = errorsOf(productSchema, next);
    return fault?.message ?? change({ products: job.products.map((other, i) => (i === index ? next : other)) }, `service.${index}`);
  };
  const bare = job.units === 'us' ? 'in' : 'mm';
  const size = (label: string, key: 'od' | 'dn' | 'wall' | 'minBend' | 'bed') => (
    <QuantityField
      label={label}
      value={product[key]}
      format={(metres) => formatLength(metres, job.units, 'size')}
      parse={(text) => parseLength(text, bare)}
      onValue={(value) => set({ [key]: value })}
    />
  );
  const coverField = (label: string, key: keyof Product['minCover']) => (
    <QuantityField
      label={label}
      value={product.minCover[key]}
      format={(metres) => formatLength(metres, job.units)}
      parse={(text) => parseLength(text, job.units === 'us' ? 'ft' : 'm')}
      onValue={(value) => set({ minCover: { ...product.minCover, [key]: value } })}
    />
  );
  return (
    <View style={{ gap: 4 }}>
      <NameField label="Name of the line" value={product.name} onName={(name) => set({ name })} />
      <Picker label="Family" value={product.family} options={FAMILIES} onChange={(family) => set({ family })} />
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: 10 }}>
        {size('Outside', 'od')}
        {size('Nominal bore', 'dn')}
        {size('Wall', 'wall')}
        {size('Tightest bend', 'minBend')}
        {size('Bed', 'bed')}
        {coverField('Cover, field', 'field')}
        {coverField('Cover, footway', 'footway')}
        {coverField('Cover, road', 'road')}
        <QuantityField
          label="Mass"
          value={product.mass}
          format={(value) => `${Number(value.toFixed(3))} kg/m`}
          parse={(text) => parseDecimal(text, 'kg/m')}
          onValue={(mass) => set({ mass })}
        />
        <QuantityField
          label="Price a metre"
          value={product.price}
          format={(value) => `${Number(value.toFixed(2))} ${job.rates.currency}`}
          parse={(text) => parseDecimal(text, job.rates.currency)}
          onValue={(price) => set({ price })}
        />
      </View>
      <NameField label="What the cover rests on" value={product.coverBasis} onName={(coverBasis) => set({ coverBasis })} />
      <Button mode="text" icon="trash" onPress={() => change({ products: job.products.filter((_, i) => i !== index) })}>
        Take it out of the job
      </Button>
    </View>
  );
}
