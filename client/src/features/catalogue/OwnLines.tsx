import { families, familyIds, services, type Service } from '@tamper/core/catalogue';
import { serviceSchema, errorsOf, type Job } from '@tamper/core/job';
import { formatLength, parseDecimal, parseLength } from '@tamper/core/units';
import { useState } from 'react';
import { View } from 'react-native';
import { Button, Text } from 'react-native-paper';
import { NameField } from '../../ui/NameField';
import { Picker } from '../../ui/Picker';
import { QuantityField } from '../../ui/QuantityField';
import type { ChangeJob } from './CatalogueScreen';

const OPTIONS = services.map(({ id, name }) => ({ value: id, label: name }));
const FAMILIES = familyIds.map((value) => ({ value, label: families[value].name }));

/** Lines the catalogue does not hold: made from the one that comes closest. */
export function OwnLines({ job, change }: { job: Job; change: ChangeJob }) {
  const [from, setFrom] = useState(OPTIONS[0]?.value ?? '');
  const [chosen, setChosen] = useState<string>();
  const add = () => {
    const like = services.find(({ id }) => id === from) as Service;
    let number = 1;
    while (job.services.some(({ id }) => id === `own-${like.id}-${number}`)) number++;
    const own: Service = { ...like, id: `own-${like.id}-${number}`, name: `${like.name} (own)`, beds: [...like.beds] };
    if (change({ services: [...job.services, own] as Job['services'] }) === undefined) setChosen(own.id);
  };
  return (
    <View style={{ gap: 8 }}>
      {job.services.length === 0 ? (
        <Text>None yet. Take the closest of the catalogue and set its figures to the delivery note’s.</Text>
      ) : null}
      {job.services.map((service, index) => (
        <View key={service.id} style={{ gap: 6 }}>
          <Button
            mode={chosen === service.id ? 'contained' : 'outlined'}
            contentStyle={{ justifyContent: 'flex-start' }}
            onPress={() => setChosen(chosen === service.id ? undefined : service.id)}
          >
            {service.name}
          </Button>
          {chosen === service.id ? <OneLine job={job} index={index} change={change} /> : null}
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
  const service = job.services[index] as Job['services'][number];
  const set = (part: Partial<typeof service>) => {
    const next = { ...service, ...part };
    const [fault] = errorsOf(serviceSchema, next);
    return fault?.message ?? change({ services: job.services.map((other, i) => (i === index ? next : other)) }, `service.${index}`);
  };
  const bare = job.units === 'us' ? 'in' : 'mm';
  const size = (label: string, key: 'od' | 'dn' | 'wall' | 'minBend' | 'bed') => (
    <QuantityField
      label={label}
      value={service[key]}
      format={(metres) => formatLength(metres, job.units, 'size')}
      parse={(text) => parseLength(text, bare)}
      onValue={(value) => set({ [key]: value })}
    />
  );
  const coverField = (label: string, key: keyof Service['minCover']) => (
    <QuantityField
      label={label}
      value={service.minCover[key]}
      format={(metres) => formatLength(metres, job.units)}
      parse={(text) => parseLength(text, job.units === 'us' ? 'ft' : 'm')}
      onValue={(value) => set({ minCover: { ...service.minCover, [key]: value } })}
    />
  );
  return (
    <View style={{ gap: 4 }}>
      <NameField label="Name of the line" value={service.name} onName={(name) => set({ name })} />
      <Picker label="Family" value={service.family} options={FAMILIES} onChange={(family) => set({ family })} />
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
          value={service.mass}
          format={(value) => `${Number(value.toFixed(3))} kg/m`}
          parse={(text) => parseDecimal(text, 'kg/m')}
          onValue={(mass) => set({ mass })}
        />
        <QuantityField
          label="Price a metre"
          value={service.price}
          format={(value) => `${Number(value.toFixed(2))} ${job.rates.currency}`}
          parse={(text) => parseDecimal(text, job.rates.currency)}
          onValue={(price) => set({ price })}
        />
      </View>
      <NameField label="What the cover rests on" value={service.coverBasis} onName={(coverBasis) => set({ coverBasis })} />
      <Button mode="text" icon="trash" onPress={() => change({ services: job.services.filter((_, i) => i !== index) })}>
        Take it out of the job
      </Button>
    </View>
  );
}
