import { inspectionItems, LONGEST_SHIFT, inspectionPrint } from '@tamper/core/protection';
import { shortHoursOf } from '@tamper/core/gates';
import { formatHours, formatStation, parseStation } from '@tamper/core/units';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { Button } from 'react-native-paper';
import { useFormDraft } from '../../data/useFormDraft';
import { colours } from '../../theme/tokens';
import { Card } from '../../ui/Card';
import { Choice } from '../../ui/Choice';
import { Faults } from '../../ui/Faults';
import { TextField } from '../../ui/TextField';
import { useEnter, useProtection } from './context';

const ANSWERS = [
  { value: 'open', label: 'Not yet' },
  { value: 'yes', label: 'Yes' },
  { value: 'no', label: 'No' },
] as const;
const UNSAID = 'Say who inspected: the competent person’s name or role.';
type Answer = (typeof ANSWERS)[number]['value'];

/** Today at a time of the clock on this device, or tomorrow where that has passed: a night shift ends in the morning. */
export function momentAt(text: string, now: Date): string | undefined {
  const match = /^([01]?\d|2[0-3])[:.]?([0-5]\d)$/.exec(text.trim());
  if (!match) return undefined;
  const at = new Date(now);
  at.setHours(Number(match[1]), Number(match[2]), 0, 0);
  if (at <= now) at.setDate(at.getDate() + 1);
  return at.toISOString();
}

/** Today at a time of the clock on this device, or yesterday where that is still to come. */
export function lastAt(text: string, now: Date): string | undefined {
  const next = momentAt(text, now);
  return next && new Date(Date.parse(next) - 24 * 3_600_000).toISOString();
}

/** When a shift that is inspected now usually ends: at five, or eight hours on. */
export function usualEnd(now: Date): string {
  const five = now.getHours() >= 4 && now.getHours() < 16;
  return five ? '17:00' : `${String((now.getHours() + 8) % 24).padStart(2, '0')}:00`;
}

/** The questions of today's inspection, from what stands in the trench, answered one by one and signed. */
export function InspectionCard() {
  const { job, run, document, plan, rules, who } = useProtection();
  const put = useEnter(UNSAID);
  const [first, last] = [run.stations[0]?.station ?? 0, run.stations.at(-1)?.station ?? 0];
  const [from, setFrom] = useState(formatStation(first, job.units));
  const [to, setTo] = useState(formatStation(last, job.units));
  const [until, setUntil] = useState(() => usualEnd(new Date()));
  const [opened, setOpened] = useState('');
  // By the words of the question: when the plan changes what is asked, it is not answered any more.
  const [{ answers, notes }, fill, signed] = useFormDraft<{ answers: Record<string, Answer>; notes: Record<string, string> }>(
    `inspection.${document.stored.id}`,
    () => ({ answers: {}, notes: {} }),
  );
  const [fault, setFault] = useState<string>();
  const ends = [parseStation(from, job.units), parseStation(to, job.units)] as const;
  const range = useMemo(() => {
    const [a, b] = [parseStation(from, job.units), parseStation(to, job.units)];
    return a.ok && b.ok && a.value < b.value && a.value >= first - 1e-9 && b.value <= last + 1e-9
      ? { from: a.value, to: b.value }
      : undefined;
  }, [from, to, job.units, first, last]);
  const items = useMemo(() => (range ? inspectionItems(run, rules, plan, range, job.units) : []), [run, rules, plan, range, job.units]);
  const wrong = ends.find((end) => !end.ok);
  const shortHours = range && shortHoursOf(plan.findings, range);
  const sign = () => {
    const now = new Date();
    const end = momentAt(until, now);
    const open = items.filter(({ ask }) => (answers[ask] ?? 'open') === 'open').length;
    if (who.trim().length < 2) return setFault(UNSAID);
    if (!range) return setFault('Say from where to where, inside the run.');
    if (!end) return setFault('Say when the shift ends, like 17:00.');
    if (Date.parse(end) - now.getTime() > LONGEST_SHIFT * 3_600_000)
      return setFault(`A shift is ${LONGEST_SHIFT} hours at most; inspect again for the next.`);
    const openedAt = shortHours === undefined ? undefined : lastAt(opened, now);
    if (shortHours !== undefined && openedAt === undefined)
      return setFault('Say when it was opened, like 07:30: it stands this steep for a short time only.');
    if (open > 0) return setFault(`${open} ${open === 1 ? 'question is' : 'questions are'} not answered.`);
    const refused = put({
      kind: 'inspection',
      ...range,
      until: end,
      ...(openedAt === undefined ? {} : { opened: openedAt }),
      plan: inspectionPrint(run, rules, plan, range),
      items: items.map(({ id, ask }) => ({ id, ask, ok: answers[ask] === 'yes', note: (notes[ask] ?? '').trim() })),
    });
    setFault(refused);
    if (refused === undefined) signed();
  };
  return (
    <Card title="Inspection before the shift">
      <View style={{ flexDirection: 'row', gap: 8 }}>
        <View style={{ flex: 1 }}>
          <TextField label="Inspected from" value={from} onText={setFrom} />
        </View>
        <View style={{ flex: 1 }}>
          <TextField label="Inspected to" value={to} onText={setTo} />
        </View>
        <View style={{ flex: 1 }}>
          <TextField label="Shift ends" value={until} onText={setUntil} />
        </View>
      </View>
      {shortHours === undefined ? null : (
        <TextField
          label={`Opened at: stands this steep for ${formatHours(shortHours)}`}
          value={opened}
          onText={setOpened}
          placeholder="07:30"
        />
      )}
      <Faults
        title="Where?"
        faults={wrong && !wrong.ok ? [wrong.error] : range ? [] : ['The stretch lies inside the run, the greater station second.']}
      />
      {items.map(({ id, ask }) => (
        <View key={id} role="group" aria-label={ask} style={{ gap: 4, borderTopWidth: 1, borderColor: colours.line, paddingTop: 8 }}>
          <Choice
            label={ask}
            value={answers[ask] ?? 'open'}
            options={ANSWERS}
            onChange={(answer) => fill((before) => ({ ...before, answers: { ...before.answers, [ask]: answer } }))}
          />
          {answers[ask] === 'no' ? (
            <TextField
              label={`What is wrong: ${id}`}
              value={notes[ask] ?? ''}
              onText={(text) => fill((before) => ({ ...before, notes: { ...before.notes, [ask]: text } }))}
            />
          ) : null}
        </View>
      ))}
      <Button mode="contained" icon="check" onPress={sign}>
        Sign the inspection
      </Button>
      <Faults title="Not signed" faults={fault ? [fault] : []} />
    </Card>
  );
}
