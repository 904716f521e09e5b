import { isDue, practised, standingOf, type Standing } from '@tamper/core/practiceProgress';
import { exerciseIds, skillName, skills, type Practised } from '@tamper/core/practised';
import { ruleSetIds } from '@tamper/core/rules';
import { useMemo, useState } from 'react';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Choice } from '../../ui/Choice';
import { Faults } from '../../ui/Faults';
import { saveBlob, saveText } from '../../ui/files';
import { printedOn, showMoment } from '../../ui/moment';
import { Row } from '../../ui/Row';
import { Page, TopBar } from '../../ui/Screen';
import { Text } from '../../ui/Text';
import { useKeeping } from '../../ui/useKeeping';
import { View } from '../../ui/View';
import { sentences } from '../../data/api';
import { useNow } from '../../data/useNow';
import { SHORT_NAMES, UNIT_OPTIONS } from '../job/ruleNames';
import { putSetting, useAttempts, useExchange, useSetting, useUnsent, useWho } from './attempts';

const RULES = ruleSetIds.map((id) => ({ value: id, label: SHORT_NAMES[id] }));

/** How somebody stands in one skill, in a line. */
function inBrief({ tries, right, level, due }: Standing, now: number): string {
  if (tries === 0) return 'Not done yet';
  const again = isDue({ due }, now) ? 'do it again now' : `again on ${showMoment((due as Date).toISOString())}`;
  return `Level ${level} of 3 · ${right} of ${tries} right · ${again}`;
}

/** What there is to practise, what is due, and the record of it. */
export function PracticeScreen() {
  const attempts = useAttempts();
  const setting = useSetting();
  const who = useWho();
  const unsent = useUnsent();
  const keeping = useKeeping();
  useExchange();
  const now = useNow();
  const [faults, setFaults] = useState<string[]>([]);
  const standings = useMemo(() => new Map(practised.map((what) => [what, standingOf(attempts, what)])), [attempts]);
  const standing = (what: Practised) => standings.get(what) as Standing;
  const due = skills.filter((skill) => isDue(standing(skill), now));
  const list = (whats: readonly Practised[], to: (what: string) => string, label: string) => (
    <View role="list" aria-label={label} style={{ gap: 8 }}>
      {whats.map((what) => {
        const { name, about } = skillName(what);
        return (
          <View role="listitem" key={what}>
            <Row title={name} detail={about} to={to(what)}>
              <Text variant="bodySmall">{inBrief(standing(what), now)}</Text>
            </Row>
          </View>
        );
      })}
    </View>
  );
  const exported = async (write: () => Promise<void>) => {
    setFaults([]);
    try {
      await write();
    } catch (error) {
      setFaults(sentences(error));
    }
  };
  const csv = () =>
    exported(async () => {
      const { practiceCsv } = await import('@tamper/core/practiceCsv');
      await saveText('training-record.csv', practiceCsv(who, attempts), 'text/csv');
    });
  const pdf = () =>
    exported(async () => {
      const [{ practiceDocument }, { writePdf }] = await Promise.all([import('../../print/practice'), import('../../print/pdf')]);
      saveBlob('training-record.pdf', await writePdf(practiceDocument(who, attempts, printedOn())));
    });
  return (
    <>
      <TopBar title="Practice" subtitle={`${who}: ${due.length === 0 ? 'nothing is due' : `${due.length} due`}`} back="/" />
      <Page terms={false}>
        <Text>Everything here is worked out by what plans and proves the real thing. Nothing done here opens a gate on site.</Text>
        <Text variant="titleLarge" role="heading" aria-level={2}>
          On the levers
        </Text>
        {list(exerciseIds, (id) => `/practice?arm=${id}`, 'On the levers')}
        <Text variant="titleLarge" role="heading" aria-level={2}>
          Judgement
        </Text>
        {list(skills, (skill) => `/practice?drill=${skill}`, 'Judgement')}
        <Card title="By which rules">
          <Choice label="Rules" value={setting.rules} options={RULES} onChange={(rules) => putSetting({ ...setting, rules })} />
          <Choice label="Units" value={setting.units} options={UNIT_OPTIONS} onChange={(units) => putSetting({ ...setting, units })} />
        </Card>
        <Card title="Training record">
          <Text>
            {attempts.length === 0
              ? 'Nothing is on it yet.'
              : `${attempts.length} ${attempts.length === 1 ? 'answer or exercise' : 'answers and exercises'} of ${who}${unsent > 0 ? `; ${unsent} of them ${keeping ? 'kept on this device only so far' : 'only in this open page'}` : ''}.`}
          </Text>
          <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 10 }}>
            <Button mode="outlined" icon="download" disabled={attempts.length === 0} onPress={() => void pdf()}>
              Record as PDF
            </Button>
            <Button mode="outlined" icon="download" disabled={attempts.length === 0} onPress={() => void csv()}>
              Record as CSV
            </Button>
          </View>
          <Faults title="The record was not written." faults={faults} />
        </Card>
      </Page>
    </>
  );
}
