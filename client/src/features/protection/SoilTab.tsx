import { classify, soilName, evidenceOf, soilFindings, soilTests, currentEntries } from '@tamper/core/ground';
import type { Entry, SoilTest } from '@tamper/core/job';
import { formatStation } from '@tamper/core/units';
import { useMemo, useState } from 'react';
import { Button, Text } from 'react-native-paper';
import { Card } from '../../ui/Card';
import { showMoment } from '../../ui/moment';
import { Notice } from '../../ui/Notice';
import { useProtection } from './context';
import { Outbox } from './Outbox';
import { SoilForm } from './SoilForm';
import { Verdict } from './Verdict';

/** Field tests of the ground, the class they come to, and what the plan made of it. */
export function SoilTab() {
  const { job, run, plan, rules, book, apply } = useProtection();
  const [making, setMaking] = useState<{ from: SoilTest | undefined; corrects: string | undefined }>();
  const tests = useMemo(
    () => currentEntries(book.entries ?? []).filter((entry): entry is Entry & { fact: SoilTest } => entry.fact.kind === 'soil'),
    [book.entries],
  );
  const findings = useMemo(
    () => soilFindings(run, plan.profile, book.entries ?? [], rules, job.units),
    [run, plan, book.entries, rules, job.units],
  );
  return (
    <>
      <Outbox />
      <Reaches />
      {findings.map((finding) => (
        <Notice key={finding.id} kind={finding.severity} title={finding.what}>
          <Text>{finding.why}</Text>
          <Text variant="bodySmall">{finding.basis}.</Text>
          {finding.fixes.map((fix) => (
            <Button key={fix.label} mode="contained" onPress={() => void apply(fix.patches)}>
              {fix.label}
            </Button>
          ))}
        </Notice>
      ))}
      {making ? (
        <SoilForm start={making.from} corrects={making.corrects} onDone={() => setMaking(undefined)} />
      ) : (
        <Button mode="contained" icon="plus" onPress={() => setMaking({ from: undefined, corrects: undefined })}>
          Test the ground
        </Button>
      )}
      {tests.toReversed().map((entry) => (
        <Card
          key={entry.id}
          title={`${formatStation(entry.fact.from, job.units)} to ${formatStation(entry.fact.to, job.units)}: ${soilName(classify(entry.fact, rules).soil)}`}
        >
          <Text variant="bodySmall">
            {showMoment(entry.at)}, {entry.author}
          </Text>
          <Verdict verdict={classify(entry.fact, rules, job.units)} />
          <Button mode="outlined" onPress={() => setMaking({ from: entry.fact, corrects: entry.id })}>
            Put this test right
          </Button>
        </Card>
      ))}
      <Text variant="bodySmall">
        The weakest test governs, and what nobody looked at counts as seen. A competent person classes the ground; when in doubt, type C.
      </Text>
    </>
  );
}

/** Reach by reach: planned for, and what the tests show. */
function Reaches() {
  const { job, run, plan, rules, book } = useProtection();
  const tests = useMemo(() => soilTests(book.entries ?? []), [book.entries]);
  return (
    <Card title="Planned and tested">
      {plan.supports.map(({ reach, from, to, depth }) => {
        const { soil, untested } = evidenceOf(run, reach, depth, tests, rules);
        return (
          <Text key={reach}>
            {formatStation(from, job.units)} to {formatStation(to, job.units)}: planned as {soilName(run.reaches[reach]?.soil ?? 'C')},{' '}
            {soil ? `tests show ${soilName(soil)}` : 'not tested'}
            {soil && untested.length > 0 ? ', not all of it' : ''}
          </Text>
        );
      })}
    </Card>
  );
}
