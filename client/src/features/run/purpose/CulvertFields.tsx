import { AXLES } from '@tamper/core/least-cover';
import { endSectionsMissing, withEndSections } from '@tamper/core/alignment';
import { entrances, type CulvertReport, type CulvertWater } from '@tamper/core/culvert';
import { type Culvert, type EntranceId } from '@tamper/core/job';
import { bareUnit, formatBatterRatio, formatFlow, formatLength, parseBatter, parseLength, type UnitSystem } from '@tamper/core/units';
import { Button } from '../../../ui/Button';
import { Choice } from '../../../ui/Choice';
import { OptionalField } from '../../../ui/OptionalField';
import { Picker } from '../../../ui/Picker';
import { QuantityField } from '../../../ui/QuantityField';
import { Text } from '../../../ui/Text';
import { View } from '../../../ui/View';
import { newId } from '../../../data/newId';
import { FlowFields } from '../editors/FlowFields';
import { usePlanOnScreen, useRunEdit } from '../context';
import { Fields, LengthField } from '../fields';

/** What a run is asked that is a pipe through a bank, and how high water stands at its inlet. */
export function CulvertFields() {
  const report = usePlanOnScreen()?.culvert;
  const { run, apply } = useRunEdit();
  const { culvert } = run;
  if (!culvert) return null;
  return (
    <View role="group" aria-label="Culvert" style={{ gap: 8 }}>
      <Bank culvert={culvert} />
      {report ? <Said report={report} /> : null}
      <FlowFields />
      {endSectionsMissing(run).length > 0 ? (
        <Button icon="plus" onPress={() => void apply([{ path: ['structures'], value: withEndSections(run, newId) }])}>
          End sections at both ends, in their pits
        </Button>
      ) : null}
    </View>
  );
}

function Bank({ culvert }: { culvert: Culvert }) {
  const { job, apply } = useRunEdit();
  const { units } = job;
  const set = (key: keyof Culvert, value: unknown) => apply([{ path: ['culvert', key], value }], `culvert.${key}`);
  return (
    <>
      <Fields>
        <LengthField label="Road, its width" value={culvert.crown} path={['culvert', 'crown']} />
        <LengthField label="Road, lowest level" value={culvert.road} path={['culvert', 'road']} style="level" />
        <QuantityField
          label="Slopes of the bank"
          value={culvert.side}
          format={formatBatterRatio}
          parse={parseBatter}
          onValue={(value) => set('side', value)}
        />
        <LengthField label="Stands out, each end" value={culvert.beyond} path={['culvert', 'beyond']} />
        <OptionalField
          label="Water below the outlet"
          value={culvert.tail ?? undefined}
          format={(level) => formatLength(level, units, 'level')}
          parse={(text) => parseLength(text, bareUnit(units, 'level'))}
          onValue={(level) => set('tail', level ?? null)}
          hint="Its level; empty: it falls free"
        />
        <LengthField label="Road clear of water by" value={culvert.freeboard} path={['culvert', 'freeboard']} />
        <LengthField label="Ruts take" value={culvert.rut} path={['culvert', 'rut']} style="size" />
      </Fields>
      <Picker
        label="How water gets in"
        value={culvert.entrance}
        options={(Object.keys(entrances) as EntranceId[]).map((value) => ({ value, label: entrances[value].name }))}
        onChange={(entrance) => set('entrance', entrance)}
      />
      <Choice
        label="What passes over it"
        value={culvert.axle}
        options={(Object.keys(AXLES) as Culvert['axle'][]).map((value) => ({ value, label: AXLES[value].name }))}
        onChange={(axle) => set('axle', axle)}
      />
    </>
  );
}

function standing({ flow, head, clear }: CulvertWater, units: UnitSystem): string {
  const metres = (value: number) => formatLength(value, units);
  const road = clear < 0 ? `${metres(-clear)} over the road` : `the road is clear of it by ${metres(clear)}`;
  return `${formatFlow(flow, units)}: water stands ${metres(head.depth)} over the inlet by its ${head.rules} (inlet ${metres(head.inlet)}, outlet ${metres(head.outlet)}), ${road}.`;
}

function Said({ report }: { report: CulvertReport }) {
  const { units } = useRunEdit().job;
  const { water, needed, length, sticks } = report;
  const metres = (value: number) => formatLength(value, units);
  return (
    <View role="list" aria-label="What the culvert comes to" style={{ gap: 4 }}>
      <Text role="listitem">{water ? standing(water, units) : 'Say what it must carry: how high water stands follows from that.'}</Text>
      <Text role="listitem">
        {`Through the bank it takes ${metres(needed)}; it is ${metres(length)} long. ${sticks.sticks} ${sticks.sticks === 1 ? 'length' : 'lengths'}, ${sticks.couplers} ${sticks.couplers === 1 ? 'coupler' : 'couplers'}, ${metres(sticks.over)} over.`}
      </Text>
      <Text variant="bodySmall">
        FHWA HDS-5, inlet and outlet control, the greater rules. The drainage authority decides what it must carry.
      </Text>
    </View>
  );
}
