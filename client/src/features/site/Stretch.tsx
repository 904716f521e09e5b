import type { Range } from '@tamper/core/geometry';
import { wholeOfPlaces } from '@tamper/core/trench';
import { formatStation, parseStation } from '@tamper/core/units';
import { useMemo, useState } from 'react';
import { TextField } from '../../ui/TextField';
import { View } from '../../ui/View';
import { useSite } from './context';

/** A stretch as it is typed, and what is wrong with it. */
export interface TypedStretch {
  from: string;
  to: string;
  setFrom: (text: string) => void;
  setTo: (text: string) => void;
  range: Range | undefined;
  fault: string | undefined;
  /** From the first hole of the plan to the end of the last. */
  whole: Range;
}

/** A stretch of the holes of the plan, or of one of them; to begin with all of it. */
export function useStretch(of?: Range): TypedStretch {
  const { plan, job } = useSite();
  const whole = useMemo(() => {
    if (of) return { from: of.from, to: of.to };
    return wholeOfPlaces(plan.places);
  }, [plan, of]);
  const [from, setFrom] = useState(() => formatStation(whole.from, job.units));
  const [to, setTo] = useState(() => formatStation(whole.to, job.units));
  const [a, b] = [parseStation(from, job.units), parseStation(to, job.units)];
  // What is shown is rounded: the ends of the plan are meant where they are typed.
  const near = (typed: number, end: number) => (Math.abs(typed - end) < 0.051 ? end : typed);
  const [start, stop] = [a.ok ? near(a.value, whole.from) : NaN, b.ok ? near(b.value, whole.to) : NaN];
  const fault = !a.ok
    ? a.error
    : !b.ok
      ? b.error
      : stop <= start
        ? 'It ends where it begins or before; give the greater station second.'
        : start < whole.from || stop > whole.to
          ? `Say from where to where between ${formatStation(whole.from, job.units)} and ${formatStation(whole.to, job.units)}.`
          : undefined;
  const range = useMemo(() => (fault === undefined ? { from: start, to: stop } : undefined), [fault, start, stop]);
  return { from, to, setFrom, setTo, range, fault, whole };
}

/** The two fields of a stretch. @param what is said before “from” and “to”. */
export function StretchFields({ stretch, what }: { stretch: TypedStretch; what: string }) {
  return (
    <View style={{ flexDirection: 'row', gap: 8 }}>
      <View style={{ flex: 1 }}>
        <TextField label={`${what} from`} value={stretch.from} onText={stretch.setFrom} />
      </View>
      <View style={{ flex: 1 }}>
        <TextField label={`${what} to`} value={stretch.to} onText={stretch.setTo} />
      </View>
    </View>
  );
}
