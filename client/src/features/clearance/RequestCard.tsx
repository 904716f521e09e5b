import { marksFault } from '@tamper/core/book';
import { utilityKinds, utilityMarks } from '@tamper/core/catalogue';
import { daysBetween, requestDates } from '@tamper/core/clearance';
import type { LocateRequest, Utility } from '@tamper/core/job';
import { resolveRules } from '@tamper/core/rules';
import { useState } from 'react';
import { Divider } from 'react-native-paper';
import { Text } from '../../ui/Text';
import { WhoField } from '../../ui/WhoField';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Choice } from '../../ui/Choice';
import { DateField } from '../../ui/DateField';
import { NameField } from '../../ui/NameField';
import { Notice } from '../../ui/Notice';
import { Picker } from '../../ui/Picker';
import { TextField } from '../../ui/TextField';
import { useWho } from '../../data/who';
import { Faults } from '../../ui/Faults';
import { View } from '../../ui/View';
import { writeBy } from '../../data/write';
import { useClear } from './edit';
import { OfficeDesk } from './OfficeDesk';

const KINDS = utilityKinds.map((value) => ({ value, label: `${utilityMarks[value].letter} · ${utilityMarks[value].name}` }));
const ANSWERS: { value: Utility['answer']; label: string }[] = [
  { value: 'none', label: 'No answer' },
  { value: 'marked', label: 'Marked' },
  { value: 'clear', label: 'Clear' },
];

/** The request to have lines marked: when it was made, when one may dig, how long it holds, who answered what. */
export function RequestCard() {
  const { job, today, put } = useClear();
  const { request } = job.clearance;
  const rules = resolveRules(job.ruleSet, job.overrides);
  const set = (next: LocateRequest | null, tag?: string) => put({ request: next }, tag);
  if (!request)
    return (
      <Card title="Locate request">
        <Text variant="bodySmall">
          Ask for every line to be marked before you dig. {rules.locateWait.basis}. {rules.locateLife.basis}.
        </Text>
        <Button mode="tonal" icon="plus" onPress={() => void set({ reference: '', made: today, utilities: [] })}>
          Enter a request made elsewhere
        </Button>
        <OfficeDesk />
      </Card>
    );
  const { digFrom, expires } = requestDates(request, rules, job.clearance.holidays);
  return (
    <Card title="Locate request">
      <NameField label="Reference" value={request.reference} onName={(reference) => set({ ...request, reference }, 'request.reference')} />
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 10 }}>
        <DateField label="Request made on" value={request.made} onDay={(made) => void set({ ...request, made })} />
      </View>
      <Marks />
      <Dates digFrom={digFrom} expires={expires} today={today} wait={rules.locateWait.basis} life={rules.locateLife.basis} />
      <OfficeDesk />
      <Divider />
      <Text variant="titleSmall">Answers, utility by utility</Text>
      {request.utilities.map((utility, index) => (
        <OneUtility
          key={index}
          utility={utility}
          onChange={(next, tag) => set({ ...request, utilities: request.utilities.with(index, next) }, `utility.${index}.${tag}`)}
          onRemove={() => void set({ ...request, utilities: request.utilities.toSpliced(index, 1) })}
        />
      ))}
      <Button
        mode="tonal"
        icon="plus"
        onPress={() =>
          void set({
            ...request,
            utilities: [
              ...request.utilities,
              { name: `Utility ${request.utilities.length + 1}`, kind: 'other', answer: 'none', contact: '', asks: '' },
            ],
          })
        }
      >
        Add a utility
      </Button>
      <Button icon="trash" onPress={() => void set(null)}>
        Throw the request away
      </Button>
    </Card>
  );
}

/** The locator put the marks back: a fact for the book, with who says so. */
function Marks() {
  const { job, today, book } = useClear();
  const { who } = useWho();
  const [day, setDay] = useState(today);
  const [asking, setAsking] = useState(false);
  const [fault, setFault] = useState<string>();
  const remarked = job.clearance.request?.remarked;
  const enter = () => {
    const fact = { kind: 'marks' as const, day };
    const refused = writeBy({ book, who }, 'Say who saw the marks: a role will do.', (_, now) => marksFault(fact, now))(fact);
    setFault(refused);
    if (refused === undefined) setAsking(false);
  };
  return (
    <View style={{ gap: 6 }}>
      {remarked ? <Text>Marks put back on {remarked}.</Text> : null}
      {asking ? (
        <>
          <DateField label="Marks put back on" value={day} onDay={setDay} />
          <WhoField label="Who saw them" />
          <View style={{ flexDirection: 'row', gap: 8 }}>
            <Button mode="contained" icon="check" onPress={enter}>
              The marks are back
            </Button>
            <Button onPress={() => setAsking(false)}>Leave it</Button>
          </View>
          <Faults title="Not recorded" faults={fault ? [fault] : []} />
        </>
      ) : (
        <Button mode="outlined" onPress={() => setAsking(true)}>
          Marks were put back
        </Button>
      )}
    </View>
  );
}

function Dates({
  digFrom,
  expires,
  today,
  wait,
  life,
}: {
  digFrom: string;
  expires: string | undefined;
  today: string;
  wait: string;
  life: string;
}) {
  const waiting = daysBetween(today, digFrom);
  const left = expires === undefined ? undefined : daysBetween(today, expires);
  return (
    <Notice
      kind={waiting > 0 || (left !== undefined && left < 0) ? 'stop' : left !== undefined && left <= 3 ? 'caution' : 'note'}
      title={
        waiting > 0
          ? `Dig from ${digFrom}: ${waiting === 1 ? '1 day' : `${waiting} days`} to wait`
          : left === undefined
            ? `May be dug since ${digFrom}`
            : left < 0
              ? `Ran out on ${expires}`
              : `Holds to ${expires}: ${left === 1 ? '1 day' : `${left} days`} left`
      }
    >
      <Text variant="bodySmall">
        {wait}. {life}. Protect the marks; have them put back when rain or tracks rub them out.
      </Text>
    </Notice>
  );
}

function OneUtility({
  utility,
  onChange,
  onRemove,
}: {
  utility: Utility;
  onChange: (next: Utility, tag: string) => string | undefined;
  onRemove: () => void;
}) {
  const [open, setOpen] = useState(false);
  const set = (key: keyof Utility) => (value: string) => onChange({ ...utility, [key]: value }, key);
  return (
    <View style={{ gap: 4 }}>
      <Choice
        label={`${utilityMarks[utility.kind].letter} ${utility.name}`}
        value={utility.answer}
        options={ANSWERS}
        onChange={(answer) => void onChange({ ...utility, answer }, 'answer')}
      />
      {utility.asks ? <Text variant="bodySmall">Asks: {utility.asks}</Text> : null}
      <Button onPress={() => setOpen(!open)} style={{ alignSelf: 'flex-start' }}>
        {open ? `Close ${utility.name}` : `Change ${utility.name}`}
      </Button>
      {open ? (
        <>
          <NameField label="Name of the utility" value={utility.name} onName={set('name')} />
          <Picker label="Its lines" value={utility.kind} options={KINDS} onChange={(kind) => void onChange({ ...utility, kind }, 'kind')} />
          <TextField label="Contact" value={utility.contact} onText={(text) => void set('contact')(text)} />
          <TextField
            label="What it asks"
            value={utility.asks}
            onText={(text) => void set('asks')(text)}
            placeholder="Materials, joints, inspections, who may connect"
            multiline
          />
          <Button icon="trash" onPress={onRemove}>
            Remove {utility.name}
          </Button>
        </>
      ) : null}
    </View>
  );
}
