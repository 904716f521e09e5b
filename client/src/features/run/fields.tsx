import type { PathStep } from '@tamper/core/job';
import { bareUnit, formatLength, parseLength, type LengthStyle, type UnitSystem } from '@tamper/core/units';
import type { ReactNode } from 'react';
import { QuantityField } from '../../ui/QuantityField';
import { View } from '../../ui/View';
import { useRunEdit } from './context';

/** Metres and millimetres are typed as figures alone; feet and inches, and levels below nothing, want signs a figure pad lacks. */
const keysFor = (units: UnitSystem, style: LengthStyle) => (units === 'metric' && style !== 'level' ? 'decimal' : 'text');

interface Props {
  label: string;
  value: number;
  path: readonly PathStep[];
  style?: LengthStyle;
  /** May it be less than nothing, to the other side? */
  signed?: boolean;
  hint?: string;
}

/** A length in the run's document, edited in place. */
export function LengthField({ label, value, path, style = 'depth', signed = false, hint }: Props) {
  const { job, run, apply, faultOf } = useRunEdit();
  const field = fieldAt(run, path);
  return (
    <QuantityField
      label={label}
      value={value}
      format={(metres) => formatLength(metres, job.units, style)}
      parse={(text) => parseLength(text, bareUnit(job.units, style))}
      onValue={(metres) => apply([{ path, value: metres }], path.join('.'))}
      keys={signed ? 'text' : keysFor(job.units, style)}
      error={faultOf(field)}
      hint={hint}
    />
  );
}

/** The name errors give a field: items of a list go by their number there. */
function fieldAt(document: unknown, path: readonly PathStep[]): string {
  let here = document;
  return path.reduce<string>((name, step) => {
    const list = Array.isArray(here) ? (here as { id?: string }[]) : undefined;
    const index = list && (typeof step === 'number' ? step : list.findIndex(({ id }) => id === step));
    here = index === undefined ? (here as Record<string, unknown> | undefined)?.[step] : list?.[index];
    return index !== undefined ? `${name}[${index}]` : name ? `${name}.${step}` : String(step);
  }, '');
}

/** Fields beside each other where there is room. */
export const Fields = ({ children }: { children: ReactNode }) => (
  <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: 10, rowGap: 6 }}>{children}</View>
);

/** A length that is not in the document yet. */
export function LengthBox({
  label,
  value,
  onValue,
  units,
  style = 'depth',
}: {
  label: string;
  value: number;
  onValue: (metres: number) => void;
  units: UnitSystem;
  style?: LengthStyle;
}) {
  return (
    <QuantityField
      label={label}
      value={value}
      format={(metres) => formatLength(metres, units, style)}
      parse={(text) => parseLength(text, bareUnit(units, style))}
      keys={keysFor(units, style)}
      onValue={(metres) => (metres < 0 ? 'It cannot be less than nothing.' : (onValue(metres), undefined))}
    />
  );
}
