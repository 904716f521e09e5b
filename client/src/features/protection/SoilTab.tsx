import { ofKind } from '@tamper/core/book';
import { airTestNeeded } from '@tamper/core/protection';
import { classify, soilName, evidenceOf, soilTests } from '@tamper/core/ground';
import { groundFindings, onRun } from '@tamper/core/ground-findings';
import type { SoilTest } from '@tamper/core/book';
import { figuresIn, formatStretch } from '@tamper/core/units';
import { sayPlace } from '@tamper/core/words';
import { useMemo, useState } from 'react';
import { Text } from '../../ui/Text';
import { Button } from '../../ui/Button';
import { deviceClock } from '../../data/deviceClock';
import { Card } from '../../ui/Card';
import { Choice } from '../../ui/Choice';
import { showMoment } from '../../ui/moment';
import { useMends, useTakeFix } from '../../workers/useMends';
import { Findings } from '../run/Findings';
import { useProtection } from './context';
import { Outbox } from '../site/Outbox';
import { SoilForm } from './lazySoilForm';
import { Verdict } from './Verdict';

/** Field tests of the ground, the class they come to, and what the plan made of it. */
export function SoilTab() {
  const { job, run, plan, rules, book, document, planned, apply, reader } = useProtection();
  const [making, setMaking] = useState<{ from: SoilTest | undefined; corrects: string | undefined }>();
  const { weak, shown } = useTests();
  const tests = useMemo(() => ofKind(book.book ?? [], 'soil').filter(({ entry }) => weak.includes(entry.fact)), [book.book, weak]);
  const counted = useMemo(() => ({ weak, shown }), [weak, shown]);
  const findings = useMemo(() => groundFindings(run, rules, plan.places, counted), [run, plan, counted, rules]);
  const inputs = useMemo(() => ({ job, run }), [job, run]);
  const mends = useMends(
    inputs,
    useMemo(() => ({ kind: 'ground' as const, tests: counted }), [counted]),
  );
  const onFix = useTakeFix(mends, document.doc, !planned, apply);
  return (
    <>
      <Outbox book={book} units={job.units} />
      <Places />
      <AirChoice />
      <Findings findings={findings} reader={reader} mends={mends.lists} onFix={onFix} />
      {making ? (
        <SoilForm start={making.from} corrects={making.corrects} onDone={() => setMaking(undefined)} />
      ) : (
        <Button mode="contained" icon="plus" onPress={() => setMaking({ from: undefined, corrects: undefined })}>
          Test the ground
        </Button>
      )}
      {tests.toReversed().map(({ entry }) => (
        <Card key={entry.id} title={`${formatStretch(entry.fact, job.units)}: ${soilName(classify(entry.fact, rules).soil)}`}>
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

/** The soil tests of the book as they count now. */
function useTests() {
  const { book, rules } = useProtection();
  return useMemo(() => soilTests(book.book ?? [], deviceClock().now(), rules), [book.book, rules]);
}

/** Could the air be bad here? Then it is tested before anybody goes in. */
function AirChoice() {
  const { job, run, plan, rules, apply } = useProtection();
  return (
    <Card title="Air">
      <Choice
        label="Could the air be bad: fuel, sewage, peat, exhaust?"
        value={run.conditions.badAir ? 'yes' : 'no'}
        options={[
          { value: 'no', label: 'No' },
          { value: 'yes', label: 'It could' },
        ]}
        onChange={(value) => void apply([{ path: ['conditions', 'badAir'], value: value === 'yes' }])}
      />
      <Text variant="bodySmall">
        {airTestNeeded(run.conditions.badAir, plan.deepest.depth, rules) ? 'Tested before anybody goes in.' : 'No air test asked for here.'}{' '}
        {figuresIn(rules.airDepth.basis, job.units)}.
      </Text>
    </Card>
  );
}

/** Place by place: planned for, and what the tests show. */
function Places() {
  const { job, run, plan, rules } = useProtection();
  const tests = useTests();
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
