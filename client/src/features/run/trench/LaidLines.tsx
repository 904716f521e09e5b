import { families, ownersFor, utilityMarks, productWith } from '@tamper/core/catalogue';
import { leastCover } from '@tamper/core/least-cover';
import { mayLoopAt, placedLines, withKnownProducts, type LaidLine } from '@tamper/core/job';
import { addedLine } from '@tamper/core/trench';
import { bareUnit, figuresIn, formatLength, formatStation, parseCount, parseLength, parseStation } from '@tamper/core/units';
import { useState } from 'react';
import { Text } from '../../../ui/Text';
import { newId } from '../../../data/newId';
import { Button } from '../../../ui/Button';
import { Faults } from '../../../ui/Faults';
import { NameField } from '../../../ui/NameField';
import { OptionalField } from '../../../ui/OptionalField';
import { GroupedPicker } from '../../../ui/GroupedPicker';
import { Picker } from '../../../ui/Picker';
import { QuantityField } from '../../../ui/QuantityField';
import { Tick } from '../../../ui/Tick';
import { View } from '../../../ui/View';
import { groupsWhere, productGroups, findLine, nameOf } from '../productGroups';
import { useRunEdit } from '../context';
import { Fields } from '../fields';

/** The lines laid in the trench: one leads, the others lie beside, over or under it. */
export function LaidLines() {
  const { job, run, apply } = useRunEdit();
  const [chosen, setChosen] = useState<string>();
  const [fault, setFault] = useState<string>();
  const add = () => {
    const added = addedLine(job, run, newId());
    const refused = apply([{ path: ['laid', added.id], value: added }]);
    setFault(refused);
    if (refused === undefined) setChosen(added.id);
  };
  return (
    <View style={{ gap: 8 }}>
      {run.laid.map((laying, index) => {
        const product = productWith(laying.product, job.products);
        const letter = product ? utilityMarks[families[product.family].mark].letter : '?';
        return (
          <View key={laying.id} style={{ gap: 6 }}>
            {run.laid.length > 1 ? (
              <Button
                mode={chosen === laying.id ? 'contained' : 'outlined'}
                start
                onPress={() => setChosen(chosen === laying.id ? undefined : laying.id)}
              >
                {`${letter} ${laying.name}${index === 0 ? ' · leads' : ''}`}
              </Button>
            ) : null}
            {run.laid.length === 1 || chosen === laying.id ? (
              <OneLaidLine laying={laying} lead={index === 0} onGone={() => setChosen(undefined)} />
            ) : null}
          </View>
        );
      })}
      <Button mode="tonal" icon="plus" onPress={add}>
        Add a line in this trench
      </Button>
      <Faults title="Not added" faults={fault ? [fault] : []} />
    </View>
  );
}

/** Cables drawn through a duct, each kind with how many of it. */
function Holds({ laying }: { laying: LaidLine }) {
  const { job, apply } = useRunEdit();
  const cables = (none: string) => groupsWhere(job, ({ kind }) => kind === 'cable', none);
  const path = ['laid', laying.id, 'holds'];
  return (
    <>
      {laying.holds.map((held) => (
        <View key={held.id} style={{ gap: 4 }}>
          <GroupedPicker
            label="Drawn through it"
            value={held.product}
            chosen={nameOf(job, held.product)}
            groups={() => cables('Take it out')}
            find={(typed) => findLine(job, typed)}
            onChange={(id) =>
              apply([id === '' ? { path: [...path, held.id], value: undefined } : { path: [...path, held.id, 'product'], value: id }])
            }
          />
          <QuantityField
            label="How many"
            value={held.count}
            format={String}
            parse={(text) => parseCount(text, 'cables')}
            onValue={(count) => apply([{ path: [...path, held.id, 'count'], value: count }], `laid.${laying.id}.${held.id}`)}
          />
        </View>
      ))}
      <GroupedPicker
        label={laying.holds.length === 0 ? 'Drawn through it' : 'And through it too'}
        value=""
        chosen={laying.holds.length === 0 ? 'Nothing yet' : 'Nothing more'}
        groups={() => cables(laying.holds.length === 0 ? 'Nothing yet' : 'Nothing more')}
        find={(typed) => findLine(job, typed)}
        onChange={(product) => {
          const id = newId();
          if (product) apply([{ path: [...path, id], value: { id, product, count: 1, circuit: null } }]);
        }}
      />
    </>
  );
}

/** Poles and pillars on the way, and which of them the cable goes in and out of: it is cut there. */
function Loops({ laying }: { laying: LaidLine }) {
  const { job, run, apply } = useRunEdit();
  const line = placedLines(job, withKnownProducts(job, run)).find(({ id }) => id === laying.id);
  const onTheWay = line ? mayLoopAt(run, line) : [];
  if (onTheWay.length === 0) return null;
  const loops = new Set(laying.loops.map(({ id }) => id));
  const put = (ids: readonly string[]) => apply([{ path: ['laid', laying.id, 'loops'], value: ids.map((id) => ({ id })) }]);
  const all = onTheWay.every(({ id }) => loops.has(id));
  return (
    <View role="group" aria-label="Goes in and out at" style={{ gap: 2 }}>
      <Text variant="titleSmall">Goes in and out at</Text>
      <Button mode="outlined" onPress={() => put(all ? [] : onTheWay.map(({ id }) => id))}>
        {all ? 'Past all of them' : `All ${onTheWay.length} on its way`}
      </Button>
      {onTheWay.map(({ id, name, station }) => (
        <View key={id} style={{ flexDirection: 'row', alignItems: 'center' }}>
          <Tick
            label={`In and out at ${name}`}
            done={loops.has(id)}
            onPress={() => put(onTheWay.flatMap((one) => (loops.has(one.id) !== (one.id === id) ? [one.id] : [])))}
          />
          <Text style={{ flex: 1 }}>
            {name}, {formatStation(station, job.units)}
          </Text>
        </View>
      ))}
      <Text variant="bodySmall">
        It is cut there: order, drums, pull and volts go from one to the next. What each takes is entered with the checks.
      </Text>
    </View>
  );
}

function OneLaidLine({ laying, lead, onGone }: { laying: LaidLine; lead: boolean; onGone: () => void }) {
  const { job, run, apply } = useRunEdit();
  const path = ['laid', laying.id];
  const set = (key: keyof LaidLine) => (value: unknown) => apply([{ path: [...path, key], value }], `laid.${laying.id}.${key}`);
  const product = productWith(laying.product, job.products);
  // Another line of the run may be in no catalogue any more.
  const placed = product ? placedLines(job, withKnownProducts(job, run)).find(({ id }) => id === laying.id) : undefined;
  const least = placed && leastCover(run, placed, { frost: 0 });
  const owners = product ? ownersFor(product, job.owners) : [];
  const place = (label: string, key: 'x' | 'up', hint: string) => (
    <QuantityField
      label={label}
      value={laying[key]}
      format={(metres) => formatLength(metres, job.units, 'size')}
      parse={(text) => parseLength(text, bareUnit(job.units, 'size'))}
      onValue={set(key)}
      hint={hint}
    />
  );
  const end = (label: string, key: 'from' | 'to') => (
    <OptionalField
      label={label}
      value={laying[key]}
      format={(metres) => formatStation(metres, job.units)}
      parse={(text) => parseStation(text, job.units)}
      onValue={set(key)}
      hint="empty: all the way"
    />
  );
  return (
    <View style={{ gap: 4 }}>
      <GroupedPicker
        label="What goes in"
        value={laying.product}
        chosen={nameOf(job, laying.product)}
        groups={() => productGroups(job)}
        find={(typed) => findLine(job, typed)}
        onChange={set('product')}
      />
      {owners.length > 0 ? (
        <Picker
          label="Laid as its owner wants"
          value={placed?.owner?.id ?? ''}
          options={[{ value: '', label: 'As usual for its kind' }, ...owners.map(({ id, name }) => ({ value: id, label: name }))]}
          onChange={(id) => set('owner')(id === '' ? null : id)}
        />
      ) : null}
      {run.laid.length > 1 ? <NameField label="Name of the line" value={laying.name} onName={set('name')} /> : null}
      {run.laid.length > 1 ? (
        <Fields>
          {place('Right of the centre line', 'x', 'left is below nothing')}
          {lead ? null : place('Above the leading line', 'up', 'underside to underside')}
        </Fields>
      ) : null}
      {lead ? null : (
        <Fields>
          {end('From', 'from')}
          {end('To', 'to')}
        </Fields>
      )}
      {product?.kind === 'duct' ? <Holds laying={laying} /> : null}
      {product?.kind === 'duct' || product?.kind === 'cable' ? <Loops laying={laying} /> : null}
      {placed && least ? (
        <Text variant="bodySmall">
          {families[placed.product.family].name}. {formatLength(placed.product.od, job.units, 'size')} across; cover{' '}
          {formatLength(least.cover, job.units)} at least. {figuresIn(least.basis, job.units)}.
        </Text>
      ) : null}
      {lead ? null : (
        <Button mode="text" icon="trash" onPress={() => (apply([{ path, value: undefined }]), onGone())}>
          Take this line out
        </Button>
      )}
    </View>
  );
}
