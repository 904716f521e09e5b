import {
  bareUnit,
  formatLength,
  formatMassOf,
  parseDecimal,
  parseLength,
  parseMass,
  type Parsed,
  type UnitSystem,
} from '@tamper/core/units';
import { useState, type ReactNode } from 'react';
import { newId } from '../data/newId';
import { Button } from './Button';
import { Card } from './Card';
import { Faults } from './Faults';
import { Picker } from './Picker';
import { QuantityField } from './QuantityField';
import { TextField } from './TextField';
import { View } from './View';

/** A number of a thing: how it is read, changed, shown and typed. */
export interface Figure<T> {
  label: string;
  get: (thing: T) => number;
  set: (thing: T, value: number) => T;
  show: (value: number, units: UnitSystem) => string;
  parse: (text: string, units: UnitSystem) => Parsed;
  /** Said under it. */
  note?: (thing: T) => string | undefined;
}

type Manner = Pick<Figure<unknown>, 'show' | 'parse'>;
export const LENGTH: Manner = {
  show: (value, units) => formatLength(value, units),
  parse: (text, units) => parseLength(text, bareUnit(units)),
};
export const MASS: Manner = { show: formatMassOf, parse: parseMass };
export const PLAIN: Manner = { show: (value) => String(Number(value.toFixed(4))), parse: (text) => parseDecimal(text, '') };

/** A number that stands in a thing by itself. */
export const figure =
  <T,>(manner: Manner) =>
  (key: keyof T & string, label: string): Figure<T> => ({
    label,
    get: (thing) => (thing[key] as number | undefined) ?? 0,
    set: (thing, value) => ({ ...thing, [key]: value }),
    ...manner,
  });

interface Props<T> {
  title: string;
  /** What one of them is called, as in “Take this machine out”. */
  noun: string;
  things: readonly T[];
  /** Takes the changed list; a sentence refuses it. */
  onThings: (things: T[]) => string | undefined;
  /** What a new one may begin like, and how it begins, with its new id. */
  likes: readonly { id: string; name: string; begin: (id: string) => T }[];
  first: string;
  words: readonly { key: keyof T & string; label: string }[];
  figures: (thing: T) => readonly Figure<T>[];
  /** What else is shown of one, and what changes it. */
  note: (thing: T, put: (next: T) => string | undefined) => ReactNode;
  units: UnitSystem;
}

/** Things of the job's own: begun from one that is known, then changed to what was measured or read from a sheet. */
export function OwnThings<T extends { id: string; name: string }>({
  title,
  noun,
  things,
  onThings,
  likes,
  first,
  words,
  figures,
  note,
  units,
}: Props<T>) {
  const [like, setLike] = useState(first);
  const [fault, setFault] = useState<string>();
  const put = (id: string, next: T) => onThings(things.map((one) => (one.id === id ? next : one)));
  const add = () => {
    const begun = likes.find(({ id }) => id === like)?.begin(`own-${newId().slice(0, 8)}`);
    if (begun) setFault(onThings([...things, begun]));
  };
  return (
    <Card title={title}>
      {things.map((thing) => (
        <View key={thing.id} role="group" aria-label={thing.name} style={{ gap: 6 }}>
          {words.map(({ key, label }) => (
            <TextField
              key={key}
              label={label}
              value={String(thing[key])}
              onText={(text) => setFault(put(thing.id, { ...thing, [key]: text }))}
            />
          ))}
          <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
            {figures(thing).map(({ label, get, set, show, parse, note: said }) => (
              <QuantityField
                key={label}
                label={label}
                value={get(thing)}
                format={(value) => show(value, units)}
                parse={(text) => parse(text, units)}
                onValue={(value) => put(thing.id, set(thing, value))}
                hint={said?.(thing)}
              />
            ))}
          </View>
          {note(thing, (next) => put(thing.id, next))}
          <Button mode="text" icon="trash" onPress={() => setFault(onThings(things.filter((other) => other !== thing)))}>
            Take this {noun} out
          </Button>
        </View>
      ))}
      <Picker label="Begin like" value={like} options={likes.map(({ id, name }) => ({ value: id, label: name }))} onChange={setLike} />
      <Button mode="outlined" icon="plus" onPress={add}>
        Enter a {noun} like it
      </Button>
      <Faults title="Not changed" faults={fault ? [fault] : []} />
    </Card>
  );
}
