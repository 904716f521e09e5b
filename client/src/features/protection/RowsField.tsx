import { bareUnit, formatLength, parseLength, type UnitSystem } from '@tamper/core/units';
import { useState } from 'react';
import { FieldNote } from '../../ui/FieldNote';
import { Input } from '../../ui/Input';
import { View } from '../../ui/View';
import { useStable } from '../../ui/useStable';

interface Props {
  label: string;
  hint: string;
  rows: readonly (readonly number[])[];
  /** Least and most lengths in a row. */
  figures: readonly [least: number, most: number];
  units: UnitSystem;
  /** Takes the rows, metres; a sentence refuses them. */
  onRows: (rows: number[][]) => string | undefined;
}

const between = ({ units }: Pick<Props, 'units'>, row: readonly number[]) => row.map((metres) => formatLength(metres, units)).join(', ');

/** Rows of a table as they are typed off a sheet: lengths with commas between them, a semicolon after each row. */
export function RowsField({ label, hint, rows, figures: [least, most], units, onRows }: Props) {
  const [typed, setTyped] = useState<string>();
  const [fault, setFault] = useState<string>();
  const read = (text: string): string | number[][] => {
    const found: number[][] = [];
    for (const line of text.split(/[;\n]/).filter((one) => one.trim() !== '')) {
      const parsed = line.split(/,|:/).map((one) => parseLength(one.trim(), bareUnit(units)));
      const wrong = parsed.find((one) => !one.ok);
      if (wrong && !wrong.ok) return wrong.error;
      if (parsed.length < least || parsed.length > most) return `“${line.trim()}”: ${hint}.`;
      found.push(parsed.flatMap((one) => (one.ok ? [one.value] : [])));
    }
    return found;
  };
  const type = useStable((text: string) => {
    setTyped(text);
    const found = read(text);
    setFault(typeof found === 'string' ? found : onRows(found));
  });
  const leave = useStable(() => {
    if (fault === undefined) setTyped(undefined);
  });
  return (
    <View>
      <Input
        label={label}
        value={typed ?? rows.map((row) => between({ units }, row)).join('; ')}
        onText={type}
        onLeave={leave}
        wrong={fault !== undefined}
      />
      <FieldNote wrong={fault} note={hint} />
    </View>
  );
}
