import { figuresIn } from '@tamper/core/units';
import { resolveRules } from '@tamper/core/rules';
import { dayAfter } from '@tamper/core/clearance';
import { Text } from '../../ui/Text';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { DateField } from '../../ui/DateField';
import { NameField } from '../../ui/NameField';
import { TextField } from '../../ui/TextField';
import { View } from '../../ui/View';
import { useClear } from './edit';

/** Leave to dig: number, who gave it, for what, from when to when. */
export function PermitCard() {
  const { job, today, put } = useClear();
  const { permit } = job.clearance;
  const { basis } = resolveRules(job.ruleSet, job.overrides).permitDepth;
  if (!permit)
    return (
      <Card title="Permit to dig">
        <Text variant="bodySmall">{figuresIn(basis, job.units)}.</Text>
        <Button
          mode="tonal"
          icon="plus"
          onPress={() => void put({ permit: { number: '', issuer: '', covers: '', from: today, to: dayAfter(today, 6) } })}
        >
          Enter the permit
        </Button>
      </Card>
    );
  const set = (key: keyof typeof permit) => (value: string) => put({ permit: { ...permit, [key]: value } }, `permit.${key}`);
  return (
    <Card title="Permit to dig">
      <NameField label="Permit number" value={permit.number} onName={set('number')} />
      <NameField label="Issued by" value={permit.issuer} onName={set('issuer')} />
      <TextField label="Covers which works" value={permit.covers} onText={(text) => void set('covers')(text)} />
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 10 }}>
        <DateField
          label="Valid from"
          value={permit.from}
          onDay={(from) => void put({ permit: { ...permit, from, to: from > permit.to ? from : permit.to } })}
        />
        <DateField
          label="Valid to"
          value={permit.to}
          onDay={(to) => void put({ permit: { ...permit, to, from: to < permit.from ? to : permit.from } })}
        />
      </View>
      <Button icon="trash" onPress={() => void put({ permit: null })}>
        No permit
      </Button>
    </Card>
  );
}
