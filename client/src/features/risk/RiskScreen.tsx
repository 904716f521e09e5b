import { Button } from '../../ui/Button';
import { useRoom } from '../../ui/useRoom';
import { riskAssumptions, strategies, strategyIds, type StrategyRisk, type StrikeRisk } from '@tamper/core/risk';
import { evidences, type Evidence } from '@tamper/core/catalogue';
import type { Job, Run } from '@tamper/core/job';
import { figuresIn, formatHours, formatPercent, parseCount } from '@tamper/core/units';
import { useState } from 'react';
import { Text } from '../../ui/Text';
import { Bars } from '../../drawing/Bars';
import { colours } from '../../theme/tokens';
import { Card } from '../../ui/Card';
import { DataTable, type Column } from '../../ui/DataTable';
import { Faults } from '../../ui/Faults';
import { Notice } from '../../ui/Notice';
import { Progress } from '../../ui/Progress';
import { QuantityField } from '../../ui/QuantityField';
import { Page } from '../../ui/Screen';
import { View } from '../../ui/View';
import { useTask } from '../../workers/useTask';
import { useSession } from '../frame/session';

/** The chance of hitting a line, and the hours each way of working costs. */
export function RiskScreen() {
  const { job, run } = useSession();
  return <Simulation job={job.doc} run={run.doc} />;
}

const SEED = 20_260;

function Simulation({ job, run }: { job: Job; run: Run }) {
  const { task, start, cancel } = useTask<StrikeRisk>();
  const [trials, setTrials] = useState(20_000);
  if (run.existing.length === 0)
    return (
      <Page>
        <Notice kind="note" title="No existing line is entered on this run: there is nothing to weigh. That does not mean there is none." />
      </Page>
    );
  const go = () => start((remote, onProgress) => remote.strikes(job, run, trials, SEED, onProgress));
  return (
    <Page>
      <Text>
        Throws a position and a depth for every existing line, as far off as its evidence allows, and plays three ways of working against
        them.
      </Text>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 10, alignItems: 'flex-start' }}>
        <QuantityField
          label="Trials"
          value={trials}
          keys="numeric"
          format={String}
          parse={(text) => parseCount(text, 'trials')}
          onValue={(value) => (value < 100 || value > 200_000 ? 'Give 100 to 200,000 trials.' : (setTrials(value), undefined))}
        />
        {task.kind === 'running' ? null : (
          <Button mode="contained" icon="chart" onPress={go} style={{ marginTop: 8 }}>
            Weigh the risk
          </Button>
        )}
      </View>
      {task.kind === 'running' ? <Progress share={task.share} what={task.what} onCancel={cancel} /> : null}
      {task.kind === 'failed' ? <Faults title="The trials stopped" faults={task.errors.map(({ message }) => message)} /> : null}
      {task.kind === 'done' ? <Result risk={task.value} run={run} /> : null}
      <Card title="Taken for granted">
        {Object.values(riskAssumptions).map(({ basis }) => (
          <Text key={basis} variant="bodySmall">
            {figuresIn(basis, job.units)}.
          </Text>
        ))}
        <Text variant="bodySmall">
          Planning assumptions to compare ways of working, not a forecast for this site. No chance is small enough to stop looking.
        </Text>
      </Card>
    </Page>
  );
}

const percent = (share: number): string => (share > 0 && share < 0.001 ? 'under 0.1 %' : formatPercent(Number(share.toFixed(3))));

function Result({ risk, run }: { risk: StrikeRisk; run: Run }) {
  const best = risk.lines.reduce((most, line, index) => (line.gain > (risk.lines[most]?.gain ?? 0) ? index : most), 0);
  const gain = risk.lines[best]?.gain ?? 0;
  const width = Math.min(useRoom().page, 760) - 60;
  const lines = run.existing.map(({ id, name, evidence }, i) => ({
    id,
    name,
    evidence,
    ...(risk.lines[i] as StrikeRisk['lines'][number]),
  }));
  return (
    <>
      <Card title="Chance of at least one strike">
        <Bars
          width={width}
          label={risk.strategies.map(({ id, chance }) => `${strategies[id].name} ${percent(chance)}`).join(', ')}
          bars={risk.strategies.map(({ id, chance }) => ({
            name: strategies[id].name,
            value: chance * 100,
            shown: percent(chance),
            colour: BAR[id],
          }))}
        />
        {risk.strategies.map((strategy) => (
          <Strategy key={strategy.id} strategy={strategy} />
        ))}
        <Text variant="bodySmall">{risk.trials.toLocaleString('en')} trials.</Text>
      </Card>
      <Card title="Hours in the windows">
        <Bars
          width={width}
          label={risk.strategies.map(({ id, hours }) => `${strategies[id].name} ${formatHours(hours)}`).join(', ')}
          bars={risk.strategies.map(({ id, hours }) => ({
            name: strategies[id].name,
            value: hours,
            shown: formatHours(hours),
            colour: BAR[id],
          }))}
        />
      </Card>
      <Card title="Where one more exposure helps most">
        {gain > 0.0005 ? (
          <Notice
            kind="note"
            title={`Expose ${run.existing[best]?.name} first: with windows elsewhere the chance of a strike falls by ${percent(gain)}`}
          />
        ) : (
          <Text>No single exposure changes much: the windows hold already.</Text>
        )}
        <DataTable label="Chance of a strike, line by line" columns={columns} rows={lines} keyOf={({ id }) => id} />
      </Card>
    </>
  );
}

type Weighed = StrikeRisk['lines'][number] & { id: string; name: string; evidence: Evidence };
const columns: Column<Weighed>[] = [
  { name: 'Line', value: ({ name }) => name, show: ({ name }) => name, below: ({ evidence }) => evidences[evidence].name, words: true },
  ...strategyIds.map((id) => ({
    name: strategies[id].name,
    value: ({ chance }: Weighed) => chance[id],
    show: ({ chance }: Weighed) => percent(chance[id]),
  })),
  { name: 'Exposing it', value: ({ gain }) => gain, show: ({ gain }) => (gain > 0 ? `−${percent(gain)}` : '0 %') },
];

const BAR: Record<StrategyRisk['id'], string> = { through: colours.stop, window: colours.clay, expose: colours.good };

const Strategy = ({ strategy: { id, chance, error } }: { strategy: StrategyRisk }) => (
  <View>
    <Text variant="titleSmall">
      {strategies[id].name}: {percent(chance)} ± {percent(2 * error)}
    </Text>
    <Text variant="bodySmall">{strategies[id].what}</Text>
  </View>
);
