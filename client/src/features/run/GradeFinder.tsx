import { targetsOf } from '@tamper/core/alignment';
import { placedLines, type Job, type Patch, type Run, type Targets } from '@tamper/core/job';
import { resolveRules } from '@tamper/core/rules';
import { bareUnit, capital, formatGradient, formatLength, formatVolume, parseGradient, parseLength } from '@tamper/core/units';
import { type PlanSummary } from '@tamper/core/compare';
import type { GradeResult } from '@tamper/core/grade';
import { useState } from 'react';
import { Text } from '../../ui/Text';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Faults } from '../../ui/Faults';
import { Notice } from '../../ui/Notice';
import { OptionalField } from '../../ui/OptionalField';
import { Progress } from '../../ui/Progress';
import { View } from '../../ui/View';
import type { GradeFound } from '../../workers/solver.worker';
import { useTask } from '../../workers/useTask';

interface Props {
  job: Job;
  run: Run;
  apply: (patches: readonly Patch[], tag?: string) => string | undefined;
}

/** Finds the falling line with the least digging that holds the targets, or says what stands in its way. */
export function GradeFinder({ job, run, apply }: Props) {
  const { task, start, cancel } = useTask<GradeFound>();
  const [fault, setFault] = useState<string>();
  const [asked, setAsked] = useState<Run>();
  const find = () => {
    setFault(undefined);
    setAsked(run);
    start((remote, onProgress) => remote.grade(job, run, onProgress));
  };
  const take = (patches: readonly Patch[]) => {
    const refused = apply(patches);
    setFault(refused);
    if (refused === undefined) cancel();
  };
  const { units } = job;
  return (
    <Card title="Grade finder">
      <Text variant="bodySmall">
        Least digging that keeps the cover, falls enough, meets the levels and passes the existing lines. The gradient changes only at
        chambers.
      </Text>
      <TargetFields job={job} run={run} apply={apply} />
      {task.kind === 'running' ? <Progress share={task.share} what={task.what} onCancel={cancel} /> : null}
      {task.kind !== 'running' ? (
        <Button mode="contained" icon="find" onPress={find}>
          Find the grade
        </Button>
      ) : null}
      {task.kind === 'failed' ? <Faults title="The grade finder stopped" faults={task.errors.map(({ message }) => message)} /> : null}
      <Faults title="Not taken" faults={fault ? [fault] : []} />
      {task.kind === 'done' && asked !== run ? <Notice kind="caution" title="The run has changed since: find again." /> : null}
      {task.kind === 'done' && asked === run ? (
        task.value.result.kind === 'found' ? (
          <Found found={task.value} result={task.value.result} units={units} onApply={take} onDiscard={cancel} />
        ) : (
          <Notice kind="stop" role="alert" title={task.value.result.why}>
            {task.value.result.relaxations.length > 0 ? <Text>Any one of these would do, if whoever decides agrees:</Text> : null}
            {task.value.result.relaxations.map(({ label, patches }) => (
              <Button key={label} mode="outlined" onPress={() => take(patches)}>
                {label}
              </Button>
            ))}
          </Notice>
        )
      ) : null}
    </Card>
  );
}

/** A fall without its percentage, for narrow fields. */
const oneIn = (ratio: number, units: Job['units']): string => formatGradient(ratio, units).split(' (')[0] ?? '';

/** What the line must hold; what is left empty comes from the line itself and the rule set. */
function TargetFields({ job, run, apply }: Props) {
  const placed = placedLines(job, run);
  const { minFall, cover, clearance } = targetsOf({ ...run, targets: {} }, placed, resolveRules(job.ruleSet, job.overrides));
  const covers = [...new Set(placed.map((line) => formatLength(cover(line), job.units)))];
  const set = (key: keyof Targets) => (value: number | undefined) => apply([{ path: ['targets', key], value }], `targets.${key}`);
  const bare = bareUnit(job.units);
  const gradient = (label: string, key: 'minFall' | 'maxFall', hint: string) => (
    <OptionalField
      label={label}
      value={run.targets[key]}
      format={(ratio) => oneIn(ratio, job.units)}
      parse={parseGradient}
      onValue={set(key)}
      hint={hint}
    />
  );
  const length = (label: string, key: 'cover' | 'receiving' | 'incoming' | 'maxDepth' | 'clearance', hint: string) => (
    <OptionalField
      label={label}
      value={run.targets[key]}
      format={(metres) => formatLength(metres, job.units, 'level')}
      parse={(text) => parseLength(text, bare)}
      onValue={set(key)}
      hint={hint}
    />
  );
  return (
    <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
      {gradient('Least fall', 'minFall', minFall > 0 ? `else ${oneIn(minFall, job.units)}` : 'else level')}
      {gradient('Greatest fall', 'maxFall', 'else any')}
      {length('Least cover', 'cover', covers.length > 1 ? 'else each line’s own' : `else ${covers[0]}`)}
      {length('Receiving at', 'receiving', 'invert it must get into')}
      {length('Incoming at', 'incoming', 'invert it must take in')}
      {length('Greatest depth', 'maxDepth', 'else any')}
      {length('Clear of lines', 'clearance', `else ${formatLength(clearance, job.units)}`)}
    </View>
  );
}

function Found({
  found,
  result,
  units,
  onApply,
  onDiscard,
}: {
  found: GradeFound;
  result: Extract<GradeResult, { kind: 'found' }>;
  units: Job['units'];
  onApply: (patches: readonly Patch[]) => void;
  onDiscard: () => void;
}) {
  const rows: [string, (summary: PlanSummary) => string][] = [
    ['Dig (bank)', ({ dig }) => formatVolume(dig, units)],
    ['Deepest', ({ deepest }) => formatLength(deepest, units)],
    ['Over protection depth', ({ overProtection }) => formatLength(overProtection, units, 'span')],
  ];
  return (
    <Notice kind="note" role="status" title="Found a line that holds them all">
      <View role="table" aria-label="Present line and the one found">
        <View role="row" style={{ flexDirection: 'row', gap: 8 }}>
          {['', 'Present', 'Found'].map((name) => (
            <Text key={name} role="columnheader" variant="labelSmall" style={{ flex: name ? 1 : 1.5 }}>
              {name}
            </Text>
          ))}
        </View>
        {rows.map(([name, show]) => (
          <View key={name} role="row" style={{ flexDirection: 'row', gap: 8 }}>
            <Text role="rowheader" style={{ flex: 1.5 }}>
              {name}
            </Text>
            <Text role="cell" style={{ flex: 1 }}>
              {found.present ? show(found.present) : 'cannot be dug'}
            </Text>
            <Text role="cell" variant="titleSmall" style={{ flex: 1 }}>
              {found.candidate ? show(found.candidate) : 'cannot be dug'}
            </Text>
          </View>
        ))}
      </View>
      <Text>Inverts {result.inverts.map(({ invert }) => formatLength(invert, units, 'level')).join(' → ')}.</Text>
      {result.drop === undefined ? null : <Text>Free drop of {formatLength(result.drop, units, 'level')} to the receiving invert.</Text>}
      {result.passings.map(({ name, laid, side, why }, i) => (
        <Text key={i}>
          {laid ? `${laid}: ${side}` : capital(side)} {name}. {why}
        </Text>
      ))}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
        <Button mode="contained" icon="check" onPress={() => onApply(result.patches)}>
          Take this line
        </Button>
        <Button onPress={onDiscard}>Keep the present one</Button>
      </View>
    </Notice>
  );
}
