import type { Job } from '@tamper/core/job';
import { parseDecimal } from '@tamper/core/units';
import { Text } from '../../ui/Text';
import { NameField } from '../../ui/NameField';
import { QuantityField } from '../../ui/QuantityField';
import { View } from '../../ui/View';
import type { ChangeJob } from './CatalogueScreen';

/** What a cubic metre costs, roughly, in the job's own money. */
export function Rates({ job, change }: { job: Job; change: ChangeJob }) {
  const { rates } = job;
  const rate = (label: string, key: 'dig' | 'bedding') => (
    <QuantityField
      label={label}
      value={rates[key]}
      format={(value) => `${Number(value.toFixed(2))} ${rates.currency}`}
      parse={(text) => parseDecimal(text, rates.currency)}
      onValue={(value) => change({ rates: { ...rates, [key]: value } }, `rates.${key}`)}
    />
  );
  return (
    <View style={{ gap: 4 }}>
      <Text variant="bodySmall">Placeholders until you enter your own; used to weigh one way against another.</Text>
      <NameField label="Currency" value={rates.currency} onName={(currency) => change({ rates: { ...rates, currency } }, 'currency')} />
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: 10 }}>
        {rate('Dig and put back, a m³', 'dig')}
        {rate('Bedding brought, a m³', 'bedding')}
      </View>
    </View>
  );
}
