import { compactorIds, compactorNames, fillSchools, type CompactorId, type FillSchool } from '@tamper/core/book';
import {
  fillAt,
  filledTo,
  fillSchoolsAt,
  ladderOver,
  LOOSE_BASIS,
  compactorOf,
  sayLadderFault,
  sayRung,
  SINKS_BASIS,
  type FillWay,
} from '@tamper/core/fill';
import { figuresIn, formatHours, formatLength, formatStation, formatStretch } from '@tamper/core/units';
import { useState } from 'react';
import { useEntering } from '../../data/useEntering';
import { LadderPlot } from '../../drawing/LadderPlot';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Choice } from '../../ui/Choice';
import { Figures } from '../../ui/Figures';
import { Notice } from '../../ui/Notice';
import { Text } from '../../ui/Text';
import { Told } from '../../ui/Told';
import { View } from '../../ui/View';
import { useSite } from '../site/context';
import { useFill } from './context';
import { useEnterFilled } from './useEnterFilled';

const SHORT: Record<FillSchool, string> = { thin: 'Thin', thick: 'Thick', crown: 'None', flow: 'Flows' };

/** The ladder: what goes in lift by lift with the marks to paint, and the other ways to fill beside it. */
export function LadderTab() {
  const { job, run, rules } = useSite();
  const { report, open } = useFill();
  const { units } = job;
  const { ground } = run.spoil;
  const { write, said, faults } = useEntering(useEnterFilled());
  const [own, setOwn] = useState<FillWay>();
  const [where, setWhere] = useState(0);
  const place = open[where] ?? open[0];
  const over = place && ladderOver(report, place);
  const section = over && report.sections(over.at);
  if (!place || !over || !section) return <Notice kind="note" title="Nothing is dug open: there is nothing to fill" />;
  const way = own ?? report.way;
  const ladder = ladderOver(report, place, way)?.ladder ?? over.ladder;
  const state = fillAt(report, over.at);
  const other =
    own !== undefined && (own.school !== report.way.school || own.compactor !== report.way.compactor || own.first !== report.way.first);
  const change = (part: Partial<FillWay>) => setOwn({ ...way, first: 'asIs', ...part });
  const enter = () => {
    if (write({ kind: 'fillWay', ...way, note: '' }, 'Kept: filled this way from here on.')) setOwn(undefined);
  };
  const compactor = compactorOf(way.compactor, rules);
  return (
    <>
      {open.length > 1 ? (
        <Choice
          label="Where"
          value={String(where)}
          options={open.map((one, i) => ({ value: String(i), label: formatStretch(one, units) }))}
          onChange={(value) => setWhere(Number(value))}
        />
      ) : null}
      <Card title={`Marks on the wall, down from the ground`}>
        <Text variant="bodySmall">
          Where there is most to fill, at {formatStation(over.at, units)}. Paint them on the wall before the first lift goes in; fine fill
          is measured up from the bed.
        </Text>
        <LadderPlot
          section={section}
          rungs={ladder.rungs}
          filled={state ? filledTo(state) : section.bed}
          crown={ladder.crown}
          units={units}
        />
        {ladder.crown > 0 ? <Text>Heap a crown of {formatLength(ladder.crown, units, 'size')}: it sinks to the ground.</Text> : null}
        {ladder.faults.map((fault) => {
          const { what, why } = sayLadderFault(fault, ladder, units);
          return (
            <Notice key={fault.code} kind="caution" title={what}>
              <Text>{why}</Text>
              {fault.code === 'bears' ? (
                <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
                  <Button mode="outlined" onPress={() => setOwn({ ...way, first: 'fine' })}>
                    Fine fill to {formatLength(fault.fine, units, 'size')} first
                  </Button>
                  <Button mode="outlined" onPress={() => setOwn({ ...way, first: 'hand' })}>
                    By hand tamper first
                  </Button>
                </View>
              ) : null}
            </Notice>
          );
        })}
      </Card>
      <Card title="How it is filled">
        <Choice
          label="School"
          value={way.school}
          options={(Object.keys(SHORT) as FillSchool[]).map((value) => ({ value, label: SHORT[value] }))}
          onChange={(school) => change({ school })}
        />
        <Text variant="bodySmall">{fillSchools[way.school]}.</Text>
        {way.school === 'crown' || way.school === 'flow' ? null : (
          <Choice
            label="Compactor"
            value={way.compactor}
            options={compactorIds.map((value) => ({
              value,
              label: value === 'plate' ? 'Plate' : value === 'hand' ? 'Hand' : value === 'roller' ? 'Roller' : compactorNames[value],
            }))}
            onChange={(value: CompactorId) => change({ compactor: value })}
          />
        )}
        {other ? (
          <Button mode="contained" icon="check" onPress={enter}>
            Fill it this way
          </Button>
        ) : (
          <Text>{report.chosen ? `Decided by ${report.chosen.entry.author}.` : 'Nobody decided: this is the usual way.'}</Text>
        )}
        <Told said={said} faults={faults} />
        <Figures
          label="Ways to fill"
          head={[`For ${formatLength(place.to - place.from, units, 'span')}`, 'Hours', 'Sinks']}
          rows={fillSchoolsAt(section, way.compactor, ground, rules).map(({ school, hours, settles }) => [
            fillSchools[school],
            formatHours(hours * (place.to - place.from)),
            formatLength(settles, units, 'size'),
          ])}
        />
        <Text variant="bodySmall">{figuresIn(SINKS_BASIS, units)}. None is for soft ground only, never under traffic.</Text>
      </Card>
      <Card title="Lift by lift">
        {ladder.rungs.map((rung, i) => (
          <Text key={i}>
            {i + 1}. {rung.material}: {sayRung(rung, units)}
          </Text>
        ))}
        <Text variant="bodySmall">
          {figuresIn(LOOSE_BASIS, units)}. {compactor.name}: {formatLength(compactor.lift, units, 'size')} a lift (
          {figuresIn(compactor.liftBasis, units)}), {formatLength(compactor.cover, units, 'size')} over the line (
          {figuresIn(compactor.coverBasis, units)}). Both sides within one lift of one another.
        </Text>
      </Card>
    </>
  );
}
