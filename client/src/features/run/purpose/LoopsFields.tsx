import type { PurposeReport } from '@tamper/core';
import { fluids, LAMINAR } from '@tamper/core/purpose';
import { products } from '@tamper/core/catalogue';
import type { Loops } from '@tamper/core/job';
import {
  bareUnit,
  figuresIn,
  formatFlow,
  formatLength,
  formatPressure,
  formatVelocity,
  formatVolume,
  parseCount,
  parseFlow,
  parseLength,
} from '@tamper/core/units';
import { Button } from '../../../ui/Button';
import { Choice } from '../../../ui/Choice';
import { Figures } from '../../../ui/Figures';
import { OptionalField } from '../../../ui/OptionalField';
import { Picker } from '../../../ui/Picker';
import { QuantityField } from '../../../ui/QuantityField';
import { useRunEdit } from '../context';
import { Fields, LengthField } from '../fields';
import { Comes } from './said';

/** A field of ground loops: what flows in it, its headers, and how the air is carried out. */
export function LoopsFields({ report }: { report: PurposeReport | undefined }) {
  const { job, run, apply } = useRunEdit();
  const { loops } = run;
  if (!loops) return null;
  const { units } = job;
  const set = (key: keyof Loops, value: unknown) => apply([{ path: ['loops', key], value }], `loops.${key}`);
  const flow = { format: (v: number) => formatFlow(v, units), parse: (t: string) => parseFlow(t, units) };
  const span = { format: (v: number) => formatLength(v, units, 'span'), parse: (t: string) => parseLength(t, bareUnit(units, 'span')) };
  return (
    <>
      <Choice
        label="The loops go"
        value={loops.layout}
        options={[
          { value: 'bores', label: 'Down bores' },
          { value: 'trenches', label: 'In trenches' },
        ]}
        onChange={(layout) => set('layout', layout)}
      />
      <Picker
        label="Pipe of the loops"
        value={loops.pipe}
        options={[...job.products, ...products()]
          .filter(({ family }) => family === 'heat')
          .map(({ id, name }) => ({ value: id, label: figuresIn(name, units) }))}
        onChange={(pipe) => set('pipe', pipe)}
      />
      <Fields>
        <QuantityField
          label="Loops"
          value={loops.count}
          format={String}
          parse={(text) => parseCount(text, 'a number of loops')}
          onValue={(count) => set('count', count)}
          keys="numeric"
        />
        <QuantityField label="Pipe in each" value={loops.each} {...span} onValue={(each) => set('each', each)} />
        <QuantityField label="From one to the next" value={loops.spacing} {...span} onValue={(spacing) => set('spacing', spacing)} />
        <LengthField label="Way to the pump" value={loops.way} path={['loops', 'way']} style="span" />
        <QuantityField label="Flow in each" value={loops.flow} {...flow} onValue={(each) => set('flow', each)} />
        <OptionalField
          label="Purge pump gives"
          value={loops.purge ?? undefined}
          {...flow}
          onValue={(purge) => set('purge', purge ?? null)}
          hint="Empty: not known"
        />
      </Fields>
      <Picker
        label="What flows"
        value={loops.fluid}
        options={(Object.keys(fluids) as Loops['fluid'][]).map((value) => ({ value, label: fluids[value].name }))}
        onChange={(fluid) => set('fluid', fluid)}
      />
      <Choice
        label="Return"
        value={loops.returns}
        options={[
          { value: 'direct', label: 'Direct' },
          { value: 'reverse', label: 'From the other end' },
        ]}
        onChange={(returns) => set('returns', returns)}
      />
      <Choice
        label="Valves"
        value={loops.valves}
        options={[
          { value: 'none', label: 'None' },
          { value: 'pairs', label: 'By pairs' },
          { value: 'each', label: 'Each loop' },
        ]}
        onChange={(valves) => set('valves', valves)}
      />
      {report?.loops ? (
        <>
          <Report loops={loops} report={report.loops.report} />
          <Button icon="check" mode="tonal" onPress={() => void apply(report.loops?.lay ?? [])}>
            {`Lay both headers in this trench: ${figuresIn(report.loops.report.headers[0]?.product.name ?? '', units)}`}
          </Button>
        </>
      ) : null}
    </>
  );
}

function Report({ loops, report }: { loops: Loops; report: NonNullable<PurposeReport['loops']>['report'] }) {
  const { units } = useRunEdit().job;
  const show = (metres: number) => formatLength(metres, units, 'span');
  const { loop, purge, trench, headers, most, least, flow, volume, reach, field } = report;
  return (
    <>
      <Figures
        label="Headers from the pump"
        head={['Headers, each way', 'Loops', 'Length', 'Loses']}
        rows={headers.map(({ product, loops: carried, length, loss }) => [
          figuresIn(product.name, units),
          String(carried),
          show(length),
          formatPressure(loss, units),
        ])}
      />
      <Comes
        label="What the loops come to"
        lines={[
          `${formatFlow(flow, units)} through ${loops.count} loops; ${formatVelocity(loop.velocity, units)} in each, Re ${Math.round(loop.reynolds).toLocaleString('en')}${loop.reynolds < LAMINAR ? ': laminar, it takes less heat' : ''}.`,
          `The pump works against ${formatPressure(most, units)} (${formatPressure(loop.pressure, units)} in a loop); ways differ by ${formatPressure(most - least, units)}.`,
          `To carry the air out: ${formatFlow(purge.all, units)} all at once, ${formatFlow(purge.open, units)} with what is open at once, ${formatFlow(purge.header, units)} for the header; the pump must give ${formatFlow(purge.needed, units)}.`,
          `It holds ${formatVolume(volume, units)}.`,
          loops.layout === 'bores'
            ? `${loops.count} bores ${show(reach)} deep on ${show(field)}; header trench ${show(trench.header)}.`
            : `${loops.count} trenches ${show(reach)} long on ${show(field)}, ${show(trench.loops)} in all; header trench ${show(trench.header)}.`,
        ]}
        basis="Darcy and Weisbach, Swamee and Jain; headers lose 0.4 kPa a metre at most, air goes at 0.6 m/s. How much heat the ground gives a designer says; bores need a licensed driller."
      />
    </>
  );
}
