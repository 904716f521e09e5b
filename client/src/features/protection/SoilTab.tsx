import { classify, soilName, evidenceOf, soilTests, currentEntries } from '@tamper/core/ground';
import { groundFindings, onRun } from '@tamper/core/plan';
import type { Entry, SoilTest } from '@tamper/core/job';
import { formatStation } from '@tamper/core/units';
import { sayPlace } from '@tamper/core/words';
import { useMemo, useState } from 'react';
import { Button, Text } from 'react-native-paper';
import { Card } from '../../ui/Card';
import { showMoment } from '../../ui/moment';
import { useMends, useTakeFix } from '../../workers/useMends';
import { Findings } from '../run/Findings';
import { useProtection } from './context';
import { Outbox } from './Outbox';
import { SoilForm } from './SoilForm';
import { Verdict } from './Verdict';

/** Field tests of the ground, the class they come to, and what the plan made of it. */
export function SoilTab() {
  const { job, run, plan, rules, book, document, planned, apply, reader } = useProtection();
  const [making, setMaking] = useState<{ from: SoilTest | undefined; corrects: string | undefined }>();
  const tests = useMemo(
    () => currentEntries(book.entries ?? []).filter((entry): entry is Entry & { fact: SoilTest } => entry.fact.kind === 'soil'),
    [book.entries],
  );
  const findings = useMemo(() => groundFindings(run, rules, plan.places, book.entries ?? []), [run, plan, book.entries, rules]);
  const inputs = useMemo(() => ({ job, run }), [job, run]);
  const mends = useMends(
    inputs,
    useMemo(() => ({ kind: 'ground' as const, book: book.entries ?? [] }), [book.entries]),
  );
  const onFix = useTakeFix(mends, document.doc, !planned, apply);
  return (
    <>
      <Outbox />
      <Places />
      <Findings findings={findings} reader={reader} mends={mends} onFix={onFix} />
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

/** Place by place: planned for, and what the tests show. */
function Places() {
  const { job, run, plan, rules, book } = useProtection();
  const tests = useMemo(() => soilTests(book.entries ?? []), [book.entries]);
  return (
    <Card title="Planned and tested">
      {onRun(run, plan.places).map((place) => {
        const { soil, untested } = evidenceOf(place, tests, rules);
        return (
          <Text key={place.id}>
            {sayPlace(place, job.units)}: planned as {soilName(place.soil)}, {soil ? `tests show ${soilName(soil)}` : 'not tested'}
            {soil && untested.length > 0 ? ', not all of it' : ''}
          </Text>
        );
      })}
    </Card>
  );
}
