import { orderGroupNames, orderGroups, type Order, type OrderItem } from '@tamper/core/order';
import type { Job, Run } from '@tamper/core/job';
import { figuresIn, formatMass, formatMassOf, formatPercent, parseDecimal, parsePercent } from '@tamper/core/units';
import type { Remote } from 'comlink';
import { useMemo, useState } from 'react';
import { Text } from '../../ui/Text';
import { Button } from '../../ui/Button';
import { colours } from '../../theme/tokens';
import { Card } from '../../ui/Card';
import { DataTable, type Column } from '../../ui/DataTable';
import { useRoom } from '../../ui/useRoom';
import { Columns } from '../../ui/Columns';
import { Faults } from '../../ui/Faults';
import { fileName, pickText, saveText } from '../../ui/files';
import { Notice } from '../../ui/Notice';
import { QuantityField } from '../../ui/QuantityField';
import { sentencesOf } from '../../ui/sentences';
import { TextField } from '../../ui/TextField';
import { View } from '../../ui/View';
import type { StudyWorker } from '../../workers/study.worker';
import type { Worked } from '../../workers/worked';
import { filed } from '../../workers/filed';
import { studyWorker } from '../../workers/studyWorker';
import { useLatest } from '../../workers/useLatest';
import { useMends, useTakeFix } from '../../workers/useMends';
import { Findings } from '../run/Findings';
import { useLogistics } from './context';
import { Cuts, Drums } from './Cutting';
import { Pack } from './Pack';
import { amount, money, per } from './units';

const worked = async (remote: Remote<StudyWorker>, { job, run }: { job: Job; run: Run }): Promise<Worked<Order>> =>
  (await remote.order(job, run)) as Worked<Order>;

const ORDER = { kind: 'order' } as const;

/** What to buy, hire and book, what it costs, how the lines are cut; out as CSV and as a pack to print. */
export function OrderTab() {
  const { job, run, apply, reader } = useLogistics();
  const inputs = useMemo(() => ({ job, run }), [job, run]);
  const mends = useMends(inputs, ORDER);
  const onFix = useTakeFix(mends, run, false, apply);
  const { result, crash } = useLatest(studyWorker, inputs, worked);
  const order = result && 'value' in result.value ? result.value.value : undefined;
  const errors = result && 'errors' in result.value ? result.value.errors.map(({ message }) => message) : [];
  const [faults, setFaults] = useState<string[]>([]);
  const [message, setMessage] = useState<string>();
  const { wide } = useRoom();
  return (
    <>
      <Faults title="Not worked out" faults={[...errors, ...(crash ? [crash] : [])]} />
      {order ? null : <Text role="status">Adding it up…</Text>}
      {order ? <Findings findings={order.findings} reader={reader} mends={mends.lists} onFix={onFix} /> : null}
      {order ? (
        <>
          <Exports order={order} onFaults={setFaults} onMessage={setMessage} />
          <Faults title="Not done" faults={faults} />
          {message ? <Notice kind="note" role="status" title={message} /> : null}
          {wide ? <Everything order={order} /> : null}
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
          <Text variant="bodySmall">Amounts come from the plan. A comparison, not a quotation.</Text>
        </>
      ) : null}
    </>
  );
}

/** The whole order in one table, to be sorted and copied. */
function Everything({ order }: { order: Order }) {
  const { job } = useLogistics();
  const columns = useMemo((): Column<OrderItem>[] => {
    const { units, rates } = job;
    return [
      { name: 'What', value: ({ what }) => what, show: ({ what }) => what, words: true },
      { name: 'For', value: ({ group }) => orderGroupNames[group], show: ({ group }) => orderGroupNames[group], words: true },
      { name: 'Amount', value: ({ order: much }) => much, show: ({ order: much, unit }) => amount(much, unit, units) },
      { name: 'Mass', value: ({ mass }) => mass, show: ({ mass }) => (mass > 0 ? formatMass(mass, units) : '–') },
      {
        name: 'Cost',
        value: ({ cost }) => cost,
        show: ({ cost, placeholder }) => `${placeholder ? 'about ' : ''}${money(cost, rates.currency)}`,
      },
    ];
  }, [job]);
  return (
    <Card title="All of it">
      <DataTable label="The order" columns={columns} rows={order.items} keyOf={({ id }) => id} page={12} />
    </Card>
  );
}

function Exports({
  order,
  onFaults,
  onMessage,
}: {
  order: Order;
  onFaults: (faults: string[]) => void;
  onMessage: (message?: string) => void;
}) {
  const { job, run, putJob } = useLogistics();
  const attempt = (work: () => Promise<void>) => () => {
    onFaults([]);
    onMessage(undefined);
    work().catch((fault: unknown) => onFaults(sentencesOf(fault)));
  };
  const csv = attempt(async () =>
    saveText(fileName(`${run.name} order`, 'csv'), await filed<string>((worker) => worker.orderCsv(job, run)), 'text/csv'),
  );
  const prices = attempt(async () => {
    const picked = await pickText(['.csv', 'text/csv'], 4_000_000);
    if (!picked) return;
    const read = await filed<Job['rates']['prices']>((worker) => worker.readPrices(job, run, picked.text));
    const kept = job.rates.prices.filter(({ item }) => !read.some((one) => one.item === item));
    const fault = putJob({ rates: { ...job.rates, prices: [...kept, ...read] } });
    if (fault) onFaults([fault]);
    else onMessage(read.length === 0 ? 'The prices are those there are already.' : `${read.length} prices taken from “${picked.name}”.`);
  });
  const mass = order.items.reduce((sum, item) => sum + (item.group === 'spoil' ? 0 : item.mass), 0);
  return (
    <Card title={`${order.guessed > 0 ? 'About ' : ''}${money(order.total, job.rates.currency)} all told`}>
      <Text>
        {order.items.length} items, {formatMass(mass, job.units)} to bring.
      </Text>
      {order.guessed > 0 ? (
        <Text variant="bodySmall">
          {money(order.guessed, job.rates.currency)} of it rests on placeholders: prices nobody gave yet. Type the merchant’s, or bring them
          in as a CSV.
        </Text>
      ) : null}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
        <Button mode="outlined" icon="download" onPress={csv}>
          Order as CSV
        </Button>
        <Button mode="outlined" icon="upload" onPress={prices}>
          Prices from a CSV
        </Button>
      </View>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
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
  const { job, putJob } = useLogistics();
  const { currency, prices } = job.rates;
  const each = per(item.unit, job.units);
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
          <Text variant="bodySmall">{figuresIn(item.basis, job.units)}</Text>
        </View>
        <View style={{ width: 118 }}>
          <View style={{ flexDirection: 'row' }}>
            <QuantityField
              label={`Price ${each.word}`}
              value={item.price}
              format={(value) => String(Number((value * each.size).toFixed(2)))}
              parse={(text) => parseDecimal(text, currency, each.size)}
              keys="decimal"
              onValue={set}
              basis={100}
            />
          </View>
          <Text style={{ textAlign: 'right', color: item.placeholder ? colours.faded : colours.ink }}>
            {item.placeholder ? 'about ' : ''}
            {money(item.cost, currency)}
          </Text>
          {item.placeholder ? (
            <Text variant="bodySmall" style={{ textAlign: 'right', color: colours.caution }}>
              placeholder
            </Text>
          ) : null}
        </View>
      </View>
      {item.typed ? (
        <Button mode="text" accessibilityLabel={`Catalogue price of ${item.what}`} onPress={reset}>
          Your price; back to the catalogue’s
        </Button>
      ) : null}
    </View>
  );
}
