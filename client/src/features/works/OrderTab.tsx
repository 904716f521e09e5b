import { JOINT_BAY, orderGroupNames, orderGroups, type CutPlan, type Order, type OrderItem } from '@tamper/core/order';
import type { Job, Run } from '@tamper/core/job';
import {
  formatLength,
  formatMass,
  formatMassOf,
  formatPercent,
  formatStation,
  parseDecimal,
  parseLength,
  parsePercent,
} from '@tamper/core/units';
import type { Remote } from 'comlink';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { Button, Text } from 'react-native-paper';
import { colours } from '../../theme/tokens';
import { Card } from '../../ui/Card';
import { Columns } from '../../ui/Columns';
import { Faults } from '../../ui/Faults';
import { fileName, pickText, saveText } from '../../ui/files';
import { Notice } from '../../ui/Notice';
import { QuantityField } from '../../ui/QuantityField';
import { sentencesOf } from '../../ui/sentences';
import { TextField } from '../../ui/TextField';
import type { PlanWorker, Worked } from '../../workers/plan.worker';
import { once, planWorker } from '../../workers/planWorker';
import { useLatest } from '../../workers/useLatest';
import { useWorks, worksPatch } from './context';
import { Pack } from './Pack';
import { amount, money, per } from './units';

const worked = async (remote: Remote<PlanWorker>, { job, run }: { job: Job; run: Run }): Promise<Worked<Order>> =>
  (await remote.order(job, run)) as Worked<Order>;

/** What to buy, hire and book, what it costs, how the lines are cut; out as CSV and as a pack to print. */
export function OrderTab() {
  const { job, run } = useWorks();
  const inputs = useMemo(() => ({ job, run }), [job, run]);
  const { result, crash } = useLatest(planWorker, inputs, worked);
  const order = result && 'value' in result.value ? result.value.value : undefined;
  const errors = result && 'errors' in result.value ? result.value.errors.map(({ message }) => message) : [];
  const [faults, setFaults] = useState<string[]>([]);
  const [told, setTold] = useState<string>();
  return (
    <>
      <Faults title="Not worked out" faults={[...errors, ...(crash ? [crash] : [])]} />
      {order ? null : <Text role="status">Adding it up…</Text>}
      {order?.findings.map((finding) => (
        <Notice key={finding.id} kind={finding.severity} title={finding.what}>
          <Text>{finding.why}</Text>
        </Notice>
      ))}
      {order ? (
        <>
          <Exports order={order} onFaults={setFaults} onTold={setTold} />
          <Faults title="Not done" faults={faults} />
          {told ? <Notice kind="note" role="status" title={told} /> : null}
          <Columns basis={420}>
            {orderGroups.map((group) => {
              const items = order.items.filter((item) => item.group === group);
              return items.length > 0 ? (
                <Card key={group} title={orderGroupNames[group]}>
                  {items.map((item) => (
                    <Item key={item.id} item={item} />
                  ))}
                  <Text variant="titleSmall" style={{ textAlign: 'right' }}>
                    {money(
                      items.reduce((sum, { cost }) => sum + cost, 0),
                      job.rates.currency,
                    )}
                  </Text>
                </Card>
              ) : null;
            })}
          </Columns>
          <Columns>{[<Cuts key="cuts" cuts={order.cuts} />, <Drums key="drums" cuts={order.cuts} />]}</Columns>
          <Pack order={order} />
          <Text variant="bodySmall">
            Amounts come from the plan; prices are placeholders until you type the merchant’s. A comparison, not a quotation.
          </Text>
        </>
      ) : null}
    </>
  );
}

function Exports({ order, onFaults, onTold }: { order: Order; onFaults: (faults: string[]) => void; onTold: (told?: string) => void }) {
  const { job, run, putJob } = useWorks();
  const attempt = (work: () => Promise<void>) => () => {
    onFaults([]);
    onTold(undefined);
    work().catch((fault: unknown) => onFaults(sentencesOf(fault)));
  };
  const csv = attempt(async () =>
    saveText(fileName(`${run.name} order`, 'csv'), await once<string>((worker) => worker.orderCsv(job, run)), 'text/csv'),
  );
  const prices = attempt(async () => {
    const picked = await pickText(['.csv', 'text/csv'], 4_000_000);
    if (!picked) return;
    const read = await once<Job['rates']['prices']>((worker) => worker.readPrices(job, run, picked.text));
    const kept = job.rates.prices.filter(({ item }) => !read.some((one) => one.item === item));
    const fault = putJob({ rates: { ...job.rates, prices: [...kept, ...read] } });
    if (fault) onFaults([fault]);
    else onTold(read.length === 0 ? 'The prices are those there are already.' : `${read.length} prices taken from “${picked.name}”.`);
  });
  const mass = order.items.reduce((sum, item) => sum + (item.group === 'spoil' ? 0 : item.mass), 0);
  return (
    <Card title={`${money(order.total, job.rates.currency)} all told`}>
      <Text>
        {order.items.length} items, {formatMass(mass, job.units)} to bring.
      </Text>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
        <Button mode="outlined" icon="download" onPress={csv}>
          Order as CSV
        </Button>
        <Button mode="outlined" icon="upload" onPress={prices}>
          Prices from a CSV
        </Button>
      </View>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: 8 }}>
        <QuantityField
          label="Ordered on top for waste"
          value={job.rates.waste}
          format={formatPercent}
          parse={parsePercent}
          onValue={(waste) => putJob({ rates: { ...job.rates, waste } })}
        />
        <TextField
          label="Currency sign"
          value={job.rates.currency}
          onText={(currency) => void putJob({ rates: { ...job.rates, currency } })}
        />
      </View>
    </Card>
  );
}

/** One line of the order with its price to type. */
function Item({ item }: { item: OrderItem }) {
  const { job, putJob } = useWorks();
  const { currency, prices } = job.rates;
  const set = (price: number) =>
    putJob({ rates: { ...job.rates, prices: [...prices.filter((one) => one.item !== item.id), { item: item.id, price }] } });
  const reset = () => void putJob({ rates: { ...job.rates, prices: prices.filter((one) => one.item !== item.id) } });
  return (
    <View role="group" aria-label={item.what} style={{ gap: 2, borderBottomWidth: 1, borderColor: colours.line, paddingBottom: 8 }}>
      <View style={{ flexDirection: 'row', gap: 10 }}>
        <View style={{ flex: 1, minWidth: 0 }}>
          <Text variant="titleSmall">{item.what}</Text>
          <Text>
            {amount(item.order, item.unit, job.units)}
            {item.packs ? ` · ${item.packs}` : ''}
            {item.mass > 0 ? ` · ${item.mass < 1000 ? formatMassOf(item.mass, job.units) : formatMass(item.mass, job.units)}` : ''}
          </Text>
          <Text variant="bodySmall">{item.basis}</Text>
        </View>
        <View style={{ width: 118 }}>
          <View style={{ flexDirection: 'row' }}>
            <QuantityField
              label={`Price ${per[item.unit]}`}
              value={item.price}
              format={(value) => String(Number(value.toFixed(2)))}
              parse={(text) => parseDecimal(text, currency)}
              onValue={set}
              basis={100}
            />
          </View>
          <Text style={{ textAlign: 'right' }}>{money(item.cost, currency)}</Text>
        </View>
      </View>
      {item.typed ? (
        <Button mode="text" compact accessibilityLabel={`Catalogue price of ${item.what}`} onPress={reset}>
          Your price; back to the catalogue’s
        </Button>
      ) : null}
    </View>
  );
}

/** How sticks are cut: every stick that is cut at all, as a bar. */
function Cuts({ cuts }: { cuts: readonly CutPlan[] }) {
  const { job } = useWorks();
  const sticks = cuts.filter((cut) => cut.kind === 'sticks');
  if (sticks.length === 0) return null;
  return (
    <Card title="Cutting the lengths">
      {sticks.map(({ service, cutting }) => (
        <View key={service.id} style={{ gap: 4 }}>
          <Text variant="titleSmall">
            {service.name}: {cutting.sticks} × {formatLength(service.stock.length, job.units)}, {cutting.joints} couplers
          </Text>
          {cutting.cuts.map((pieces, i) => (
            <Bar key={i} pieces={pieces} length={service.stock.length} label={pieces.map((one) => formatLength(one, job.units))} />
          ))}
          <Text variant="bodySmall">
            {formatLength(cutting.offcut, job.units)} left over.{' '}
            {cutting.exact ? 'No way needs fewer.' : `At least ${cutting.bound} are needed.`}
          </Text>
        </View>
      ))}
    </Card>
  );
}

const Bar = ({ pieces, length, label }: { pieces: readonly number[]; length: number; label: readonly string[] }) => (
  <View
    role="img"
    aria-label={label.join(', ')}
    style={{ flexDirection: 'row', height: 26, borderWidth: 1, borderColor: colours.line, borderRadius: 4, overflow: 'hidden' }}
  >
    {pieces.map((piece, i) => (
      <View
        key={i}
        style={{
          width: `${(100 * piece) / length}%`,
          backgroundColor: colours.clayWash,
          borderRightWidth: 2,
          borderColor: colours.clay,
          justifyContent: 'center',
          paddingLeft: 4,
        }}
      >
        <Text variant="labelSmall" numberOfLines={1}>
          {label[i]}
        </Text>
      </View>
    ))}
  </View>
);

/** Which drum or coil serves which way, and the drums to hand. */
function Drums({ cuts }: { cuts: readonly CutPlan[] }) {
  const { job, run, apply } = useWorks();
  const drums = cuts.filter((cut) => cut.kind === 'drums');
  if (drums.length === 0) return null;
  const { units } = job;
  const put = (service: string, lengths: number[] | undefined) => {
    const rest = run.works.drums.filter((one) => one.service !== service);
    return apply([worksPatch('drums', lengths ? [...rest, { service, lengths }] : rest)]);
  };
  return (
    <Card title="Drums and coils">
      {drums.map(({ service, plan, typed }) => (
        <View key={service.id} role="group" aria-label={`Drums of ${service.name}`} style={{ gap: 4 }}>
          <Text variant="titleSmall">{service.name}</Text>
          {plan.drums.map((drum, i) => (
            <View key={i} style={{ gap: 2 }}>
              <Bar
                pieces={drum.cuts.map(({ length }) => length)}
                length={drum.length}
                label={drum.cuts.map(({ name, length }) => `${name} ${formatLength(length, units)}`)}
              />
              <Text variant="bodySmall">
                {formatLength(drum.length, units)} {service.stock.form}, {formatLength(drum.left, units)} left
              </Text>
            </View>
          ))}
          {plan.joints.length > 0 ? (
            <Text>
              Joint bays {formatLength(JOINT_BAY.length, units)} × {formatLength(JOINT_BAY.width, units)} at{' '}
              {plan.joints.map((at) => formatStation(at, units)).join(', ')}
            </Text>
          ) : null}
          {plan.exact ? null : <Text variant="bodySmall">At least {plan.bound} are needed.</Text>}
          <DrumLengths
            lengths={typed ? (run.works.drums.find((one) => one.service === service.id)?.lengths ?? []) : []}
            name={service.name}
            units={units}
            onLengths={(lengths) => put(service.id, lengths)}
          />
        </View>
      ))}
    </Card>
  );
}

/** Lengths on the drums to hand, as a list to type: 250, 250, 100. */
function DrumLengths({
  lengths,
  name,
  units,
  onLengths,
}: {
  lengths: readonly number[];
  name: string;
  units: Job['units'];
  onLengths: (lengths: number[] | undefined) => string | undefined;
}) {
  const [text, setText] = useState(lengths.map((length) => formatLength(length, units)).join('; '));
  const [fault, setFault] = useState<string>();
  const take = () => {
    const parts = text
      .split(/[;\n]/)
      .map((part) => part.trim())
      .filter(Boolean);
    const parsed = parts.map((part) => parseLength(part, units === 'us' ? 'ft' : 'm'));
    const wrong = parsed.find((one) => !one.ok);
    if (wrong && !wrong.ok) return setFault(wrong.error);
    setFault(onLengths(parts.length > 0 ? parsed.flatMap((one) => (one.ok ? [one.value] : [])) : undefined));
  };
  return (
    <View style={{ gap: 4 }}>
      <TextField label={`On hand: ${name}`} value={text} onText={setText} placeholder="250 m; 250 m; 100 m" />
      <Button mode="outlined" compact accessibilityLabel={`Take drums of ${name}`} onPress={take}>
        {text.trim() === '' ? 'Usual lengths' : 'Cut from these'}
      </Button>
      <Faults title="Not taken" faults={fault ? [fault] : []} />
    </View>
  );
}
