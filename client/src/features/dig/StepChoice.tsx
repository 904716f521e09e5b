import { FOOT, formatLength, type UnitSystem } from '@tamper/core/units';
import { Choice } from '../../ui/Choice';
import { useSite } from '../site/context';

const STEPS = { metric: [1, 2, 5, 10], us: [5, 10, 25, 50].map((feet) => feet * FOOT) } as const;

/** Metres from one line of a sheet to the next. @param index of the steps there are. */
export const stepOf = (index: number, units: UnitSystem): number => STEPS[units][index] ?? STEPS[units][2];

/** How far the lines of a sheet are apart. */
export function StepChoice({ label, value, onChange }: { label: string; value: number; onChange: (index: number) => void }) {
  const { units } = useSite().job;
  return (
    <Choice
      label={label}
      value={String(value)}
      options={STEPS[units].map((each, i) => ({ value: String(i), label: formatLength(each, units, 'span') }))}
      onChange={(next) => onChange(Number(next))}
    />
  );
}
