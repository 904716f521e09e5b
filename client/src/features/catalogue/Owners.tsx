import {
  beddingIds,
  beddings,
  ownerProfiles,
  tapeSchoolIds,
  tapeSchools,
  utilityKinds,
  utilityMarks,
  type OwnerProfile,
} from '@tamper/core/catalogue';
import { errorsOf, type Job } from '@tamper/core/job';
import { ownerSchema } from '@tamper/core/job/schema';
import { bareUnit, figuresIn, formatLength, parseLength } from '@tamper/core/units';
import { useState } from 'react';
import { Text } from '../../ui/Text';
import { Button } from '../../ui/Button';
import { NameField } from '../../ui/NameField';
import { OptionalField } from '../../ui/OptionalField';
import { Picker } from '../../ui/Picker';
import { Tick } from '../../ui/Tick';
import { View } from '../../ui/View';
import type { ChangeJob } from './CatalogueScreen';

const LIKE = ownerProfiles.map(({ id, name }) => ({ value: id, label: name }));
const UTILITIES = utilityKinds.map((value) => ({ value, label: utilityMarks[value].name }));
const TAPES = [{ value: 'none' as const, label: 'As usual' }, ...tapeSchoolIds.map((value) => ({ value, label: tapeSchools[value].name }))];

/** What the owners of lines ask for on this job: made from the school that comes closest, and picked for each line of a run. */
export function Owners({ job, change }: { job: Job; change: ChangeJob }) {
  const [like, setLike] = useState(LIKE[0]?.value ?? '');
  const [chosen, setChosen] = useState<string>();
  const add = () => {
    const from = ownerProfiles.find(({ id }) => id === like) as OwnerProfile;
    let number = 1;
    while (job.owners.some(({ id }) => id === `own-${from.id}-${number}`)) number++;
    const own = { ...from, id: `own-${from.id}-${number}`, name: `${from.name} (own)`, stone: [...from.stone] };
    if (change({ owners: [...job.owners, own] }) === undefined) setChosen(own.id);
  };
  return (
    <View style={{ gap: 8 }}>
      {job.owners.length === 0 ? (
        <Text>
          None yet. Schools differ: take the closest one, and set it to what the owner’s paper says. Pick it for a line of the run.
        </Text>
      ) : null}
      {job.owners.map((owner) => (
        <View key={owner.id} style={{ gap: 6 }}>
          <Button
            mode={chosen === owner.id ? 'contained' : 'outlined'}
            start
            onPress={() => setChosen(chosen === owner.id ? undefined : owner.id)}
          >
            {owner.name}
          </Button>
          {chosen === owner.id ? <OneOwner job={job} owner={owner} change={change} /> : null}
        </View>
      ))}
      <Picker label="Like the school" value={like} options={LIKE} onChange={setLike} />
      <Button mode="tonal" icon="plus" onPress={add}>
        Make a profile like it
      </Button>
    </View>
  );
}

function OneOwner({ job, owner, change }: { job: Job; owner: Job['owners'][number]; change: ChangeJob }) {
  const set = (part: Partial<OwnerProfile>) => {
    const next = { ...owner, ...part };
    const [fault] = errorsOf(ownerSchema, next);
    return fault?.message ?? change({ owners: job.owners.map((other) => (other.id === owner.id ? next : other)) }, `owner.${owner.id}`);
  };
  /** A length of a pair or triple of them; emptied, none of them is asked for. */
  const part = <K extends 'bed' | 'cover' | 'apart'>(
    label: string,
    key: K,
    field: keyof NonNullable<OwnerProfile[K]>,
    blank: NonNullable<OwnerProfile[K]>,
  ) => (
    <OptionalField
      label={label}
      value={owner[key]?.[field as never] as number | undefined}
      format={(metres) => formatLength(metres, job.units, key === 'bed' ? 'size' : 'depth')}
      parse={(text) => parseLength(text, key === 'bed' ? bareUnit(job.units, 'size') : bareUnit(job.units))}
      onValue={(value) => set({ [key]: value === undefined ? null : { ...(owner[key] ?? filled(blank, value)), [field]: value } })}
      hint="empty: as usual"
      basis={150}
    />
  );
  return (
    <View style={{ gap: 4 }}>
      <NameField label="Name of the profile" value={owner.name} onName={(name) => set({ name })} />
      <Picker label="Owns" value={owner.utility} options={UTILITIES} onChange={(utility) => set({ utility })} />
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: 10 }}>
        {part('Least bed', 'bed', 'least', { least: 0, usual: 0 })}
        {part('Usual bed', 'bed', 'usual', { least: 0, usual: 0 })}
        {part('Owner’s cover, field', 'cover', 'field', { field: 0, footway: 0, road: 0 })}
        {part('Owner’s cover, footway', 'cover', 'footway', { field: 0, footway: 0, road: 0 })}
        {part('Owner’s cover, road', 'cover', 'road', { field: 0, footway: 0, road: 0 })}
        {part('Beside other owners’', 'apart', 'across', { across: 0, over: 0 })}
        {part('Over or under them', 'apart', 'over', { across: 0, over: 0 })}
      </View>
      <Picker
        label="Tape the owner asks for"
        value={owner.tape?.school ?? 'none'}
        options={TAPES}
        onChange={(school) =>
          set({ tape: school === 'none' ? null : { school, distance: owner.tape?.distance ?? tapeSchools[school].distance } })
        }
      />
      {owner.tape ? (
        <OptionalField
          label="Distance of the tape"
          value={owner.tape.distance}
          format={(metres) => formatLength(metres, job.units, 'size')}
          parse={(text) => parseLength(text, job.units === 'us' ? 'in' : 'mm')}
          onValue={(distance) => set({ tape: distance === undefined || !owner.tape ? null : { ...owner.tape, distance } })}
        />
      ) : null}
      <Text variant="titleSmall">Stone the owner takes (none ticked: as usual)</Text>
      {beddingIds.map((id) => (
        <View key={id} style={{ flexDirection: 'row', alignItems: 'center' }}>
          <Tick
            label={figuresIn(beddings[id].name, job.units)}
            done={owner.stone.includes(id)}
            onPress={() => void set({ stone: beddingIds.filter((one) => owner.stone.includes(one) !== (one === id)) })}
          />
          <Text>{figuresIn(beddings[id].name, job.units)}</Text>
        </View>
      ))}
      <NameField label="What they want to have seen" value={owner.inspections} onName={(inspections) => set({ inspections })} />
      <NameField label="Source" value={owner.source} onName={(source) => set({ source })} />
      <Button mode="text" icon="trash" onPress={() => change({ owners: job.owners.filter(({ id }) => id !== owner.id) })}>
        Take the profile out of the job
      </Button>
    </View>
  );
}

/** A first length typed stands for its neighbours until they are typed. */
const filled = <T extends object>(blank: T, value: number): T => Object.fromEntries(Object.keys(blank).map((key) => [key, value])) as T;
