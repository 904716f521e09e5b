import type { PurposeReport } from '@tamper/core';
import { fittingKinds, fittingNames, type FittingKind } from '@tamper/core/catalogue';
import type { House } from '@tamper/core/job';
import { bareUnit, figuresIn, formatLength, formatMassOf, formatStation, parseLength } from '@tamper/core/units';
import { useState } from 'react';
import { newId } from '../../../data/newId';
import { Button } from '../../../ui/Button';
import { Choice } from '../../../ui/Choice';
import { Figures } from '../../../ui/Figures';
import { IconButton } from '../../../ui/IconButton';
import { OptionalField } from '../../../ui/OptionalField';
import { Picker } from '../../../ui/Picker';
import { Text } from '../../../ui/Text';
import { ToggleRow } from '../../../ui/ToggleRow';
import { View } from '../../../ui/View';
import { useRunEdit } from '../context';
import { Fields, LengthField } from '../fields';
import { Comes } from './said';

/** A service into a house: the hole in its wall, what stands on the line, and the stone drains it passes. */
export function HouseFields({ report }: { report: PurposeReport | undefined }) {
  const { job, run, cursor, apply } = useRunEdit();
  const { house } = run;
  if (!house) return null;
  const { units } = job;
  const set = (key: keyof House, value: unknown) => apply([{ path: ['house', key], value }], `house.${key}`);
  const station = Math.round(cursor * 100) / 100;
  return (
    <>
      <Choice
        label="The house stands at its"
        value={house.end}
        options={[
          { value: 'start', label: 'Start' },
          { value: 'end', label: 'End' },
        ]}
        onChange={(end) => set('end', end)}
      />
      <Fields>
        <OptionalField
          label="Hole in the wall, its level"
          value={house.level ?? undefined}
          format={(level) => formatLength(level, units, 'level')}
          parse={(text) => parseLength(text, bareUnit(units, 'level'))}
          onValue={(level) => set('level', level ?? null)}
          hint="Its middle; empty: not measured"
        />
        <LengthField label="Sleeve in the wall, inside" value={house.sleeve} path={['house', 'sleeve']} style="size" />
      </Fields>
      <ToggleRow label="In one piece, no joint in the ground" on={house.onePiece} onChange={(on) => void set('onePiece', on)} />
      <Fittings house={house} onFittings={(fittings) => void set('fittings', fittings)} />
      <Text variant="labelMedium">Stone drains it crosses</Text>
      {house.drains.map(({ id }, index) => (
        <View key={id} style={{ flexDirection: 'row', alignItems: 'flex-start', gap: 6 }}>
          <LengthField
            label={`Drain ${index + 1} at`}
            value={house.drains[index]?.station ?? 0}
            path={['house', 'drains', id, 'station']}
          />
          <LengthField label="Its width" value={house.drains[index]?.width ?? 0} path={['house', 'drains', id, 'width']} />
          <IconButton
            icon="trash"
            accessibilityLabel={`Take out drain ${index + 1}`}
            onPress={() =>
              void set(
                'drains',
                house.drains.filter((one) => one.id !== id),
              )
            }
          />
        </View>
      ))}
      <Button icon="plus" onPress={() => void set('drains', [...house.drains, { id: newId(), station, width: 0.4 }])}>
        {`Stone drain at ${formatStation(station, units)}`}
      </Button>
      {report?.house ? <Report {...report.house} /> : null}
    </>
  );
}

/** What stands on the line, in the order it is passed. */
function Fittings({ house, onFittings }: { house: House; onFittings: (fittings: House['fittings']) => void }) {
  const [kind, setKind] = useState<FittingKind>('nonReturn');
  const up = (index: number) =>
    onFittings(house.fittings.map((one, i, all) => (i === index - 1 ? (all[index] ?? one) : i === index ? (all[index - 1] ?? one) : one)));
  return (
    <View role="group" aria-label="On the line, as it is passed" style={{ gap: 2 }}>
      <Text variant="labelMedium">On the line, as it is passed</Text>
      {house.fittings.map((fitting, index) => (
        <View key={fitting.id} style={{ flexDirection: 'row', alignItems: 'center' }}>
          <Text style={{ flex: 1 }}>{`${index + 1}. ${fittingNames[fitting.kind]}`}</Text>
          {index > 0 ? (
            <IconButton icon="up" accessibilityLabel={`${fittingNames[fitting.kind]} earlier`} onPress={() => up(index)} />
          ) : null}
          <IconButton
            icon="trash"
            accessibilityLabel={`Take out ${fittingNames[fitting.kind].toLowerCase()}`}
            onPress={() => onFittings(house.fittings.filter(({ id }) => id !== fitting.id))}
          />
        </View>
      ))}
      <Picker
        label="Another"
        value={kind}
        options={fittingKinds.map((value) => ({ value, label: fittingNames[value] }))}
        onChange={setKind}
      />
      <Button icon="plus" onPress={() => onFittings([...house.fittings, { id: newId(), kind }])}>
        {`Add ${fittingNames[kind].toLowerCase()}`}
      </Button>
    </View>
  );
}

function Report({ report, choices }: NonNullable<PurposeReport['house']>) {
  const { job } = useRunEdit();
  const { units, rates } = job;
  const show = (metres: number) => formatLength(metres, units);
  return (
    <>
      <Comes
        label="What the service comes to"
        lines={[
          `${show(report.length)} from the valve to inside the wall: ${report.joints === 0 ? 'in one piece' : `${report.pieces} pieces, ${report.joints} in the ground`}.`,
          rising(report, show, formatLength(report.round, units, 'size')),
          report.sleeved > 0 ? `Sleeved under stone drains: ${show(report.sleeved)}.` : undefined,
        ]}
        basis="Sealed when it has been looked at, not before. Depth, valve and meter as the supplier asks."
      />
      <Figures
        label="What else would serve"
        head={['What else would serve', rates.currency, 'Joints', 'To carry']}
        rows={choices.map(({ product, cost, joints, handled }) => [
          figuresIn(product.name, units),
          Math.round(cost).toLocaleString('en'),
          String(joints),
          formatMassOf(handled, units),
        ])}
      />
    </>
  );
}

const rising = ({ rise, turn }: NonNullable<PurposeReport['house']>['report'], show: (metres: number) => string, round: string): string => {
  const seal = `${round} round it in its sleeve`;
  if (rise === undefined) return `How high the hole is nobody has measured; ${seal}.`;
  const bend = Math.abs(rise) > turn ? 'two bends and a straight' : 'two easy bends';
  return Math.abs(rise) < 0.005
    ? `It comes in level with its hole; ${seal}.`
    : `At the wall it goes ${rise > 0 ? 'up' : 'down'} ${show(Math.abs(rise))} to its hole, by ${bend}; ${seal}.`;
};
