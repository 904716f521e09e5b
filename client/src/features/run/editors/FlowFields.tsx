import type { Flow } from '@tamper/core/job';
import { formatArea, formatFlow, formatPercent, formatRain, parseArea, parseFlow, parsePercent, parseRain } from '@tamper/core/units';
import { Button } from '../../../ui/Button';
import { QuantityField } from '../../../ui/QuantityField';
import { useRunEdit } from '../context';
import { Fields } from '../fields';

/** What the line must carry: rain on an area, and a steady flow besides. */
export function FlowFields() {
  const { job, run, apply } = useRunEdit();
  const { flow } = run;
  if (!flow)
    return (
      <Button icon="plus" onPress={() => void apply([{ path: ['flow'], value: { area: 100, runoff: 0.9, rain: 50 / 3.6e6, extra: 0 } }])}>
        Say what it must carry
      </Button>
    );
  const set = (key: keyof Flow) => (value: number) => apply([{ path: ['flow', key], value }], `flow.${key}`);
  const { units } = job;
  return (
    <>
      <Fields>
        <QuantityField
          label="Area drained"
          value={flow.area}
          format={(v) => formatArea(v, units)}
          parse={(t) => parseArea(t, units)}
          onValue={set('area')}
        />
        <QuantityField
          label="Share that runs off"
          value={flow.runoff}
          format={formatPercent}
          parse={parsePercent}
          onValue={set('runoff')}
        />
        <QuantityField
          label="Rain"
          value={flow.rain}
          format={(v) => formatRain(v, units)}
          parse={(t) => parseRain(t, units)}
          onValue={set('rain')}
        />
        <QuantityField
          label="Besides"
          value={flow.extra}
          format={(v) => formatFlow(v, units)}
          parse={(t) => parseFlow(t, units)}
          onValue={set('extra')}
        />
      </Fields>
      <Button icon="trash" onPress={() => void apply([{ path: ['flow'], value: null }])}>
        No design flow
      </Button>
    </>
  );
}
