import { checkedLayers } from '@tamper/core/book';
import { digNotes, digReport, doubtWords, fillWords, offWords, volumeOff } from '@tamper/core/dig';
import { formatLength, formatStation, formatVolume } from '@tamper/core/units';
import { useMemo, useState } from 'react';
import { DigPlot } from '../../drawing/DigPlot';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Choice } from '../../ui/Choice';
import { DataTable, type Column } from '../../ui/DataTable';
import { Notice } from '../../ui/Notice';
import { Text } from '../../ui/Text';
import { View } from '../../ui/View';
import { useWhere } from '../frame/session';
import { useSite } from '../site/context';
import { useDig } from './context';

/** Everything the levels say: where it is too deep or too high, where water would stand, what is wrong with the digging, and what to do. */
export function FoundTab() {
  const { job, run, rules, plan } = useSite();
  const { levels, inputs } = useDig();
  const { units } = job;
  // What lies between the levels is worked out here alone: the card in the cab is not to wait for it.
  const { report, notes } = useMemo(() => {
    const { places, supports } = plan;
    const found = digReport(inputs, levels);
    return { report: found, notes: digNotes({ report: found, places, supports, rules, units }) };
  }, [inputs, levels, plan, rules, units]);
  const { look } = useWhere();
  const [chosen, setLayer] = useState<string>();
  const layer = report.layers.find((one) => one.layer === chosen) ?? report.layers[0];
  if (report.checks.length === 0 && notes.length === 0)
    return (
      <Card title="Nothing is checked yet">
        <Text>
          A level at least every {formatLength(rules.levelApart.value ?? 0, units)} shows what was dug beside what was planned: too deep,
          too high, a staircase, a hollow that holds water.
        </Text>
      </Card>
    );
  return (
    <>
      {report.layers.length > 1 && layer ? (
        <Choice
          label="Layer"
          value={layer.layer}
          options={report.layers.map((one) => ({ value: one.layer, label: checkedLayers[one.layer] }))}
          onChange={setLayer}
        />
      ) : null}
      {layer ? <DigPlot shape={layer} run={run} units={units} onStation={(station) => look({ cursor: station })} /> : null}
      {report.fills.map((fill) => (
        <Notice key={fill.material} kind="caution" title="To fill what is too deep">
          <Text>{fillWords(fill, units)}. Bedding, never spoil: it settles.</Text>
        </Notice>
      ))}
      {notes.map(({ id, state, what, todo, from }) => (
        <Notice key={id} kind={state} title={what}>
          <Text>{todo}</Text>
          <View style={{ flexDirection: 'row' }}>
            <Button accessibilityLabel={`Show ${formatStation(from, units)} on the drawing`} onPress={() => look({ cursor: from })}>
              Put the cursor there
            </Button>
          </View>
        </Notice>
      ))}
      {notes.length === 0 ? (
        <Notice kind="note" title="As planned, as far as it was checked">
          <Text>
            {report.checks.length === 1 ? 'One level' : `${report.checks.length} levels`}, each within what it may be off. What nobody
            checked is not known.
          </Text>
        </Notice>
      ) : null}
      <Card title="Levels, one by one">
        <Levels />
      </Card>
      {layer ? (
        <Text variant="bodySmall">
          Too deep in all: {formatVolume(volumeOff(layer.stretches, 'deep'), units)}. Still to dig:{' '}
          {formatVolume(volumeOff(layer.stretches, 'high'), units)}.
        </Text>
      ) : null}
    </>
  );
}

/** Every check as it stands. */
function Levels() {
  const { job } = useSite();
  const { checks } = useDig().levels;
  const { units } = job;
  type Row = (typeof checks)[number];
  const columns: Column<Row>[] = [
    {
      name: 'Station',
      value: ({ station }) => station,
      show: ({ station }) => formatStation(station, units),
      below: ({ layer, over, doubt }) =>
        [checkedLayers[layer], ...(over ? ['read anew since'] : []), ...(doubt ? [doubtWords(doubt)] : [])].join(', '),
      words: true,
    },
    { name: 'Found', value: ({ level }) => level, show: ({ level }) => formatLength(level, units, 'level') },
    { name: 'Planned', value: ({ level, off }) => level - off, show: ({ level, off }) => formatLength(level - off, units, 'level') },
    { name: 'Off', value: ({ off }) => off, show: ({ off }) => offWords(off, units) },
  ];
  return <DataTable label="Levels found" columns={columns} rows={checks} keyOf={({ id }) => id} page={20} />;
}
