import { NO_REVISION, type Photo } from '@tamper/core/book';
import { inspectionItems } from '@tamper/core/protection';
import { shortHoursOf } from '@tamper/core/gates';
import { formatHours } from '@tamper/core/units';
import { useMemo, useState } from 'react';
import { Text } from '../../ui/Text';
import { Button } from '../../ui/Button';
import { deviceClock } from '../../data/deviceClock';
import { useFormDraft } from '../../data/useFormDraft';
import { PhotoField } from '../../photos/PhotoField';
import { colours } from '../../theme/tokens';
import { Card } from '../../ui/Card';
import { Choice } from '../../ui/Choice';
import { Faults } from '../../ui/Faults';
import { TextField } from '../../ui/TextField';
import { View } from '../../ui/View';
import { useEnter, useSite } from './context';
import { laddersOffered, readLadders } from './ladders';
import { StretchFields, useStretch } from './Stretch';

const ANSWERS = [
  { value: 'open', label: 'Not yet' },
  { value: 'yes', label: 'Yes' },
  { value: 'no', label: 'No' },
] as const;
const UNSAID = 'Say who inspected: the competent person’s name or role.';
type Answer = (typeof ANSWERS)[number]['value'];
/** What is filled in before it is signed. Forms of an earlier program had no photos. */
interface Filled {
  answers: Record<string, Answer>;
  notes: Record<string, string>;
  photos?: Photo[];
}

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
  const site = useSite();
  const { job, run, runId, plan, rules, who, register, force } = site;
  const put = useEnter(UNSAID);
  const stretch = useStretch();
  const { range } = stretch;
  const [until, setUntil] = useState(() => usualEnd(new Date(deviceClock().now())));
  const [opened, setOpened] = useState('');
  const [typedLadders, setLadders] = useState<string>();
  const ladders = typedLadders ?? laddersOffered(site, range ?? stretch.whole, job.units);
  // By the words of the question: when the plan changes what is asked, it is not answered any more.
  const [{ answers, notes, photos = [] }, fill, signed] = useFormDraft<Filled>(`inspection.${runId}`, () => ({ answers: {}, notes: {} }));
  const [fault, setFault] = useState<string>();
  const items = useMemo(() => {
    const sets = register.filter(({ state, from, to }) => state === 'standing' && from === to);
    return range ? inspectionItems(run, rules, plan, range, job.units, sets) : [];
  }, [run, rules, plan, range, job.units, register]);
  const shortHours = range && shortHoursOf(plan.findings, range);
  const openItems = items.filter(({ ask }) => (answers[ask] ?? 'open') === 'open');
  const restInOrder = () =>
    fill((before) => ({
      ...before,
      answers: { ...Object.fromEntries(openItems.map(({ ask }) => [ask, 'yes' as const])), ...answered(before.answers) },
    }));
  const sign = () => {
    const now = new Date(deviceClock().now());
    const end = momentAt(until, now);
    const read = readLadders(ladders, job.units);
    if (who.trim().length < 2) return setFault(UNSAID);
    // What is found wanting is taken down whatever else is missing.
    const wanting = items.some(({ ask }) => answers[ask] === 'no');
    if (!force && !wanting) return setFault('Issue the plan first: people work to an issued plan, and this is inspected by it.');
    if (!range) return setFault(stretch.fault);
    if (items.length === 0) return setFault('Nobody is to go in anywhere here: there is nothing to inspect for.');
    if (!end) return setFault('Say when the shift ends, like 17:00.');
    if ('fault' in read) return setFault(read.fault);
    const openedAt = shortHours === undefined ? undefined : lastAt(opened, now);
    if (!wanting && shortHours !== undefined && openedAt === undefined)
      return setFault('Say when it was opened, like 07:30: it stands this steep for a short time only.');
    if (!wanting && openItems.length > 0)
      return setFault(`${openItems.length} ${openItems.length === 1 ? 'question is' : 'questions are'} not answered.`);
    const fact = {
      kind: 'inspection' as const,
      ...range,
      until: end,
      ...(openedAt === undefined ? {} : { opened: openedAt }),
      revision: force?.id ?? NO_REVISION,
      ladders: read.ladders,
      items: items
        .filter(({ ask }) => (answers[ask] ?? 'open') !== 'open')
        .map((item) => ({ ...item, ok: answers[item.ask] === 'yes', note: (notes[item.ask] ?? '').trim() })),
    };
    const refused = put(fact, undefined, photos);
    setFault(refused);
    if (refused === undefined) signed();
  };
  return (
    <Card title="Inspection before the shift">
      <StretchFields stretch={stretch} what="Inspected" />
      <View style={{ flexDirection: 'row', gap: 8 }}>
        <View style={{ flex: 1 }}>
          <TextField label="Shift ends" value={until} onText={setUntil} />
        </View>
        <View style={{ flex: 2 }}>
          <TextField label="Ways out stand at" value={ladders} onText={setLadders} />
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
      <Faults title="Where?" faults={stretch.fault === undefined ? [] : [stretch.fault]} />
      {range && items.length === 0 ? <Text>Nobody is to go in anywhere here: laid from the surface.</Text> : null}
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
      {openItems.length > 1 ? (
        <Button mode="outlined" onPress={restInOrder}>
          I looked: the other {openItems.length} are in order
        </Button>
      ) : null}
      <PhotoField jobId={site.jobId} photos={photos} onPhotos={(next) => fill((before) => ({ ...before, photos: next }))} />
      <Button mode="contained" icon="check" onPress={sign}>
        Sign the inspection
      </Button>
      <Faults title="Not signed" faults={fault ? [fault] : []} />
    </Card>
  );
}

/** What was answered already. */
const answered = (answers: Record<string, Answer>): Record<string, Answer> =>
  Object.fromEntries(Object.entries(answers).filter(([, answer]) => answer !== 'open'));
