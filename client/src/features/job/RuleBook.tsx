import { figuresIn } from '@tamper/core/units';
import type { Job } from '@tamper/core/job';
import { jobErrors } from '@tamper/core/documentErrors';
import { resolveRules, ruleInfo, ruleKeys, ruleSetIds, ruleSets, type RuleKey, type RuleQuantity } from '@tamper/core/rules';
import { ruleQuantities } from '@tamper/core/quantities';
import { useState } from 'react';
import { HelperText, TextInput } from 'react-native-paper';
import { Text } from '../../ui/Text';
import { Button } from '../../ui/Button';
import { colours } from '../../theme/tokens';
import { Choice } from '../../ui/Choice';
import { View } from '../../ui/View';
import { SHORT_NAMES, UNIT_OPTIONS } from './ruleNames';

interface Props {
  job: Job;
  onChange: (job: Job, tag?: string) => void;
}

/** The rule set of a job: every number with its basis, each changeable with a reason. */
export function RuleBook({ job, onChange }: Props) {
  const [shown, setShown] = useState(false);
  const rules = resolveRules(job.ruleSet, job.overrides);
  return (
    <View style={{ gap: 8 }}>
      <Choice
        label="Rule set"
        value={job.ruleSet}
        onChange={(ruleSet) => onChange({ ...job, ruleSet })}
        options={ruleSetIds.map((id) => ({ value: id, label: SHORT_NAMES[id] }))}
      />
      <Choice label="Units" value={job.units} onChange={(units) => onChange({ ...job, units })} options={UNIT_OPTIONS} />
      <Button mode="text" onPress={() => setShown(!shown)}>
        {shown
          ? 'Hide the rules'
          : `Show the rules of ${ruleSets[job.ruleSet].name}${job.overrides.length ? ` (${job.overrides.length} changed)` : ''}`}
      </Button>
      {shown ? (
        <View role="list" style={{ gap: 8 }}>
          <Text variant="bodySmall">Defaults only. Check your local code. A changed number keeps its reason on the record.</Text>
          {ruleKeys.map((key) => (
            <RuleLine key={key} job={job} rule={key} value={rules[key].value} basis={rules[key].basis} onChange={onChange} />
          ))}
        </View>
      ) : null}
    </View>
  );
}

function RuleLine({ job, rule, value, basis, onChange }: Props & { rule: RuleKey; value: number | null; basis: string }) {
  const [editing, setEditing] = useState(false);
  const { label, quantity } = ruleInfo[rule];
  const changed = job.overrides.some((override) => override.rule === rule);
  const without = job.overrides.filter((override) => override.rule !== rule);
  return (
    <View
      role="listitem"
      style={{
        backgroundColor: colours.paper,
        borderRadius: 8,
        borderWidth: 1,
        borderColor: changed ? colours.paint : colours.line,
        padding: 10,
        gap: 4,
      }}
    >
      <View style={{ flexDirection: 'row', alignItems: 'center', gap: 8 }}>
        <View style={{ flex: 1 }}>
          <Text variant="titleSmall">{label}</Text>
          <Text variant="bodyLarge">{value === null ? 'as assessed' : ruleQuantities[quantity].show(value, job.units)}</Text>
        </View>
        <Button accessibilityLabel={`Change: ${label}`} onPress={() => setEditing(!editing)}>
          Change
        </Button>
      </View>
      <Text variant="bodySmall" style={{ color: colours.faded }}>
        {figuresIn(basis, job.units)}
      </Text>
      {changed ? (
        <Button icon="undo" onPress={() => onChange({ ...job, overrides: without })}>
          Back to the default
        </Button>
      ) : null}
      {editing ? (
        <OverrideForm
          quantity={quantity}
          units={job.units}
          save={(number, by, reason) => {
            const next = { ...job, overrides: [...without, { rule, value: number, by, reason }] };
            const fault = jobErrors(next)[0]?.message;
            if (fault) return fault;
            onChange(next);
            setEditing(false);
            return undefined;
          }}
        />
      ) : null}
    </View>
  );
}

function OverrideForm({
  quantity,
  units,
  save,
}: {
  quantity: RuleQuantity;
  units: Job['units'];
  save: (value: number, by: string, reason: string) => string | undefined;
}) {
  const [text, setText] = useState('');
  const [by, setBy] = useState('');
  const [reason, setReason] = useState('');
  const [fault, setFault] = useState<string>();
  const submit = () => {
    const parsed = ruleQuantities[quantity].parse(text, units);
    setFault(parsed.ok ? save(parsed.value, by, reason) : parsed.error);
  };
  return (
    <View style={{ gap: 6 }}>
      <TextInput mode="outlined" label="New number" aria-label="New number" value={text} onChangeText={setText} />
      <TextInput
        mode="outlined"
        label="Who decided"
        aria-label="Who decided"
        placeholder="A role will do"
        value={by}
        onChangeText={setBy}
      />
      <TextInput mode="outlined" label="Why" aria-label="Why" placeholder="On what ground" value={reason} onChangeText={setReason} />
      <HelperText type="error" visible={!!fault} role="alert">
        {fault ?? ' '}
      </HelperText>
      <Button mode="tonal" onPress={submit}>
        Change the rule
      </Button>
    </View>
  );
}
