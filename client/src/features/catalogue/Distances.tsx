import { apartRule } from '@tamper/core/distances';
import { families, familyIds, findProduct, products, type FamilyId } from '@tamper/core/catalogue';
import type { Job, SeparationChange } from '@tamper/core/job';
import { bareUnit, figuresIn, formatLength, parseLength } from '@tamper/core/units';
import { useState } from 'react';
import { Text } from '../../ui/Text';
import { Button } from '../../ui/Button';
import { Faults } from '../../ui/Faults';
import { Picker } from '../../ui/Picker';
import { TextField } from '../../ui/TextField';
import { View } from '../../ui/View';
import type { ChangeJob } from './CatalogueScreen';

const OPTIONS = familyIds.map((value) => ({ value, label: families[value].name }));
/** Some line of a family: distances depend on the family only. */
const oneOf = (family: FamilyId) => products().find((product) => product.family === family) ?? findProduct('water-32');

/** Two families, what keeps them apart and why; changed for this job with who and why. */
export function Distances({ job, change }: { job: Job; change: ChangeJob }) {
  const [pair, setPair] = useState<[FamilyId, FamilyId]>(['power', 'water']);
  const [editing, setEditing] = useState(false);
  const [a, b] = pair;
  const { across, over, upper, basis } = apartRule(job, { entry: false }, oneOf(a), oneOf(b));
  const joins = ({ between: [p, q] }: SeparationChange) => (p === a && q === b) || (p === b && q === a);
  const others = job.separations.filter((item) => !joins(item));
  const length = (metres: number) => formatLength(metres, job.units);
  return (
    <View style={{ gap: 6 }}>
      <View style={{ flexDirection: 'row', gap: 8 }}>
        <View style={{ flex: 1 }}>
          <Picker label="Between" value={a} options={OPTIONS} onChange={(next) => setPair([next, b])} />
        </View>
        <View style={{ flex: 1 }}>
          <Picker label="and" value={b} options={OPTIONS} onChange={(next) => setPair([a, next])} />
        </View>
      </View>
      <Text variant="titleMedium">
        {length(across)} beside each other, or {length(over)} one over the other
        {upper === 0
          ? `, ${families[a].name.toLowerCase()} above`
          : upper === 1
            ? `, ${families[b].name.toLowerCase()} above`
            : upper === null
              ? '; never one over the other'
              : ''}
      </Text>
      <Text variant="bodySmall">{figuresIn(basis, job.units)}.</Text>
      <Button mode="outlined" onPress={() => setEditing(!editing)}>
        Change this distance
      </Button>
      {editing ? (
        <Form
          job={job}
          onSave={(typed) => {
            const fault = change({
              separations: [
                ...others,
                { ...typed, between: pair, ...(upper === 'either' ? {} : { upper: upper === null ? null : pair[upper] }) },
              ],
            });
            if (!fault) setEditing(false);
            return fault;
          }}
        />
      ) : null}
      {job.separations.map((item, index) => (
        <View key={index} style={{ gap: 2 }}>
          <Text>
            {families[item.between[0]].name} and {families[item.between[1]].name}: {length(item.across)} / {length(item.over)}. {item.by}:{' '}
            {item.reason}
          </Text>
          <Button icon="undo" onPress={() => change({ separations: job.separations.filter((other) => other !== item) })}>
            Back to the default
          </Button>
        </View>
      ))}
    </View>
  );
}

type Typed = Pick<SeparationChange, 'across' | 'over' | 'by' | 'reason'>;

function Form({ job, onSave }: { job: Job; onSave: (typed: Typed) => string | undefined }) {
  const [text, setText] = useState({ across: '', over: '', by: '', reason: '' });
  const [fault, setFault] = useState<string>();
  const field = (label: string, key: keyof typeof text) => (
    <TextField label={label} value={text[key]} onText={(value) => setText((now) => ({ ...now, [key]: value }))} />
  );
  const save = () => {
    const [across, over] = [text.across, text.over].map((typed) => parseLength(typed, bareUnit(job.units)));
    if (!across?.ok) return setFault(across?.error);
    if (!over?.ok) return setFault(over?.error);
    return setFault(onSave({ across: across.value, over: over.value, by: text.by.trim(), reason: text.reason.trim() }));
  };
  return (
    <View style={{ gap: 6 }}>
      {field('Beside each other', 'across')}
      {field('One over the other', 'over')}
      {field('Who decided', 'by')}
      {field('Why', 'reason')}
      <Faults title="Not changed" faults={fault ? [fault] : []} />
      <Button mode="tonal" onPress={save}>
        Keep this distance
      </Button>
    </View>
  );
}
